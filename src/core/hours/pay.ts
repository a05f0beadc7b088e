import { type PlanContext, type Week, holidaysOf } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { HeldRole, Person } from '../plan/types';
import type { Day } from '../time/day';
import { type Amount, type Fraction, NOTHING, units } from './money';
import { premiums } from './overtime';

/** What one person's shifts of one week come to. Only shifts of the plan are paid; those around it count. */
export interface WeekPay {
  /** Paid minutes of the plan's shifts. */
  readonly paid: number;
  /** Paid minutes with those worked around the plan in the same week. */
  readonly paidEverywhere: number;
  /** Whether the plan itself has a shift of theirs in the week. */
  readonly worksHere: boolean;
  /** Minutes of the plan's shifts paid above the plain rate, for any reason. */
  readonly overtime: number;
  readonly days: readonly DayPay[];
}

export interface DayPay {
  readonly date: Day;
  readonly paid: number;
  readonly cost: Amount;
  /** The part of the cost that is premium. */
  readonly premium: Amount;
}

/** The hourly rate of a person in a role on a date, in the currency's major unit: theirs, else the role's, else 0. */
export function rateOf(context: PlanContext, person: Person, role: string | null, date: Day): number {
  if (role === null) return 0;
  for (const held of person.roles) {
    if (held.role !== role) continue;
    let rate = held.hourlyRate;
    for (const later of held.laterRates ?? NO_LATER) if (later.since <= date) rate = later.hourlyRate;
    if (rate !== null) return rate;
  }
  return context.rateOf.get(role) ?? 0;
}

const NO_LATER: NonNullable<HeldRole['laterRates']> = [];

/**
 * Paid minutes, overtime and exact cost of one person's week. `shifts`: all of theirs, by start.
 *
 * Premium = minutes × (multiplier − 1) × weighted average rate of the week (29 CFR 778.115), on the date of
 * its shift.
 */
export function weekPay(
  context: PlanContext,
  person: Person,
  shifts: readonly ResolvedShift[],
  week: Week,
): WeekPay {
  const mine = startingIn(shifts, week.first, week.first + 7);
  if (mine.length === 0) return NO_PAY;
  let paid = 0;
  let paidEverywhere = 0;
  let earned = 0;
  const days: { date: Day; paid: number; whole: number; extra: number; fixed: number }[] = [];
  for (const resolved of mine) {
    paidEverywhere += resolved.paid;
    if (!resolved.planShift) continue;
    const amount = units(rateOf(context, person, resolved.role, resolved.date)) * resolved.paid;
    paid += resolved.paid;
    earned += amount;
    let day = days[days.length - 1];
    if (day?.date !== resolved.date) {
      day = { date: resolved.date, paid: 0, whole: 0, extra: 0, fixed: 0 };
      days.push(day);
    }
    day.paid += resolved.paid;
    day.whole += amount;
  }
  let overtime = 0;
  const rules = context.plan.rules.overtime;
  // Minutes of each date that are paid above the plain rate already, and by how much at least they are on a holiday.
  const raised = new Map<Day, number>();
  const atLeast = holidayPremiums(context, person, days);
  if (rules)
    for (const premium of premiums(mine, rules, context.clock)) {
      if (!premium.resolved.planShift) continue;
      const { date } = premium.resolved;
      overtime += premium.minutes;
      raised.set(date, (raised.get(date) ?? 0) + premium.minutes);
      const extra = Math.max(premium.extra, atLeast.get(date) ?? 0);
      days.find((day) => day.date === date)!.extra += premium.minutes * extra;
    }
  for (const day of days) {
    day.extra += (day.paid - (raised.get(day.date) ?? 0)) * (atLeast.get(day.date) ?? 0);
    const fixed = fixedExtra(context, person, day.date);
    day.whole += fixed;
    day.fixed = fixed;
  }
  return {
    paid,
    paidEverywhere,
    worksHere: days.length > 0,
    overtime,
    days: days.map((day) => {
      const parts: readonly Fraction[] =
        day.extra !== 0 && paid > 0
          ? [{ over: BigInt(day.extra) * BigInt(earned), under: BigInt(paid) * 1_000_000n }]
          : NOTHING.parts;
      return {
        date: day.date,
        paid: day.paid,
        cost: { whole: day.whole, parts },
        premium: parts.length > 0 || day.fixed > 0 ? { whole: day.fixed, parts } : NOTHING,
      };
    }),
  };
}

/** (multiplier − 1) in millionths of what hours are paid on holidays among some dates; of several the highest. */
function holidayPremiums(
  { plan }: PlanContext,
  { id }: Person,
  days: readonly { readonly date: Day }[],
): ReadonlyMap<Day, number> {
  if (!plan.holidays.some(({ multiplier }) => multiplier)) return NO_PREMIUMS;
  const found = new Map<Day, number>();
  for (const { date } of days)
    for (const { multiplier } of holidaysOf(plan, id, date))
      if (multiplier) found.set(date, Math.max(found.get(date) ?? 0, units(multiplier - 1)));
  return found;
}

const NO_PREMIUMS: ReadonlyMap<Day, number> = new Map();

/** What whoever works on a holiday is paid besides, as an amount: once a date. */
function fixedExtra({ plan }: PlanContext, { id }: Person, date: Day): number {
  if (!plan.holidays.some(({ extra }) => extra)) return 0;
  // Amounts are of rates an hour times minutes.
  return holidaysOf(plan, id, date).reduce((sum, { extra }) => sum + units(extra ?? 0) * 60, 0);
}

/** Those of a person's shifts, sorted by start, that start on or after one day and before another. */
function startingIn(shifts: readonly ResolvedShift[], first: Day, end: Day): readonly ResolvedShift[] {
  let from = 0;
  while (from < shifts.length && shifts[from].date < first) from++;
  let to = shifts.length;
  while (to > from && shifts[to - 1].date >= end) to--;
  return from === 0 && to === shifts.length ? shifts : shifts.slice(from, to);
}

const NO_PAY: WeekPay = { paid: 0, paidEverywhere: 0, worksHere: false, overtime: 0, days: [] };
