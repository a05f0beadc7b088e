import { type Day, civilOf } from './day';

/** The first day of a date's month, and how many days it has. */
export function monthOf(date: Day): { readonly first: Day; readonly days: number } {
  const first = date - civilOf(date).date + 1;
  // 40 days on is a day of the next month, whichever month it is.
  const next = first + 40;
  return { first, days: next - civilOf(next).date + 1 - first };
}
