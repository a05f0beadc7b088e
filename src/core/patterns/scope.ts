import type { Day } from '../time/day';
import type { ShiftSpec } from '../plan/shift-spec';
import { type Ending, type Member, type Pattern, type PatternShift, occurrencesOf } from './pattern';
import { ruleOn, weekdaysOf } from './rule';

/** How far a change of one occurrence reaches. */
export type Scope = 'this' | 'later' | 'unpublished';

/** What becomes of the occurrences of one shift of one member from a date on. */
export interface SeriesEdit {
  readonly member: string;
  readonly shift: string;
  readonly from: Day;
  /** Only those on this weekday, Monday 0, of a rule that has several; undefined: all. */
  readonly weekday?: number;
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
  { member, shift, from, weekday, form, person }: SeriesEdit,
  newId: string,
  weekStart: number,
): { readonly before: Pattern | null; readonly after: Pattern | null } {
  const who = pattern.members.find((one) => one.id === member)!;
  const what = pattern.shifts.find((one) => one.id === shift)!;
  const known = pattern.endings.filter((one) => one.member === member && one.shift === shift);
  const reaching = known.filter((one) => one.weekday === undefined || one.weekday === weekday);
  // What had ended before stays ended.
  const end = Math.min(from, ...reaching.map((one) => one.from));
  const ending: Ending = { member, shift, from: end, ...(weekday === undefined ? {} : { weekday }) };
  const replaced = new Set(known.filter((one) => one.weekday === weekday));
  const endings = [...pattern.endings.filter((one) => !replaced.has(one)), ending];
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
      rule: weekday === undefined || pattern.rule === null ? pattern.rule : ruleOn(pattern.rule, weekday),
      shifts: [goesOn],
      members: [has],
      endings: weekday === undefined ? known : reaching,
    },
  };
}

function givesNothing(pattern: Pattern, weekStart: number): boolean {
  const last = lastDayOf(pattern);
  return last !== null && occurrencesOf(pattern, pattern.since, last + 1, weekStart).length === 0;
}

/** The last day on which a pattern may give a shift: where it ends, or all of its shifts have; null: for good. */
export function lastDayOf({ members, shifts, endings, until, rule }: Pattern): Day | null {
  const weekdays = (rule === null ? null : weekdaysOf(rule)) ?? [undefined];
  const ends = members.flatMap((member) =>
    shifts.flatMap((shift) =>
      weekdays.map((weekday) => {
        const stops = endings.filter(
          (one) =>
            one.member === member.id &&
            one.shift === shift.id &&
            (one.weekday === undefined || one.weekday === weekday),
        );
        return Math.min(Infinity, ...stops.map((one) => one.from - 1));
      }),
    ),
  );
  const last = Math.min(until ?? Infinity, Math.max(...ends));
  return last === Infinity ? null : last;
}
