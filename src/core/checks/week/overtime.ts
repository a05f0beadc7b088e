import { decimalsOf, sumToMinor, toMajor } from '../../hours/money';
import type { PersonCheck } from '../shared/check';

/** Minutes paid above the plain rate in a week, with what they add to its cost. */
export const overtime: PersonCheck = {
  code: 'overtime',
  title: 'Overtime',
  rule: { text: 'Overtime, with what it adds to the cost' },
  severity: 'note',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.overtime?.weekMinutes ?? null,
  inspect({ context, person, pay }, report) {
    if (person === null || context.plan.rules.overtime === null) return;
    context.weeks.forEach((week, i) => {
      if (pay[i].overtime === 0) return;
      const decimals = decimalsOf(context.site.currency);
      const extra = sumToMinor(
        pay[i].days.map((day) => day.premium),
        decimals,
      );
      report({
        date: week.first,
        person: person.id,
        amount: pay[i].overtime,
        params: { extra: toMajor(extra, decimals) },
      });
    });
  },
  message({ person, amount, params }, words) {
    return `${words.person(person)}: ${words.hours(amount!)} of overtime, which adds ${words.money(Number(params.extra))}.`;
  },
};
