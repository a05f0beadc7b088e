import { jobState } from '../../jobs/job-state';
import type { JobCheck } from '../shared/check';

/** A job that waits past the date by which it was to be done. */
export const overdue: JobCheck = {
  code: 'overdue',
  title: 'Overdue',
  rule: { text: 'Jobs are planned by their latest date' },
  severity: 'stop',
  unit: 'days',
  dependsOn: 'job',
  inspect({ job, visits, today }, report) {
    if (today === null || job.latest === null || job.latest >= today || job.round !== null) return;
    if (jobState(job, visits) === 'waiting')
      report({ date: job.latest, job: job.id, amount: today - job.latest });
  },
  message: ({ amount, date, job }, words) =>
    `${words.job(job!)} was to be done by ${words.day(date)}, ${amount === 1 ? 'a day' : `${amount} days`} ago, and is not planned.`,
};
