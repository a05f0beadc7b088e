import type { PersonCheck } from '../shared/check';
import { reportLeave } from './leave-clash';
import { openShift } from '../shared/fixes';

/** A shift on approved leave. */
export const onLeave: PersonCheck = {
  code: 'on-leave',
  title: 'On leave',
  rule: { text: 'A shift on approved leave' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  inspect: (view, report) => reportLeave(view, 'approved', report),
  message({ date, from, to, person, amount }, words) {
    return `${words.person(person)} is on leave for ${words.hours(amount!)} of ${words.day(date)} ${words.span(from!, to!)}.`;
  },
  fix: openShift,
};
