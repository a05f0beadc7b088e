import { type Judgement, coverageBetween, withShifts } from '../consequences/judge';
import type { Shift } from '../plan/types';
import { DAY, type Span } from '../time/span';
import { snagsAppearing } from './candidates';

/** How many could step in for a shift is not counted any further than this. */
export const ENOUGH = 2;

/** What two shifts have in common for which the same people could step in. */
export function standInKey({ date, role, from, to }: Shift): string {
  return [date, role, from, to].join(' ');
}

/**
 * Counts for each shift that somebody has who could work it in their place: holds its role, and gets no stop by it. Counted
 * up to {@link ENOUGH}. Yields often, so that whoever waits for it can do something else between; gives the counts at last,
 * by {@link standInKey}.
 */
export function* countStandIns(judgement: Judgement): Generator<void, ReadonlyMap<string, number>> {
  const counts = new Map<string, number>();
  const { plan } = judgement;
  for (const shift of plan.shifts) {
    const key = standInKey(shift);
    if (shift.person === null || shift.role === null || counts.has(key)) continue;
    counts.set(key, 0);
    for (let index = 0; index < plan.people.length && counts.get(key)! < ENOUGH; index++) {
      const { id, roles } = plan.people[index];
      if (id === shift.person || !roles.some(({ role }) => role === shift.role)) continue;
      const after = withShifts(judgement, index, [{ ...shift, id: `${shift.id} instead`, person: id }]);
      const snags = snagsAppearing(judgement.people[index], after);
      if (!snags.some(({ severity }) => severity === 'stop')) counts.set(key, counts.get(key)! + 1);
      yield;
    }
  }
  return counts;
}

/** A stretch of a day in which a role would be short if one of those on fell out, and hardly anybody could step in. */
export interface FragileSpan extends Span {
  /** The row of the role. */
  readonly row: number;
  /** How many could step in at least, for whoever is hardest to replace: none or one. */
  readonly standIns: number;
  /** Whoever is hardest to replace. */
  readonly person: string;
}

/**
 * The fragile stretches of a day: of the roles in which no more are on than are needed. Minutes of the day, past 1440 into
 * the next; within some hours.
 */
export function fragileOn(
  judgement: Judgement,
  day: number,
  hours: Span,
  counts: ReadonlyMap<string, number>,
): FragileSpan[] {
  const { plan } = judgement;
  const date = plan.from + day;
  const found: FragileSpan[] = [];
  plan.roles.forEach(({ id }, row) => {
    const on = plan.shifts.flatMap((shift) => {
      if (shift.person === null || shift.role !== id) return [];
      const past = (shift.date - date) * DAY;
      const standIns = counts.get(standInKey(shift));
      return standIns === undefined || standIns >= ENOUGH
        ? []
        : [{ from: shift.from + past, to: shift.to + past, standIns, person: shift.person }];
    });
    if (on.length === 0) return;
    for (const { from, to, staffed, needed } of coverageBetween(judgement, row, day, hours)) {
      if (needed === 0 || staffed === 0 || staffed > needed) continue;
      const weak = on
        .filter((one) => one.from < to && one.to > from)
        .sort((a, b) => a.standIns - b.standIns || a.person.localeCompare(b.person))[0];
      if (!weak) continue;
      const { standIns, person } = weak;
      const last = found.at(-1);
      if (last?.row === row && last.to === from && last.standIns === standIns && last.person === person)
        found[found.length - 1] = { ...last, to };
      else found.push({ row, from, to, standIns, person });
    }
  });
  return found;
}
