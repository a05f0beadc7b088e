import type { Day } from '../time/day';

/** How many days around a plan crews' hours are known: a visit may begin before it, and a lost day moves some past its end. */
const AROUND = 28;

/** The dates on which crews' hours are known, both inclusive. */
export function fieldDates({
  from,
  days,
}: {
  readonly from: Day;
  readonly days: number;
}): readonly [Day, Day] {
  return [from - AROUND, from + days - 1 + AROUND];
}
