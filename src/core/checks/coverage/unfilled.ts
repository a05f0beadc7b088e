import { type PersonCheck, placeOf } from '../shared/check';

/** An open shift with nobody on it. */
export const unfilled: PersonCheck = {
  code: 'unfilled',
  title: 'Open shift',
  rule: { text: 'An open shift with nobody on it' },
  severity: 'warn',
  unit: null,
  dependsOn: 'person',
  inspect({ person, shifts }, report) {
    if (person === null) for (const shift of shifts) report(placeOf(shift));
  },
  message({ date, from, to, role }, words) {
    return `${words.day(date)} ${words.span(from!, to!)}, ${words.role(role)}: an open shift with nobody on it.`;
  },
};
