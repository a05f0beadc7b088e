import { covered } from '../../time/span';
import { type PersonCheck, placeOf } from '../shared/check';

/** A shift outside opening hours (margins included) or on a closed holiday: one snag a shift. */
export const closed: PersonCheck = {
  code: 'closed',
  title: 'Closed',
  rule: { text: 'A shift outside opening hours, or on a closed holiday' },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  inspect({ context, shifts }, report) {
    for (const shift of shifts) {
      const amount = shift.to - shift.from - covered(shift, context.workable);
      if (amount > 0) report({ ...placeOf(shift), amount });
    }
  },
  message({ date, from, to, person, amount }, words) {
    return (
      `${words.person(person)}, ${words.day(date)} ${words.span(from!, to!)}: ` +
      `${words.hours(amount!)} while the place is closed.`
    );
  },
};
