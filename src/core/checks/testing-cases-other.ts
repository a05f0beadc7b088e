import type { Plan } from '../plan/types';
import { MONDAY, need, person, plan, shift, span } from '../testing';
import { DAY } from '../time/span';

const WEEK_ALL = [0, 1, 2, 3, 4, 5, 6];
const around = (who: string, offset: number, times: string, site: string | null = null) => ({
  person: who,
  role: null,
  site,
  date: MONDAY + offset,
  ...span(times),
  break: null,
});
const leave = (from: number, to: number, state: 'approved' | 'waiting' | 'declined') => ({
  id: 'l1',
  from: MONDAY * DAY + from,
  to: MONDAY * DAY + to,
  state,
});

const AWAY_LIMIT = { most: 1, roles: null, name: null, days: null, from: null, to: null };
/** A balance of whole days, in thousandths, with what is given and taken on days of the week. */
const balance = (left: number, changes: readonly (readonly [day: number, amount: number])[]) => ({
  ...{ kind: 'Annual leave', unit: 'days' as const, left, mayOwe: 0 },
  changes: changes.map(([day, amount]) => [MONDAY + day, amount] as const),
});

/** One row a case: the code, what is tried, the plan, and the amounts of the snags that are due. */
export const OTHER_CASES: [string, string, Plan, (number | null)[]][] = [
  ['gap', 'nobody on', plan({ needs: [need('bar', 0, '9-12', 2)] }), [2]],
  [
    'gap',
    'covered to the minute',
    plan({ needs: [need('bar', 0, '9-12')], shifts: [shift('ann', 0, '9-12')] }),
    [],
  ],
  [
    'gap',
    'ten minutes late counts the block',
    plan({ needs: [need('bar', 0, '9-12')], shifts: [shift('ann', 0, '9:10-12')] }),
    [1],
  ],
  [
    'gap',
    'an open shift does not staff',
    plan({ needs: [need('bar', 0, '9-12')], shifts: [shift(null, 0, '9-12')] }),
    [1],
  ],
  [
    'gap',
    'open with nobody on',
    plan({
      site: { openHours: WEEK_ALL.map((d) => (d === 0 ? [span('9-12')] : [])) },
      rules: { minimumOn: 1 },
    }),
    [1],
  ],
  [
    'gap',
    'a fixed break leaves one',
    plan({
      needs: [need('bar', 0, '9-12')],
      shifts: [shift('ann', 0, '9-12', { break: { minutes: 30, at: 600, paid: false } })],
    }),
    [1],
  ],
  [
    'surplus',
    'above tolerance',
    plan({ needs: [need('bar', 0, '9-12')], shifts: [shift('ann', 0, '9-12'), shift('bo', 0, '9-12')] }),
    [1],
  ],
  [
    'surplus',
    'within tolerance',
    plan({
      needs: [need('bar', 0, '9-12')],
      shifts: [shift('ann', 0, '9-12'), shift('bo', 0, '9-12')],
      rules: { surplusTolerance: 1 },
    }),
    [],
  ],
  ['surplus', 'where nothing is needed', plan({ shifts: [shift('ann', 0, '9-12')] }), []],
  ['unfilled', 'an open shift', plan({ shifts: [shift(null, 0, '9-12'), shift('ann', 0, '9-12')] }), [null]],
  [
    'on-leave',
    'the night before reaches into it',
    plan({
      people: [person('ann', { leave: [leave(DAY, 2 * DAY, 'approved')] })],
      shifts: [shift('ann', 0, '20-25')],
    }),
    [60],
  ],
  [
    'on-leave',
    'ends when it begins',
    plan({
      people: [person('ann', { leave: [leave(DAY, 2 * DAY, 'approved')] })],
      shifts: [shift('ann', 0, '20-24')],
    }),
    [],
  ],
  [
    'leave-waiting',
    'part of a day',
    plan({
      people: [person('ann', { leave: [leave(720, 960, 'waiting')] })],
      shifts: [shift('ann', 0, '9-13')],
    }),
    [60],
  ],
  [
    'leave-waiting',
    'declined is none',
    plan({
      people: [person('ann', { leave: [leave(720, 960, 'declined')] })],
      shifts: [shift('ann', 0, '9-13')],
    }),
    [],
  ],
  [
    'no-weekly-rest',
    'a shift every day',
    plan({
      shifts: WEEK_ALL.map((day) => shift('ann', day, '9-17')),
      surroundingShifts: [around('ann', -1, '9-17')],
      rules: { maxDaysInARow: 9 },
    }),
    [16 * 60],
  ],
  [
    'no-weekly-rest',
    'a day and a half free',
    plan({
      shifts: [0, 1, 2, 4, 5, 6].map((day) => shift('ann', day, '9-17')),
      surroundingShifts: [around('ann', -1, '9-17')],
    }),
    [],
  ],
  ['no-weekly-rest', 'no shift', plan(), []],
  [
    'long-week',
    'with hours at another site',
    plan({
      people: [person('ann', { maxWeekMinutes: 600 })],
      shifts: [shift('ann', 0, '9-17')],
      surroundingShifts: [around('ann', 2, '9-12', 'chandlery')],
    }),
    [60],
  ],
  [
    'overtime',
    'two hours over',
    plan({
      shifts: [0, 1, 2].map((day) => shift('ann', day, '9-17')),
      rules: { overtime: { weekMinutes: 22 * 60, multiplier: 1.5, day: [], after: [], seventhDay: null } },
    }),
    [120],
  ],
  [
    'under-contract',
    'a day of leave credits a fifth',
    plan({
      people: [person('ann', { contractMinutes: 2400, leave: [leave(DAY, 2 * DAY, 'approved')] })],
      shifts: [shift('ann', 0, '9-17')],
    }),
    [2400 - 480 - 480],
  ],
  [
    'under-contract',
    'not in an incomplete week',
    plan({ days: 6, people: [person('ann', { contractMinutes: 2400 })] }),
    [],
  ],
  [
    'days-in-a-row',
    'looking back into the week before',
    plan({
      shifts: [0, 1, 2].map((day) => shift('ann', day, '9-12')),
      surroundingShifts: [-1, -2, -3, -4].map((day) => around('ann', day, '9-12')),
    }),
    [7],
  ],
  [
    'days-in-a-row',
    'six are allowed',
    plan({ shifts: [0, 1, 2, 3, 4, 5].map((d) => shift('ann', d, '9-12')) }),
    [],
  ],
  [
    'closed',
    'before opening, less the margin',
    plan({
      site: { openHours: WEEK_ALL.map(() => [span('9-17')]), margins: { before: 30, after: 60 } },
      shifts: [shift('ann', 0, '8-18')],
    }),
    [30],
  ],
  [
    'closed',
    'on a closed holiday, all of it',
    plan({
      holidays: [{ date: MONDAY, name: 'Harbour Day', closed: true }],
      shifts: [shift('ann', 0, '9-12'), shift('ann', 1, '9-12')],
    }),
    [180],
  ],
  [
    'over-budget',
    'hours and cost',
    plan({ shifts: [shift('ann', 0, '9-17')], budget: { minutes: 420, cost: 90.5 } }),
    [5.5, 60],
  ],
  [
    'over-away-limit',
    'two on leave where one may be, and nobody else counts',
    plan({
      awayLimits: [AWAY_LIMIT],
      people: [
        person('ann', { leave: [leave(DAY, 2 * DAY, 'approved')] }),
        person('bo', { leave: [leave(DAY + 600, DAY + 720, 'approved')] }),
        person('cid', { leave: [leave(DAY, 2 * DAY, 'waiting')] }),
        person('dora', { isGuest: true, leave: [leave(DAY, 2 * DAY, 'approved')] }),
      ],
    }),
    [1],
  ],
  [
    'over-away-limit',
    'as many as may be, on days of the limit, in roles of it',
    plan({
      awayLimits: [
        { ...AWAY_LIMIT, most: 2 },
        { ...AWAY_LIMIT, most: 0, days: WEEK_ALL.map((day) => day === 5) },
        { ...AWAY_LIMIT, most: 0, roles: ['kitchen'], name: 'Kitchen' },
        { ...AWAY_LIMIT, most: 0, from: MONDAY + 3, to: null },
      ],
      people: ['ann', 'bo'].map((id) => person(id, { leave: [leave(DAY, 2 * DAY, 'approved')] })),
    }),
    [],
  ],
  [
    'over-away-limit',
    'of several limits the smallest, and each role by itself',
    plan({
      awayLimits: [
        AWAY_LIMIT,
        { ...AWAY_LIMIT, most: 0 },
        { ...AWAY_LIMIT, most: 0, roles: ['bar'], name: 'Bar' },
      ],
      people: [person('ann', { leave: [leave(DAY, 3 * DAY, 'approved')] })],
    }),
    [1, 1, 1, 1],
  ],
  [
    'leave-over-balance',
    'beyond what is left and may be owed, once',
    plan({
      people: [
        person('ann', {
          balances: [
            balance(1000, [
              [0, -1000],
              [1, -1000],
              [2, -1000],
            ]),
          ],
        }),
      ],
    }),
    [null],
  ],
  [
    'leave-over-balance',
    'what comes in time, may be owed, or lies elsewhere',
    plan({
      people: [
        person('ann', {
          balances: [
            balance(0, [
              [0, 2000],
              [1, -2000],
            ]),
          ],
        }),
        person('bo', { balances: [{ ...balance(0, [[0, -1000]]), mayOwe: 1000 }] }),
        person('cid', {
          balances: [{ ...balance(0, [[0, -9000]]), mayOwe: null }, balance(0, [[9, -1000]])],
        }),
      ],
    }),
    [],
  ],
];
