import { formatAmount } from '../../leave/leave-type';
import type { PersonCheck } from '../shared/check';

/** Approved leave beyond what is left of it and may be owed: one snag a kind, on the first date over it. */
export const leaveOverBalance: PersonCheck = {
  code: 'leave-over-balance',
  title: 'Leave over balance',
  rule: { text: 'Leave beyond what is left and may be owed' },
  severity: 'warn',
  unit: null,
  dependsOn: 'person',
  inspect({ context, person }, report) {
    const { from, days } = context.plan;
    for (const { kind, unit, left, mayOwe, changes } of person?.balances ?? []) {
      if (mayOwe === null) continue;
      let balance = left;
      for (const [date, amount] of changes) {
        if (date >= from + days) break;
        balance += amount;
        if (balance >= -mayOwe || date < from || amount >= 0) continue;
        report({
          date,
          person: person!.id,
          params: { leave: kind, amount: formatAmount(-mayOwe - balance, unit) },
        });
        break;
      }
    }
  },
  message({ date, person, params }, words) {
    return `${words.person(person)}: ${params.leave} on ${words.day(date)} goes ${params.amount} beyond what is left.`;
  },
};
