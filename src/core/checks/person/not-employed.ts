import { type PersonCheck, placeOf } from '../shared/check';
import { openShift } from '../shared/fixes';

/** Before the first or after the last day of employment; both days count as employed. */
export const notEmployed: PersonCheck = {
  code: 'not-employed',
  title: 'Not employed',
  rule: { text: 'A shift before the first or after the last day of employment' },
  severity: 'stop',
  unit: null,
  dependsOn: 'person',
  inspect({ person, shifts }, report) {
    if (person === null) return;
    const { employedFrom, employedTo } = person;
    for (const shift of shifts) {
      const early = employedFrom !== null && shift.date < employedFrom;
      const late = employedTo !== null && shift.date > employedTo;
      if (early || late)
        report({
          ...placeOf(shift),
          params: { early: early ? 1 : 0, day: early ? employedFrom : employedTo },
        });
    }
  },
  message({ date, person, params }, words) {
    const day = words.day(Number(params.day));
    return params.early === 1
      ? `${words.person(person)} is first employed on ${day}, and has a shift on ${words.day(date)}.`
      : `${words.person(person)} left on ${day}, and has a shift on ${words.day(date)}.`;
  },
  fix: openShift,
};
