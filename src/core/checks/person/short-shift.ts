import { type PersonCheck, placeOf } from '../shared/check';

/** Elapsed time of one shift below the site's limit. */
export const shortShift: PersonCheck = {
  code: 'short-shift',
  title: 'Short shift',
  rule: { text: 'One shift lasts at least {}', limit: { key: 'minShiftMinutes', unit: 'hours' } },
  severity: 'note',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.minShiftMinutes,
  inspect({ context, shifts }, report) {
    for (const shift of shifts) {
      const short = context.plan.rules.minShiftMinutes - shift.elapsed;
      if (short > 0) report({ ...placeOf(shift), amount: short });
    }
  },
  message({ date, from, to, person, amount, limit }, words) {
    return (
      `${words.person(person)}, ${words.day(date)} ${words.span(from!, to!)}: ` +
      `${words.hours(limit! - amount!)} long; a shift here is at least ${words.hours(limit!)}.`
    );
  },
};
