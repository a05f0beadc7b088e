import { expect } from '@jest/globals';
import type { Plan } from '../plan/types';
import { MONDAY, need, person, plan, shift, span } from '../testing';
import { DAY } from '../time/span';

const ann = (more: Parameters<typeof person>[1] = {}) => [person('ann', { name: 'Ann Bo', ...more })];
const OVERTIME = { weekMinutes: 480, multiplier: 1.5, day: [], after: [], seventhDay: null };
const noon = MONDAY * DAY + 720;
const week = (times: string) => [0, 1, 2, 3, 4, 5, 6].map((day) => shift('ann', day, times));
const closed = [0, 1, 2, 3, 4, 5, 6].map((day) => (day === 0 ? [span('9-17')] : []));

/** What is planned, the check, and what it says of it: the sentence, and the way out where there is one. */
export const OTHER_CASES: readonly (readonly [Plan, string, string, string?, unknown?])[] = [
  [plan({ needs: [need('bar', 0, '9-12', 2)] }), 'gap', 'Mon 22 9:00–12:00, Bar: nobody is on, 2 needed.'],
  [
    plan({ needs: [need('bar', 0, '9-12', 2)], shifts: [shift('ann', 0, '9-12')] }),
    'gap',
    'Mon 22 9:00–12:00, Bar: 1 of 2 needed are on.',
  ],
  [
    plan({
      needs: [need(null, 0, '9-12', 3), need(null, 0, '10-11', 4)],
      shifts: [shift('ann', 0, '9-12'), shift('bo', 0, '10-11')],
    }),
    'gap',
    'Mon 22 9:00–12:00, everybody: 2 fewer on than needed.',
  ],
  [
    plan({ needs: [need('bar', 0, '9-12')], shifts: ['ann', 'bo'].map((id) => shift(id, 0, '9-12')) }),
    'surplus',
    'Mon 22 9:00–12:00, Bar: 1 more on than needed.',
  ],
  [
    plan({ shifts: [shift(null, 0, '9-12')] }),
    'unfilled',
    'Mon 22 9:00–12:00, Bar: an open shift with nobody on it.',
  ],
  [
    plan({
      people: ann({ leave: [{ id: 'l', from: noon, to: noon + 90, state: 'approved' }] }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'on-leave',
    'Ann Bo is on leave for 1½ h of Mon 22 9:00–15:00.',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({
      people: ann({ leave: [{ id: 'l', from: noon, to: noon + 90, state: 'waiting' }] }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'leave-waiting',
    'Ann Bo has asked for leave, not decided yet, over 1½ h of Mon 22 9:00–15:00.',
  ],
  [
    plan({ people: ann(), shifts: week('9-17') }),
    'no-weekly-rest',
    'Ann Bo: the longest rest of the week is 16 h; the rule here is 35 h without a break.',
  ],
  [
    plan({
      people: ann({ maxWeekMinutes: 600 }),
      shifts: [shift('ann', 0, '8-16'), shift('ann', 2, '8-13')],
    }),
    'long-week',
    'Ann Bo is planned for 13 h; their weekly maximum is 10 h.',
  ],
  [
    plan({
      people: ann(),
      shifts: [shift('ann', 0, '8-16'), shift('ann', 2, '8-13')],
      rules: { overtime: OVERTIME },
    }),
    'overtime',
    'Ann Bo: 5 h of overtime, which adds €30.00.',
  ],
  [
    plan({ people: ann({ contractMinutes: 900 }), shifts: [shift('ann', 0, '8-16')] }),
    'under-contract',
    'Ann Bo has 8 h, 7 h under a contract of 15 h.',
  ],
  [
    plan({
      people: ann({
        contractMinutes: 900,
        leave: [{ id: 'l', from: (MONDAY + 3) * DAY, to: (MONDAY + 4) * DAY, state: 'approved' }],
      }),
      shifts: [shift('ann', 0, '8-16')],
    }),
    'under-contract',
    'Ann Bo has 11 h, 3 h of it credited, 4 h under a contract of 15 h.',
  ],
  [
    plan({ people: ann(), shifts: week('9-17') }),
    'days-in-a-row',
    'Ann Bo works 7 days in a row, Mon 22 to Sun 28; the limit here is 6.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '8-12')], site: { openHours: closed } }),
    'closed',
    'Ann Bo, Mon 22 8:00–12:00: 1 h while the place is closed.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '8-16')], budget: { minutes: 420, cost: null } }),
    'over-budget',
    'The week holds 8 h, 1 h over the budget of 7 h.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '8-16')], budget: { minutes: null, cost: 90.5 } }),
    'over-budget',
    'The week costs €96.00, €5.50 over the budget of €90.50.',
  ],
  [
    plan({
      people: ann({
        leave: [{ id: 'l', from: (MONDAY + 1) * DAY, to: (MONDAY + 2) * DAY, state: 'approved' }],
      }),
      awayLimits: [{ most: 0, roles: ['bar'], name: 'Bar', days: null, from: null, to: null }],
    }),
    'over-away-limit',
    'Tue 23: 1 of Bar is on leave, at most 0 may be.',
  ],
  [
    plan({
      people: ann({
        balances: [
          { kind: 'Annual leave', unit: 'days', left: 500, mayOwe: 0, changes: [[MONDAY + 1, -1000]] },
        ],
      }),
    }),
    'leave-over-balance',
    'Ann Bo: Annual leave on Tue 23 goes ½ day beyond what is left.',
  ],
];
