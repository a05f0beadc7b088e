import { type DayAvailability, isPlainlyAvailable } from '../../availability/allowed';
import type { ResolvedShift } from '../../plan/resolved-shift';
import type { Person } from '../../plan/types';
import { DAY, covered } from '../../time/span';
import type { PlanShift, PersonView } from './check';

/** The shifts that availability may speak against: most are plainly inside it and need no closer look. */
export function doubtfulShifts(person: Person | null, own: readonly PlanShift[]): readonly PlanShift[] {
  if (person === null || person.availability.length === 0) return NO_SHIFTS;
  return own.filter((shift) => !isPlainlyAvailable(person, shift.date, shift.planShift!));
}

const NO_SHIFTS: readonly PlanShift[] = [];

/** Minutes of a shift that `count` finds in each calendar date it touches, added up. */
export function minutesByDate(
  view: PersonView,
  shift: ResolvedShift,
  count: (day: DayAvailability, span: { from: number; to: number }) => number,
): number {
  let sum = 0;
  for (let day = shift.date; day * DAY < shift.to; day++) {
    const from = Math.max(shift.from - day * DAY, 0);
    const to = Math.min(shift.to - day * DAY, DAY);
    sum += count(view.availability(day), { from, to });
  }
  return sum;
}

/** Minutes of `span` outside what the day allows. */
export function notAllowed(day: DayAvailability, span: { from: number; to: number }): number {
  return span.to - span.from - covered(span, day.allowed);
}
