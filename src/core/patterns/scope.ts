import type { Day } from '../time/day';
import type { ShiftSpec } from '../plan/shift-spec';
import { type Member, type Pattern, type PatternShift, occurrencesOf } from './pattern';

/** How far a change of one occurrence reaches. */
export type Scope = 'this' | 'later' | 'unpublished';

/** What becomes of the occurrences of one shift of one member from a date on. */
export interface SeriesEdit {
  readonly member: string;
  readonly shift: string;
  readonly from: Day;
  /** null: they end. */
  readonly form: ShiftSpec | null;
  /** Who has them from then on; undefined: as before. */
  readonly person?: string | null;
}

/**
 * The pattern with one of its shifts ended from a date on for one member, and the pattern that goes on in its
 * place; null: nothing is left of the one, or nothing goes on. What both count from stays the same, so the dates do
 * too. Where nothing is left of the first, the other is that pattern itself and keeps its id; else it has `newId`.
 */
export function editSeries(
  pattern: Pattern,
  { member, shift, from, form, person }: SeriesEdit,
  newId: string,
  weekStart: number,
): { readonly before: Pattern | null; readonly after: Pattern | null } {
  const who = pattern.members.find((one) => one.id === member)!;
  const what = pattern.shifts.find((one) => one.id === shift)!;
  const isThis = (one: Pattern['endings'][number]) => one.member === member && one.shift === shift;
  // What had ended before stays ended.
  const end = Math.min(from, ...pattern.endings.filter(isThis).map((one) => one.from));
  const endings = [...pattern.endings.filter((one) => !isThis(one)), { member, shift, from: end }];
  const ended = { ...pattern, endings };
  const before = givesNothing(ended, weekStart) ? null : ended;
  if (form === null) return { before, after: null };
  const goesOn: PatternShift = { ...form, id: what.id, day: what.day };
  const has: Member = person === undefined ? who : { ...who, person };
  return {
    before,
    after: {
      ...pattern,
      id: before === null ? pattern.id : newId,
      since: Math.max(from, pattern.since),
      shifts: [goesOn],
      members: [has],
      endings: pattern.endings.filter(isThis),
    },
  };
}

function givesNothing(pattern: Pattern, weekStart: number): boolean {
  const last = lastDayOf(pattern);
  return last !== null && occurrencesOf(pattern, pattern.since, last + 1, weekStart).length === 0;
}

/** The last day on which a pattern may give a shift: where it ends, or all of its shifts have; null: for good. */
export function lastDayOf({ members, shifts, endings, until }: Pattern): Day | null {
  const ends = members.flatMap((member) =>
    shifts.map((shift) => {
      const stop = endings.find((one) => one.member === member.id && one.shift === shift.id);
      return stop ? stop.from - 1 : Infinity;
    }),
  );
  const last = Math.min(until ?? Infinity, Math.max(...ends));
  return last === Infinity ? null : last;
}
