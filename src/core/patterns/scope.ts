import type { Day } from '../time/day';
import type { ShiftForm } from './form';
import type { Member, Pattern, PatternShift } from './pattern';

/** How far a change of one occurrence reaches. */
export type Scope = 'this' | 'later' | 'unpublished';

/** What becomes of the occurrences of one shift of one member from a date on. */
export interface SeriesEdit {
  readonly member: string;
  readonly shift: string;
  readonly from: Day;
  /** null: they end. */
  readonly form: ShiftForm | null;
  /** Who has them from then on; undefined: as before. */
  readonly person?: string | null;
}

/**
 * The pattern with one of its shifts ended from a date on for one member, and the pattern that goes on in its
 * place, null where nothing does. What both count from stays the same, so the dates do too. A pattern of that one
 * shift alone that has given nothing before the date is changed itself.
 */
export function editSeries(
  pattern: Pattern,
  { member, shift, from, form, person }: SeriesEdit,
  newId: string,
): { readonly before: Pattern; readonly after: Pattern | null } {
  const who = pattern.members.find((one) => one.id === member)!;
  const what = pattern.shifts.find((one) => one.id === shift)!;
  const stops = [
    ...pattern.stops.filter((one) => one.member !== member || one.shift !== shift),
    { member, shift, from },
  ];
  const before = { ...pattern, stops };
  if (form === null) return { before, after: null };
  const goesOn: PatternShift = { ...form, id: what.id, day: what.day };
  const has: Member = person === undefined ? who : { ...who, person };
  return {
    before,
    after: {
      ...pattern,
      id: newId,
      since: Math.max(from, pattern.since),
      shifts: [goesOn],
      members: [has],
      stops: pattern.stops.filter((one) => one.member === member && one.shift === shift),
    },
  };
}
