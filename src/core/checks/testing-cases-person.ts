import type { Plan } from '../plan/types';
import { MONDAY, available, person, plan, shift, span } from '../testing';

const BREAKS = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
const around = (who: string, offset: number, times: string, site: string | null = null) => ({
  person: who,
  role: null,
  site,
  date: MONDAY + offset,
  ...span(times),
  break: null,
});

/** One row a case: the code, what is tried, the plan, and the amounts of the snags that are due. */
export const PERSON_CASES: [string, string, Plan, (number | null)[]][] = [
  ['overlap', 'by an hour', plan({ shifts: [shift('ann', 0, '9-13'), shift('ann', 0, '12-17')] }), [60]],
  ['overlap', 'touching', plan({ shifts: [shift('ann', 0, '9-12'), shift('ann', 0, '12-17')] }), []],
  ['overlap', 'past midnight', plan({ shifts: [shift('ann', 0, '20-26'), shift('ann', 1, '1-5')] }), [60]],
  [
    'overlap',
    'with another site',
    plan({ shifts: [shift('ann', 0, '9-13')], surroundingShifts: [around('ann', 0, '12-16', 'chandlery')] }),
    [60],
  ],
  [
    'overlap',
    'elsewhere only',
    plan({ surroundingShifts: [around('ann', 0, '9-13', 'x'), around('ann', 0, '12-16', 'y')] }),
    [],
  ],
  [
    'not-available',
    'two hours late',
    plan({
      people: [person('ann', { availability: [available([0], '9-17')] })],
      shifts: [shift('ann', 0, '10-19')],
    }),
    [120],
  ],
  [
    'not-available',
    'after midnight on a day without hours',
    plan({
      people: [person('ann', { availability: [available([0], '9-24')] })],
      shifts: [shift('ann', 0, '20-26')],
    }),
    [120],
  ],
  [
    'not-available',
    'until the last day it holds',
    plan({
      people: [person('ann', { availability: [{ ...available([0, 1], '9-12'), until: MONDAY }] })],
      shifts: [shift('ann', 0, '12-13'), shift('ann', 1, '12-13')],
    }),
    [60],
  ],
  [
    'rather-not',
    'half of it',
    plan({
      people: [person('ann', { availability: [available([0], '12-17', 'rather-not')] })],
      shifts: [shift('ann', 0, '10-14')],
    }),
    [120],
  ],
  [
    'not-qualified',
    'role not held',
    plan({ people: [person('ann', { roles: [] })], shifts: [shift('ann', 0, '9-12')] }),
    [null],
  ],
  [
    'not-qualified',
    'valid on its last day, not the next',
    plan({
      people: [person('ann', { roles: [{ role: 'bar', until: MONDAY, hourlyRate: null }] })],
      shifts: [shift('ann', 0, '22-30'), shift('ann', 2, '9-12')],
    }),
    [null],
  ],
  [
    'not-employed',
    'the day before the first, the first, the last, the day after',
    plan({
      people: [person('ann', { employedFrom: MONDAY + 1, employedTo: MONDAY + 2 })],
      shifts: [0, 1, 2, 3].map((day) => shift('ann', day, '9-12')),
    }),
    [null, null],
  ],
  ['short-rest', '10½ h', plan({ shifts: [shift('ann', 0, '14-22'), shift('ann', 1, '8:30-12')] }), [630]],
  ['short-rest', 'exactly 11 h', plan({ shifts: [shift('ann', 0, '14-22'), shift('ann', 1, '9-12')] }), []],
  [
    'short-rest',
    'from a shift of the week before',
    plan({ shifts: [shift('ann', 0, '7-12')], surroundingShifts: [around('ann', -1, '15-23')] }),
    [480],
  ],
  [
    'short-rest',
    'not between the parts of a split day',
    plan({ shifts: [shift('ann', 0, '9-12'), shift('ann', 0, '17-20')] }),
    [],
  ],
  [
    'short-rest',
    'an hour shorter over the spring clock change',
    plan({ shifts: [shift('ann', 5, '14-22'), shift('ann', 6, '9-12')] }),
    [600],
  ],
  [
    'long-shift',
    'a minute over',
    plan({ shifts: [shift('ann', 0, '9-19:01'), shift('bo', 0, '9-19')] }),
    [1],
  ],
  [
    'short-shift',
    'half an hour short',
    plan({ shifts: [shift('ann', 0, '9-10:30'), shift('bo', 0, '9-11')] }),
    [30],
  ],
  [
    'long-day',
    'two parts',
    plan({ shifts: [shift('ann', 0, '8-14'), shift('ann', 0, '15-20'), shift('bo', 0, '8-18')] }),
    [60],
  ],
  [
    'no-break',
    'set by hand to nothing',
    plan({
      rules: { breaks: BREAKS },
      shifts: [shift('ann', 0, '9-17', { break: { minutes: 0, at: null, paid: false } })],
    }),
    [30],
  ],
  [
    'no-break',
    'the pause of a split day counts, in part',
    plan({ rules: { breaks: BREAKS }, shifts: [shift('ann', 0, '9-13'), shift('ann', 0, '13:20-17')] }),
    [10],
  ],
  [
    'no-break',
    'exactly six hours need none',
    plan({
      rules: { breaks: BREAKS },
      shifts: [shift('ann', 0, '9-15', { break: { minutes: 0, at: null, paid: false } })],
    }),
    [],
  ],
  [
    'young-worker',
    'outside the hours, and over the day',
    plan({
      people: [person('ann', { birthDate: MONDAY - 15 * 365 })],
      shifts: [shift('ann', 0, '9-20')],
      rules: { young: [{ underAge: 16, from: 420, to: 1140, dayMinutes: 480, weekMinutes: null }] },
    }),
    [60, 180],
  ],
  [
    'young-worker',
    'the rule for the lowest age counts',
    plan({
      people: [person('ann', { birthDate: MONDAY - 15 * 365 })],
      shifts: [shift('ann', 0, '9-21')],
      rules: {
        young: [
          { underAge: 18, from: 420, to: 1320, dayMinutes: null, weekMinutes: null },
          { underAge: 16, from: 420, to: 1140, dayMinutes: null, weekMinutes: null },
        ],
      },
    }),
    [120],
  ],
  [
    'bad-time',
    'longer than 16 h',
    plan({ shifts: [shift('ann', 0, '2-18:01'), shift('bo', 0, '2-18')] }),
    [1],
  ],
];
