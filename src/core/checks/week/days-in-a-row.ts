import type { PersonCheck } from '../shared/check';

/**
 * More working days in a row than the limit, looking back into the days before the plan. One snag a run, on
 * its first date over the limit on which the plan has a shift.
 */
export const daysInARow: PersonCheck = {
  code: 'days-in-a-row',
  title: 'Days in a row',
  rule: { text: 'Working days in a row: at most {}', limit: { key: 'maxDaysInARow', unit: 'days' } },
  severity: 'warn',
  unit: 'days',
  dependsOn: 'person',
  limit: (rules) => rules.maxDaysInARow,
  inspect({ context, person, days }, report) {
    if (person === null) return;
    const limit = context.plan.rules.maxDaysInARow;
    for (let i = 0; i < days.length;) {
      let j = i + 1;
      while (j < days.length && days[j].date === days[j - 1].date + 1) j++;
      const over = days.slice(i + limit, j).find((day) => day.parts.some((part) => part.planShift));
      if (over)
        report({
          date: over.date,
          person: person.id,
          amount: j - i,
          params: { first: days[i].date, last: days[j - 1].date },
        });
      i = j;
    }
  },
  message({ person, amount, limit, params }, words) {
    return (
      `${words.person(person)} works ${amount} days in a row, ${words.day(Number(params.first))} to ` +
      `${words.day(Number(params.last))}; the limit here is ${limit}.`
    );
  },
};
