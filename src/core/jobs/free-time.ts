import type { PlanContext } from '../plan/plan-context';
import type { Day } from '../time/day';
import { DAY, shared } from '../time/span';
import { type FieldIndex, type FieldRow, placeOfJob } from './field';
import { type ResolvedVisit, STEP, resolveVisit } from './resolved-visit';
import { travelMinutes } from './travel';
import type { Job, Travel, Visit } from './types';

/** When a visit begins. */
export interface VisitStart {
  readonly date: Day;
  readonly from: number;
}

/** How often another time is tried. */
const MOST_TRIES = 2000;

/**
 * The first time from an elapsed minute on at which a visit has room on a row: in its hours, beside no other visit, with time for the
 * way there and on. Begins on a multiple of {@link STEP} minutes of the wall. Null: the row has no such time in the days that are known.
 */
export function nextFreeStart(
  context: PlanContext,
  index: FieldIndex,
  { row, visits }: FieldRow,
  visit: Visit,
  earliest: number,
): VisitStart | null {
  const { clock } = context;
  const { travel } = context.plan.work!;
  const job = index.jobs.get(visit.job)!;
  const others = visits.filter(({ visit: { id } }) => id !== visit.id);
  let at = earliest;
  for (let i = 0; i < MOST_TRIES; i++) {
    const hours = row.hours.find(({ to }) => to > at);
    if (!hours) return null;
    const wall = Math.ceil(clock.wall(Math.max(at, hours.from)) / STEP) * STEP;
    const start = { date: Math.floor(wall / DAY), from: ((wall % DAY) + DAY) % DAY };
    const begins = clock.elapsed(wall);
    if (begins >= hours.to) {
      at = hours.to;
      continue;
    }
    const tried = resolveVisit(context, row, { ...visit, ...start }, job);
    const hit = others.find((other) => isInTheWay(index, travel, tried, other));
    if (!hit) return start;
    // Behind what is in the way; of a visit in pieces, behind the piece that is met.
    const piece = hit.pieces.find(({ to }) => to > begins - wayBetween(index, travel, hit.job, job));
    at = Math.max(begins + STEP, (piece?.to ?? hit.end) + wayBetween(index, travel, hit.job, job));
  }
  return null;
}

function isInTheWay(index: FieldIndex, travel: Travel, a: ResolvedVisit, b: ResolvedVisit): boolean {
  const way = wayBetween(index, travel, a.job, b.job);
  return a.pieces.some((piece) =>
    b.pieces.some((other) => shared({ from: piece.from - way, to: piece.to + way }, other) > 0),
  );
}

function wayBetween(index: FieldIndex, travel: Travel, a: Job, b: Job): number {
  return travelMinutes(travel, placeOfJob(index, a), placeOfJob(index, b));
}
