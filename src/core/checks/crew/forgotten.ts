import { jobState } from '../../jobs/job-state';
import type { JobCheck } from '../shared/check';

/** A visit of a round that nobody planned and whose date is over. */
export const forgotten: JobCheck = {
  code: 'forgotten',
  title: 'Forgotten of a round',
  rule: { text: 'Every place of a round is visited when its round says' },
  severity: 'warn',
  unit: 'days',
  dependsOn: 'job',
  inspect({ job, visits, today }, report) {
    if (today === null || job.round === null) return;
    const due = job.latest ?? job.round.date;
    if (due < today && jobState(job, visits) === 'waiting')
      report({ date: due, job: job.id, amount: today - due });
  },
  message: ({ date, job }, words) =>
    `${words.job(job!)}: the visit of its round, due ${words.day(date)}, was not planned.`,
};
