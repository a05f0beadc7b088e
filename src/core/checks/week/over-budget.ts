import { decimalsOf, toMajor } from '../../hours/money';
import type { WeekCheck } from '../shared/check';

/** Planned hours or cost above the week's budget; one snag a unit. */
export const overBudget: WeekCheck = {
  code: 'over-budget',
  title: 'Over budget',
  rule: { text: 'Planned hours or cost above the week’s budget' },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'week',
  inspect({ context, week, paid, cost }, report) {
    const { budget } = context.plan;
    if (budget.minutes !== null && paid > budget.minutes)
      report({ date: week.first, amount: paid - budget.minutes, limit: budget.minutes });
    if (budget.cost === null) return;
    const decimals = decimalsOf(context.site.currency);
    const over = cost - Math.round(budget.cost * 10 ** decimals);
    if (over > 0)
      report({ date: week.first, amount: toMajor(over, decimals), unit: 'money', limit: budget.cost });
  },
  message({ amount, limit, unit }, words) {
    return unit === 'money'
      ? `The week costs ${words.money(amount! + limit!)}, ${words.money(amount!)} over the budget of ${words.money(limit!)}.`
      : `The week holds ${words.hours(amount! + limit!)}, ${words.hours(amount!)} over the budget of ${words.hours(limit!)}.`;
  },
};
