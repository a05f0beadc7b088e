import { type HourFormat, formatTimeSpan } from '../time/format';
import type { Span } from '../time/span';
import type { Change, ShiftPatch } from '../plan/change';
import { type BreakPlace, breaksOf, withTimes } from '../plan/shift-edits';
import type { Plan, Shift } from '../plan/types';

/** One way to have the fixed breaks of a shift at its new times, and when the first of them then is; null: any time. */
export interface PlacedBreak {
  readonly place: BreakPlace;
  readonly at: Span | null;
}

/**
 * Where the fixed breaks of a shift could go with other times, what happens by itself first. Fewer than two: there is
 * nothing to ask.
 *
 * @example
 * breakPlaces(shift 9-17 with a break at 12:00, { from: 600, to: 1140 }) // stays 12:00, along 13:00, loose
 */
export function breakPlaces(shift: Shift, times: Span): PlacedBreak[] {
  if (!breaksOf(shift).some(({ at }) => at !== null)) return [];
  if (times.from === shift.from && times.to === shift.to) return [];
  const isMoved = times.to - times.from === shift.to - shift.from;
  const order: BreakPlace[] = isMoved ? ['along', 'stays', 'loose'] : ['stays', 'along', 'loose'];
  const places: PlacedBreak[] = [];
  for (const place of order) {
    const at = firstFixed({ ...shift, ...withTimes(shift, times, place) });
    if (!places.some((one) => one.at?.from === at?.from)) places.push({ place, at });
  }
  return places;
}

function firstFixed(shift: Shift): Span | null {
  const first = breaksOf(shift).find(({ at }) => at !== null);
  return first ? { from: first.at!, to: first.at! + first.minutes } : null;
}

/** What changes do to fixed breaks, said behind what else they do: `break moves to 13:00–13:30`; empty: nothing. */
export function breakRemark(plan: Plan, changes: readonly Change[], hourFormat: HourFormat): string {
  const moved: Shift[] = [];
  for (const change of changes) {
    if (change.do !== 'set' || !isRetimed(change.shift)) continue;
    const shift = plan.shifts.find(({ id }) => id === change.id);
    if (!shift) continue;
    const [was, is] = [firstFixed(shift), firstFixed({ ...shift, ...change.shift })];
    if (was && was.from !== is?.from) moved.push({ ...shift, ...change.shift });
  }
  if (moved.length === 0) return '';
  const at = moved.length === 1 ? firstFixed(moved[0]) : null;
  if (at) return `break moves to ${formatTimeSpan(at.from, at.to, hourFormat)}`;
  if (moved.length === 1) return 'break at no fixed time any more';
  return `${moved.length} breaks move along`;
}

function isRetimed({ from, to }: ShiftPatch): boolean {
  return from !== undefined || to !== undefined;
}
