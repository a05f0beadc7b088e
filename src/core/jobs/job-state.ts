import type { Job, Visit } from './types';

/** What becomes of a job. It is always in exactly one. */
export const JOB_STATES = ['waiting', 'planned', 'under-way', 'done'] as const;
export type JobState = (typeof JOB_STATES)[number];

export const JOB_STATE_WORDS: Readonly<Record<JobState, string>> = {
  waiting: 'waiting',
  planned: 'planned',
  'under-way': 'under way',
  done: 'done',
};

/**
 * The state of a job: what was said of it counts before what is planned. A job that several visits share waits until they do all of it.
 *
 * @param visits those of the job
 */
export function jobState(
  job: Pick<Job, 'progress' | 'personMinutes'>,
  visits: readonly Pick<Visit, 'personMinutes'>[],
): JobState {
  if (job.progress === 'done') return 'done';
  if (job.progress === 'started') return 'under-way';
  return unplannedMinutes(job, visits) > 0 ? 'waiting' : 'planned';
}

/** Person-minutes of a job that no visit does. */
export function unplannedMinutes(
  { personMinutes }: Pick<Job, 'personMinutes'>,
  visits: readonly Pick<Visit, 'personMinutes'>[],
): number {
  if (visits.some((visit) => visit.personMinutes === null)) return 0;
  const planned = visits.reduce((sum, visit) => sum + visit.personMinutes!, 0);
  return Math.max(0, personMinutes - planned);
}
