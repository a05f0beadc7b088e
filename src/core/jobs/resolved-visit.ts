import type { PlanContext } from '../plan/plan-context';
import type { Day } from '../time/day';
import { DAY, type Span } from '../time/span';
import { type CrewRow, mannedParts } from './crew-hours';
import type { Job, Visit } from './types';

/** Lengths that are worked out end on a multiple of this many minutes. */
export const STEP = 5;
/** A visit that would take longer than so many days of calendar is worked out as if it were through. */
const MOST_DAYS = 60;

/** A visit on the clocks: one visit however many pieces it has. */
export interface ResolvedVisit {
  readonly visit: Visit;
  readonly job: Job;
  /** Its stretches in elapsed minutes, by start; at least one. */
  readonly pieces: readonly Span[];
  readonly start: number;
  readonly end: number;
  /** Minutes that somebody is at it: the sum of its pieces. */
  readonly minutes: number;
  /** Person-minutes that it does, as far as is known. */
  readonly personMinutes: number;
  /** At some time of it nobody is there, so that its length is a guess: as if one person did it. */
  readonly isUnmanned: boolean;
}

/** The date on the wall on which a visit's piece begins. */
export function dateOfPiece({ clock }: PlanContext, piece: Span): Day {
  return Math.floor(clock.wall(piece.from) / DAY);
}

/** Person-minutes that a visit is to do: its share, or all of the job. */
export function workOf({ personMinutes }: Visit, job: Job): number {
  return personMinutes ?? job.personMinutes;
}

/**
 * Sets a visit on the clocks of a row. Its length is its person-minutes by the people who are there at each minute, rounded up to
 * {@link STEP} minutes, unless it was set by hand. It waits for the working hours that come next where a pause or the end of the day is
 * reached, unless it goes through or begins outside them.
 */
export function resolveVisit(context: PlanContext, row: CrewRow, visit: Visit, job: Job): ResolvedVisit {
  const start = context.clock.elapsed(visit.date * DAY + visit.from);
  const inHours = row.hours.some(({ from, to }) => from <= start && start < to);
  const spans =
    visit.isThrough || !inHours
      ? [{ from: start, to: start + MOST_DAYS * DAY }]
      : row.hours.filter(({ to }) => to > start).map(({ from, to }) => ({ from: Math.max(from, start), to }));
  const work = workOf(visit, job);
  const found =
    (visit.minutes === null ? workedOut(row, spans, work) : fixedLength(spans, visit.minutes)) ??
    // There are too few working hours or people for it: it is drawn in one piece, so that it is seen.
    oneStretch(start, visit.minutes ?? ceilTo(work, STEP));
  const minutes = found.reduce((sum, { from, to }) => sum + to - from, 0);
  const isUnmanned = found.some((piece) => mannedParts(row, piece).some(({ people }) => people === 0));
  return {
    ...{ visit, job, pieces: found, start, end: found[found.length - 1].to, minutes, isUnmanned },
    personMinutes: work,
  };
}

/** Pieces in which the people who are there do so many person-minutes; null: the spans are too short. */
function workedOut(row: CrewRow, spans: readonly Span[], work: number): Span[] | null {
  const pieces: Span[] = [];
  let left = work;
  for (const span of spans) {
    for (const part of mannedParts(row, span)) {
      if (part.people === 0) return null;
      const capacity = (part.to - part.from) * part.people;
      if (capacity < left) {
        left -= capacity;
        continue;
      }
      // Nobody counts minutes: what is left is rounded up within its piece, as far as the piece goes.
      const needed = part.from + Math.ceil(left / part.people) - span.from;
      const length = Math.min(ceilTo(needed, STEP), span.to - span.from);
      pieces.push({ from: span.from, to: span.from + length });
      return pieces;
    }
    pieces.push(span);
  }
  return null;
}

/** Pieces of so many minutes in all; null: the spans are too short. */
function fixedLength(spans: readonly Span[], minutes: number): Span[] | null {
  const pieces: Span[] = [];
  let left = minutes;
  for (const { from, to } of spans) {
    const taken = Math.min(left, to - from);
    pieces.push({ from, to: from + taken });
    left -= taken;
    if (left === 0) return pieces;
  }
  return null;
}

function oneStretch(start: number, minutes: number): Span[] {
  return [{ from: start, to: start + Math.max(STEP, minutes) }];
}

function ceilTo(minutes: number, step: number): number {
  return Math.ceil(minutes / step) * step;
}

/** By start, then id. */
export function byVisitStart(a: ResolvedVisit, b: ResolvedVisit): number {
  return a.start - b.start || (a.visit.id < b.visit.id ? -1 : a.visit.id > b.visit.id ? 1 : 0);
}
