import type { PersonCheck } from '../shared/check';

/** Paid time of the week, also elsewhere, over the person's weekly maximum. */
export const longWeek: PersonCheck = {
  code: 'long-week',
  title: 'Long week',
  rule: { text: 'Paid time of a week: at most the person’s weekly maximum' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  inspect({ context, person, pay }, report) {
    if (person === null || person.maxWeekMinutes === null) return;
    const limit = person.maxWeekMinutes;
    context.weeks.forEach((week, i) => {
      const over = pay[i].paidEverywhere - limit;
      if (over > 0 && pay[i].worksHere) report({ date: week.first, person: person.id, amount: over, limit });
    });
  },
  message({ person, amount, limit }, words) {
    return (
      `${words.person(person)} is planned for ${words.hours(limit! + amount!)}; ` +
      `their weekly maximum is ${words.hours(limit!)}.`
    );
  },
};
