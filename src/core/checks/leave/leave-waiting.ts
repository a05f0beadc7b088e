import type { PersonCheck } from '../shared/check';
import { reportLeave } from './leave-clash';

/** A shift on leave that still waits for a decision. */
export const leaveWaiting: PersonCheck = {
  code: 'leave-waiting',
  title: 'Leave asked for',
  rule: { text: 'A shift on leave that waits for a decision' },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  inspect: (view, report) => reportLeave(view, 'waiting', report),
  message({ date, from, to, person, amount }, words) {
    return (
      `${words.person(person)} has asked for leave, not decided yet, over ${words.hours(amount!)} of ` +
      `${words.day(date)} ${words.span(from!, to!)}.`
    );
  },
};
