import { crew, fieldPlan, job, visit, away } from '../jobs/testing';
import type { Plan } from '../plan/types';
import { MONDAY, person, shift, span } from '../testing';

/** Field work in one row a case: the code, what is tried, the plan, and the amounts of the snags that are due. */

const a = job('a', 4);
const b = job('b', 4);
const BOTH = [a, b];
const EIGHT = 8 * 60;
const travel = { usual: 30, pairs: [] };
const role = { id: 'check', name: 'Check', personMinutes: null, role: 'bar', price: null, factors: null };
const certified = (until: number | null) => ({
  people: [person('ann', { roles: [{ role: 'bar', until, hourlyRate: null }] }), person('bo', { roles: [] })],
});
const checked = job('a', 4, { service: 'check' });
const round = { id: 'wash', date: MONDAY + 1 };

export const FIELD_CASES: [string, string, Plan, (number | null)[]][] = [
  [
    'visit-overlap',
    'two at once',
    fieldPlan({ jobs: BOTH, visits: [visit('a', 0, EIGHT), visit('b', 0, EIGHT + 90)] }),
    [30],
  ],
  [
    'visit-overlap',
    'one after the other, to the minute',
    fieldPlan({ jobs: BOTH, visits: [visit('a', 0, EIGHT), visit('b', 0, EIGHT + 120)] }),
    [],
  ],
  [
    'visit-overlap',
    'no time for the way',
    fieldPlan({ travel, jobs: BOTH, visits: [visit('a', 0, EIGHT), visit('b', 0, EIGHT + 140)] }),
    [10],
  ],
  [
    'visit-overlap',
    'the way fits, to the minute',
    fieldPlan({ travel, jobs: BOTH, visits: [visit('a', 0, EIGHT), visit('b', 0, EIGHT + 150)] }),
    [],
  ],
  [
    'visit-overlap',
    'two crews at once are two places',
    fieldPlan({
      crews: [crew(), crew({ id: 'hull', name: 'Hull' })],
      jobs: BOTH,
      visits: [visit('a', 0, EIGHT), visit('b', 0, EIGHT, { crew: 'hull' })],
    }),
    [],
  ],
  ['crew-away', 'in the hours', fieldPlan({ jobs: [a], visits: [visit('a', 0, EIGHT)] }), []],
  ['crew-away', 'before the hours', fieldPlan({ jobs: [a], visits: [visit('a', 0, EIGHT - 30)] }), [30]],
  ['crew-away', 'on a day off', fieldPlan({ jobs: [a], visits: [visit('a', 5, EIGHT)] }), [120]],
  [
    'crew-away',
    'through the pause',
    fieldPlan({ jobs: [a], visits: [visit('a', 0, 11 * 60 + 30, { isThrough: true })] }),
    [60],
  ],
  [
    'crew-away',
    'somebody without a crew works when their shifts say',
    fieldPlan(
      { jobs: [a], visits: [visit('a', 0, 9 * 60, { crew: null, person: 'ann' })] },
      { shifts: [shift('ann', 0, '9-12')] },
    ),
    [60],
  ],
  [
    'crew-short',
    'two of two',
    fieldPlan({ jobs: [job('a', 4, { people: 2 })], visits: [visit('a', 0, EIGHT)] }),
    [],
  ],
  [
    'crew-short',
    'one is on leave for a part of it',
    fieldPlan(
      { jobs: [job('a', 4, { people: 2 })], visits: [visit('a', 0, EIGHT)] },
      { people: [person('ann'), person('bo', { leave: [away(0, 9, 12)] })] },
    ),
    [1],
  ],
  [
    'crew-short',
    'nobody is there',
    fieldPlan({ crews: [crew({ members: [] })], jobs: [a], visits: [visit('a', 0, EIGHT)] }),
    [1],
  ],
  [
    'crew-short',
    'one is at another site',
    fieldPlan(
      { jobs: [job('a', 4, { people: 2 })], visits: [visit('a', 0, EIGHT)] },
      {
        surroundingShifts: [
          { person: 'bo', role: null, site: 'bistro', date: MONDAY, ...span('9-12'), break: null },
        ],
      },
    ),
    [1],
  ],
  [
    'not-certified',
    'held to the last day',
    fieldPlan({ services: [role], jobs: [checked], visits: [visit('a', 1, EIGHT)] }, certified(MONDAY + 1)),
    [],
  ],
  [
    'not-certified',
    'ended the day before',
    fieldPlan({ services: [role], jobs: [checked], visits: [visit('a', 1, EIGHT)] }, certified(MONDAY)),
    [null],
  ],
  [
    'outside-window',
    'on the last date that was agreed',
    fieldPlan({ jobs: [job('a', 4, { latest: MONDAY })], visits: [visit('a', 0, EIGHT)] }),
    [],
  ],
  [
    'outside-window',
    'it goes on the day after',
    fieldPlan({ jobs: [job('a', 4, { latest: MONDAY })], visits: [visit('a', 0, 16 * 60)] }),
    [1],
  ],
  [
    'outside-window',
    'two days too early',
    fieldPlan({ jobs: [job('a', 4, { earliest: MONDAY + 2 })], visits: [visit('a', 0, EIGHT)] }),
    [2],
  ],
  [
    'outside-window',
    'half an hour of it before the customer is there',
    fieldPlan({ jobs: [job('a', 4, { window: span('8:30-12') })], visits: [visit('a', 0, EIGHT)] }),
    [30],
  ],
  ['overdue', 'on the last date', fieldPlan({ today: MONDAY, jobs: [job('a', 4, { latest: MONDAY })] }), []],
  [
    'overdue',
    'two days late',
    fieldPlan({ today: MONDAY + 2, jobs: [job('a', 4, { latest: MONDAY }), job('b', 4)] }),
    [2],
  ],
  [
    'overdue',
    'late but planned, or done, is told otherwise',
    fieldPlan({
      today: MONDAY + 2,
      jobs: [job('a', 4, { latest: MONDAY }), job('b', 4, { latest: MONDAY, progress: 'done' })],
      visits: [visit('a', 3, EIGHT)],
    }),
    [],
  ],
  [
    'crew-overfull',
    'as much as the day holds',
    fieldPlan({ jobs: [job('a', 16)], visits: [visit('a', 0, EIGHT)] }),
    [],
  ],
  [
    'crew-overfull',
    'travel is more than it holds',
    fieldPlan({
      travel,
      jobs: [job('a', 8), job('b', 6), job('c', 2)],
      visits: [visit('a', 0, EIGHT), visit('b', 0, 13 * 60), visit('c', 0, 16 * 60)],
    }),
    [30],
  ],
  [
    'crew-overfull',
    'one is on the way in the pause',
    fieldPlan({
      travel,
      jobs: [job('a', 8), job('b', 8)],
      visits: [visit('a', 0, EIGHT), visit('b', 0, 13 * 60)],
    }),
    [],
  ],
  [
    'crew-overfull',
    'a day of another week is told there',
    fieldPlan({ jobs: [job('a', 20)], visits: [visit('a', 7, EIGHT, { isThrough: true })] }),
    [],
  ],
  ['forgotten', 'its date is today', fieldPlan({ today: MONDAY + 1, jobs: [job('a', 1, { round })] }), []],
  ['forgotten', 'its date is over', fieldPlan({ today: MONDAY + 3, jobs: [job('a', 1, { round })] }), [2]],
  [
    'forgotten',
    'it is planned',
    fieldPlan({ today: MONDAY + 3, jobs: [job('a', 1, { round })], visits: [visit('a', 4, EIGHT)] }),
    [],
  ],
];
