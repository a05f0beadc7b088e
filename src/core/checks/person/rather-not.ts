import { covered } from '../../time/span';
import { minutesByDate } from '../shared/availability-use';
import { type PersonCheck, placeOf } from '../shared/check';

/** Hours in a block marked *rather not*: one snag a shift. */
export const ratherNot: PersonCheck = {
  code: 'rather-not',
  title: 'Rather not',
  rule: { text: 'Hours a person would rather not work' },
  severity: 'note',
  unit: 'minutes',
  dependsOn: 'person',
  inspect(view, report) {
    for (const shift of view.doubtful) {
      const amount = minutesByDate(view, shift, (day, span) => covered(span, day.ratherNot));
      if (amount > 0) report({ ...placeOf(shift), amount });
    }
  },
  message({ date, from, to, person, amount }, words) {
    return (
      `${words.person(person)} would rather not work ${words.hours(amount!)} of ` +
      `${words.day(date)} ${words.span(from!, to!)}.`
    );
  },
};
