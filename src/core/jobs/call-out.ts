import type { PlanContext } from '../plan/plan-context';
import type { Day } from '../time/day';
import { DAY } from '../time/span';
import { type FieldIndex, type FieldRow, placeOfJob } from './field';
import { STEP, resolveVisit } from './resolved-visit';
import { travelMinutes } from './travel';
import type { Job, Visit } from './types';

/**
 * Visits of jobs that crews are called out for at an hour, whatever their usual hours are: each crew goes from place to place in the order
 * of the jobs, and the next place falls to the crew that can be there first. What they have planned at that time stays as it is.
 *
 * @param at minute of the date; may lie after midnight
 */
export function calledOut(
  context: PlanContext,
  index: FieldIndex,
  crews: readonly FieldRow[],
  jobs: readonly Job[],
  { date, at }: { readonly date: Day; readonly at: number },
  idOf: (job: Job) => string,
): Visit[] {
  const { clock } = context;
  const { travel } = context.plan.work!;
  const free = crews.map(({ row }) => ({ row, from: date * DAY + at, last: null as Job | null }));
  return jobs.map((job) => {
    const starts = free.map((one) => {
      const way = one.last ? travelMinutes(travel, placeOfJob(index, one.last), placeOfJob(index, job)) : 0;
      return Math.ceil((one.from + way) / STEP) * STEP;
    });
    const first = starts.indexOf(Math.min(...starts));
    const crew = free[first];
    const visit: Visit = {
      ...{ id: idOf(job), job: job.id, crew: crew.row.id, person: null },
      ...{ date: Math.floor(starts[first] / DAY), from: starts[first] % DAY, minutes: null },
      ...{ personMinutes: null, isThrough: true, isFixed: false, note: null },
    };
    crew.from = clock.wall(resolveVisit(context, crew.row, visit, job).end);
    crew.last = job;
    return visit;
  });
}
