import { type Day, civilOf, dayOf } from '../time/day';
import type { Span } from '../time/span';
import type { Holiday } from './types';

/** A holiday as a site keeps it: once, or on the same date each year, for everybody or some groups. */
export interface HolidayRule {
  readonly date: Day;
  readonly name: string;
  readonly closed: boolean;
  readonly isYearly: boolean;
  /** null: for everybody. */
  readonly groups: readonly string[] | null;
  readonly hours: readonly Span[] | null;
  readonly credited: boolean | null;
  readonly multiplier: number | null;
  readonly extra: number | null;
  /** Id of the kind of leave that hours worked on it are given as, instead of or besides pay; null: none. */
  readonly timeOff: string | null;
}

/** What of a rule is stored besides its date, name and whether the site is closed. */
export type HolidayDetail = Omit<HolidayRule, 'date' | 'name' | 'closed'>;

/** A holiday about which nothing else is said. */
export const PLAIN_HOLIDAY: HolidayDetail = {
  ...{ isYearly: false, groups: null, hours: null, credited: null },
  ...{ multiplier: null, extra: null, timeOff: null },
};

/** The dates on which a holiday falls from one day to another, `to` not included. One of 29 February is on 1 March in other years. */
export function holidayDates(
  { date, isYearly }: Pick<HolidayRule, 'date' | 'isYearly'>,
  from: Day,
  to: Day,
): Day[] {
  if (!isYearly) return date >= from && date < to ? [date] : [];
  const { year, month, date: dayOfMonth } = civilOf(date);
  const dates: Day[] = [];
  for (let at = Math.max(year, civilOf(from).year); at <= civilOf(to).year; at++) {
    const day = dayOf(at, month, dayOfMonth);
    if (day >= from && day < to) dates.push(day);
  }
  return dates;
}

/**
 * Holidays of a plan's days. `inGroups`: the people of some groups.
 */
export function holidaysBetween(
  rules: readonly HolidayRule[],
  from: Day,
  to: Day,
  inGroups: (groups: readonly string[]) => readonly string[],
): Holiday[] {
  return rules
    .flatMap((rule) => holidayDates(rule, from, to).map((date) => holidayOn(rule, date, inGroups)))
    .sort((a, b) => a.date - b.date || (a.name < b.name ? -1 : 1));
}

/** A holiday on a date, with only what it says. */
function holidayOn(
  { name, closed, groups, hours, credited, multiplier, extra }: HolidayRule,
  date: Day,
  inGroups: (groups: readonly string[]) => readonly string[],
): Holiday {
  return {
    ...{ date, name, closed },
    ...(groups === null ? {} : { people: inGroups(groups) }),
    ...(hours === null ? {} : { hours }),
    ...(credited === null ? {} : { credited }),
    ...(multiplier === null ? {} : { multiplier }),
    ...(extra === null ? {} : { extra }),
  };
}
