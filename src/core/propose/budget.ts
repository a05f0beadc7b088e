import { overBudget } from '../checks/week/over-budget';
import type { Judgement } from '../consequences/judge';
import { decimalsOf } from '../hours/money';
import type { PersonWeek } from './person-week';
import type { Model } from './model';
import { isHard } from './worker-of';

/** What is left of a week's budget for what is proposed: paid minutes, and points of pay; infinite: no limit. */
export interface Left {
  readonly minutes: number;
  readonly pay: number;
}

/** Without a limit. */
export const NO_LIMIT: Left = { minutes: Infinity, pay: Infinity };

/** How many prices the budget has, after those of the segments: of a paid minute, of a point of pay. */
export const BUDGET_PRICES = 2;
/** Those prices are multiples of this, a power of two, so that sums of them stay exact. */
const GRAIN = 1 / 64;

/** What stands leaves of the budget of a week; no limit where the site does not want to hear of it. */
export function leftOf({ plan, weeks, context }: Judgement, firstDay: number): Left {
  const week = weeks[firstDay / 7];
  const { minutes, cost } = plan.budget;
  if (!week || !isHard(overBudget, plan.rules)) return NO_LIMIT;
  const scale = 100 / 10 ** decimalsOf(context.site.currency);
  return {
    minutes: minutes === null ? Infinity : minutes - week.paid,
    pay: cost === null ? Infinity : Math.round(cost * 100) - Math.round(week.cost * scale),
  };
}

/** Points for what weeks add above what is left. */
export function overBudgetPoints({ left, weights }: Model, paid: number, pay: number): number {
  const over = Math.max(0, paid - left.minutes) * weights.overMinute;
  return Math.ceil(over + Math.max(0, pay - left.pay) * weights.overPay);
}

/** What weeks add to what is paid. */
export function addedBy(weeks: readonly PersonWeek[]): { readonly paid: number; readonly pay: number } {
  let [paid, pay] = [0, 0];
  for (const week of weeks) {
    paid += week.paid;
    pay += week.pay;
  }
  return { paid, pay };
}

/** Prices of the budget as they can be: in whole grains, from nothing to their weight, nothing where there is no limit. */
export function budgetPrices({ left, weights }: Model, minute: number, pay: number): [number, number] {
  const fit = (price: number, limit: number, most: number) =>
    limit === Infinity || !(price > 0) ? 0 : Math.min(Math.round(price / GRAIN) * GRAIN, most);
  return [fit(minute, left.minutes, weights.overMinute), fit(pay, left.pay, weights.overPay)];
}

/** What a budget earns at its prices: what is left of it costs nobody anything. */
export function budgetWorth({ left }: Model, minute: number, pay: number): number {
  return (minute > 0 ? minute * left.minutes : 0) + (pay > 0 ? pay * left.pay : 0);
}
