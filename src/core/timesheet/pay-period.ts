import { type Day, civilOf, dayOf, startOfWeek } from '../time/day';

export type PayPeriodKind = 'weekly' | 'fortnightly' | 'half-monthly' | 'monthly';

/** How hours are cut into periods of pay from a date on. */
export interface PayPeriods {
  /** The first day of the first of them; null: from the beginning. Of several rules the earliest holds before its date too. */
  readonly since: Day | null;
  readonly kind: PayPeriodKind;
}

/** Days that are paid together. */
export interface PayPeriod {
  readonly first: Day;
  readonly days: number;
  /** Which of its year it is, from 1, and how many the year has. A period belongs to the year in which it ends. */
  readonly number: number;
  readonly of: number;
}

/** What a site goes by that says nothing: calendar months. */
export const DEFAULT_PAY_PERIODS: PayPeriods = { since: null, kind: 'monthly' };

/** From where weeks are counted that begin on no date of their own: a Monday. */
const MONDAY = dayOf(1970, 1, 5);

/** The shortest and the longest day of a month on which one can begin: every month has it. */
const LAST_START = 28;

/**
 * The period that a day is paid in. Where other periods begin on a date, the one before ends on the day before it, however
 * short that leaves it.
 */
export function payPeriodOn(all: readonly PayPeriods[], day: Day): PayPeriod {
  const { first, end } = boundsOn(all, day);
  const year = civilOf(end - 1).year;
  let number = 1;
  for (let at = boundsOn(all, first - 1); civilOf(at.end - 1).year === year; at = boundsOn(all, at.first - 1))
    number += 1;
  let of = number;
  for (let at = boundsOn(all, end); civilOf(at.end - 1).year === year; at = boundsOn(all, at.end)) of += 1;
  return { first, days: end - first, number, of };
}

/** The bounds of the period a day is in, `end` not included. Before the first date of all, its periods go on backwards. */
function boundsOn(all: readonly PayPeriods[], day: Day): { readonly first: Day; readonly end: Day } {
  const begins = ({ since }: PayPeriods) => since ?? -Infinity;
  const rules = all.length === 0 ? [DEFAULT_PAY_PERIODS] : [...all].sort((a, b) => begins(a) - begins(b));
  const at = Math.max(
    0,
    rules.findLastIndex((rule) => begins(rule) <= day),
  );
  const { first, end } = uncut(rules[at], day);
  return {
    first: at === 0 ? first : Math.max(first, begins(rules[at])),
    end: at + 1 < rules.length ? Math.min(end, begins(rules[at + 1])) : end,
  };
}

function uncut({ kind, since }: PayPeriods, day: Day): { readonly first: Day; readonly end: Day } {
  if (kind === 'weekly' || kind === 'fortnightly') {
    const length = kind === 'weekly' ? 7 : 14;
    const first = day - ((((day - (since ?? MONDAY)) % length) + length) % length);
    return { first, end: first + length };
  }
  const { year, month, date } = civilOf(day);
  if (kind === 'half-monthly')
    return date <= 15
      ? { first: dayOf(year, month, 1), end: dayOf(year, month, 16) }
      : { first: dayOf(year, month, 16), end: monthAfter(year, month, 1) };
  const begins = since === null ? 1 : Math.min(LAST_START, civilOf(since).date);
  return date >= begins
    ? { first: dayOf(year, month, begins), end: monthAfter(year, month, begins) }
    : { first: monthBefore(year, month, begins), end: dayOf(year, month, begins) };
}

function monthAfter(year: number, month: number, date: number): Day {
  return month === 12 ? dayOf(year + 1, 1, date) : dayOf(year, month + 1, date);
}

function monthBefore(year: number, month: number, date: number): Day {
  return month === 1 ? dayOf(year - 1, 12, date) : dayOf(year, month - 1, date);
}

/** The first days of the weeks that a period has a day of: overtime is reckoned by whole weeks, wherever a period ends. */
export function weeksOf({ first, days }: Pick<PayPeriod, 'first' | 'days'>, weekStart: number): Day[] {
  const weeks: Day[] = [];
  for (let week = startOfWeek(first, weekStart); week < first + days; week += 7) weeks.push(week);
  return weeks;
}
