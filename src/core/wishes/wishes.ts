import { shiftKindOf } from '../fairness/shift-kinds';
import { type Result, fail } from '../plan/problem';
import { type Day, civilOf, dayOf } from '../time/day';

/** What somebody may wish for on a day: to begin early, to begin late, or not to work. */
export const WISH_KINDS = ['early', 'late', 'free'] as const;
export type WishKind = (typeof WISH_KINDS)[number];

/** Whether a first shift that begins at a minute of the day is as was wished: early before 11:00, late from 15:00 on. */
export function isWishMet(kind: WishKind, from: number): boolean {
  return kind !== 'free' && shiftKindOf(0, from).part === kind;
}

/** A wish for one day, and how much it matters: 1 to 3 points of what one may give in a quarter. */
export interface Wish {
  readonly date: Day;
  readonly kind: WishKind;
  readonly weight: number;
}

/** The first and the last day of the calendar quarter that holds a day. */
export function quarterOf(day: Day): { readonly first: Day; readonly last: Day } {
  const { year, month } = civilOf(day);
  const start = month - ((month - 1) % 3);
  const [nextYear, next] = start === 10 ? [year + 1, 1] : [year, start + 3];
  return { first: dayOf(year, start, 1), last: dayOf(nextYear, next, 1) - 1 };
}

/** How many points of a quarter's are given to wishes, that of `day` left out: another may take its place. */
export function pointsGiven(wishes: readonly Wish[], day: Day): number {
  const { first, last } = quarterOf(day);
  return wishes
    .filter(({ date }) => date >= first && date <= last && date !== day)
    .reduce((sum, { weight }) => sum + weight, 0);
}

/** Whether a wish fits beside the others of a person, who may give `points` in a quarter. */
export function checkWish(wishes: readonly Wish[], wish: Wish, points: number): Result<object> {
  if (points === 0) return fail('off', 'no wishes are asked for here');
  const left = points - pointsGiven(wishes, wish.date);
  return wish.weight <= left
    ? { ok: true }
    : fail('too-much', `${left} of ${points} points are left in this quarter`, 'input.weight');
}
