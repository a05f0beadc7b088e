import { type PersonCheck, placeOf } from '../shared/check';

/** Elapsed time of one shift above the site's limit. */
export const longShift: PersonCheck = {
  code: 'long-shift',
  title: 'Long shift',
  rule: { text: 'One shift lasts at most {}', limit: { key: 'maxShiftMinutes', unit: 'hours' } },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.maxShiftMinutes,
  inspect({ context, shifts }, report) {
    for (const shift of shifts) {
      const over = shift.elapsed - context.plan.rules.maxShiftMinutes;
      if (over > 0) report({ ...placeOf(shift), amount: over });
    }
  },
  message({ date, from, to, person, amount, limit }, words) {
    return (
      `${words.person(person)}, ${words.day(date)} ${words.span(from!, to!)}: ` +
      `${words.hours(limit! + amount!)} long, ${words.hours(amount!)} over the limit of ${words.hours(limit!)}.`
    );
  },
};
