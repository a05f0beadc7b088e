import { type PersonCheck, placeOf } from '../shared/check';
import { openShift } from '../shared/fixes';

/** Role not held, or expired by the shift's date. */
export const notQualified: PersonCheck = {
  code: 'not-qualified',
  title: 'Not qualified',
  rule: { text: 'A role not held, or a certificate that has ended' },
  severity: 'stop',
  unit: null,
  dependsOn: 'person',
  inspect({ person, shifts }, report) {
    if (person === null) return;
    for (const shift of shifts) {
      if (shift.role === null) continue;
      const held = person.roles.filter((role) => role.role === shift.role);
      if (held.some((role) => role.until === null || shift.date <= role.until)) continue;
      const until = held.reduce<number | null>(
        (last, role) => (last === null || role.until! > last ? role.until : last),
        null,
      );
      report({ ...placeOf(shift), params: { until } });
    }
  },
  message({ date, person, role, params }, words) {
    return params.until === null
      ? `${words.person(person)} does not work ${words.role(role)} (${words.day(date)}).`
      : `${words.day(date)}: ${words.person(person)}'s certificate for ${words.role(role)} ended on ${words.day(Number(params.until))}.`;
  },
  fix: openShift,
};
