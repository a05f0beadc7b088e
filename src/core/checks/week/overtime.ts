import { decimalsOf, sumToMinor, toMajor } from '../../hours/money';
import type { PersonCheck } from '../shared/check';

/** Minutes paid above the plain rate in a week, with what they add to its cost. */
export const overtime: PersonCheck = {
  code: 'overtime',
  title: 'Overtime',
  rule: { says: 'Overtime, with what it adds to the cost' },
  severity: 'note',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.overtime?.weekMinutes ?? null,
  inspect({ frame, person, pay }, report) {
    if (person === null || frame.plan.rules.overtime === null) return;
    frame.weeks.forEach((week, i) => {
      if (pay[i].overtime === 0) return;
      const decimals = decimalsOf(frame.site.currency);
      const extra = sumToMinor(
        pay[i].days.map((day) => day.premium),
        decimals,
      );
      report({
        date: week.first,
        person: person.id,
        amount: pay[i].overtime,
        facts: { extra: toMajor(extra, decimals) },
      });
    });
  },
  say({ person, amount, facts }, words) {
    return `${words.person(person)}: ${words.hours(amount!)} of overtime, which adds ${words.money(Number(facts.extra))}.`;
  },
};
