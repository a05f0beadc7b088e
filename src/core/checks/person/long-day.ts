import { type PersonCheck, placeOfAll } from '../shared/check';

/** Paid time of a working day above the limit. */
export const longDay: PersonCheck = {
  code: 'long-day',
  title: 'Long day',
  rule: { text: 'Paid time of a working day: at most {}', limit: { key: 'maxDayMinutes', unit: 'hours' } },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.maxDayMinutes,
  inspect({ context, person, days }, report) {
    if (person === null) return;
    for (const { parts } of days) {
      const own = parts.filter((part) => part.planShift);
      const paid = own.reduce((sum, part) => sum + part.paid, 0);
      const over = paid - context.plan.rules.maxDayMinutes;
      if (over > 0) report({ ...placeOfAll(own), amount: over });
    }
  },
  message({ date, person, amount, limit }, words) {
    return (
      `${words.person(person)} works ${words.hours(limit! + amount!)} on ${words.day(date)}, ` +
      `${words.hours(amount!)} over the limit of ${words.hours(limit!)}.`
    );
  },
};
