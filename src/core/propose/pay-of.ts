import type { Judgement } from '../consequences/judge';
import { sumToMinor } from '../hours/money';
import { premiums } from '../hours/overtime';
import { weekPay } from '../hours/pay';
import type { PlanContext, Week } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { OvertimeRules, Person } from '../plan/types';

/** Points of one unit of the currency, as a power of ten. */
const DECIMALS = 2;

/**
 * What one person is paid for the shifts of a day by themselves, at their own rates: with what long days, late hours and
 * holidays add, and without what depends on the other days of the week.
 */
export class PayOf {
  private readonly context: PlanContext;
  private readonly person: Person;
  private readonly week: Week;
  private readonly rules: OvertimeRules | null;

  constructor({ context, plan }: Judgement, index: number, firstDay: number) {
    const { overtime } = plan.rules;
    this.rules = overtime && { ...overtime, weekMinutes: null, seventhDay: null };
    this.context = { ...context, plan: { ...plan, rules: { ...plan.rules, overtime: this.rules } } };
    this.person = plan.people[index];
    this.week = { first: plan.from + firstDay, days: 7 };
  }

  /** Points for shifts of one day, by start, and how many of their minutes count no more for the week's overtime. */
  of(shifts: readonly ResolvedShift[]): { readonly points: number; readonly apart: number } {
    const { days, overtime } = weekPay(this.context, this.person, shifts, this.week);
    const amounts = days.map(({ cost }) => cost);
    return { points: sumToMinor(amounts, DECIMALS), apart: overtime };
  }

  /** Of the paid minutes of some shifts those that count for the week's overtime. */
  plainOf(shifts: readonly ResolvedShift[]): number {
    const paid = shifts.reduce((sum, one) => sum + one.paid, 0);
    if (!this.rules) return paid;
    return premiums(shifts, this.rules, this.context.clock).reduce((sum, { minutes }) => sum - minutes, paid);
  }
}
