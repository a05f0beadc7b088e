import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import type { Plan } from '../plan/types';
import { DAY } from '../time/span';
import { MONDAY, available, need, person, plan, shift, span } from '../testing';
import { CHECKS, checkOf } from './list';
import { type Snag, bySeverity } from './shared/snag';
import { wordsFor } from './shared/messages';

const BREAKS = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
const WEEK_ALL = [0, 1, 2, 3, 4, 5, 6];

function found(p: Plan, code: string): Snag[] {
  return snagsOf(judge(p))
    .filter((snag) => snag.code === code)
    .sort(bySeverity);
}

/** `amount` of each snag of a code, null where it has none. */
function amounts(p: Plan, code: string): (number | null)[] {
  return found(p, code).map((snag) => snag.amount);
}

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

/** One row a case: the code, what is tried, the plan, and the amounts of the snags that are due. */
const CASES: [string, string, Plan, (number | null)[]][] = [
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
    'bad-time',
    'longer than 16 h',
    plan({ shifts: [shift('ann', 0, '2-18:01'), shift('bo', 0, '2-18')] }),
    [1],
  ],
];

describe('each check finds what it is for, and nothing at its limit', () => {
  test.each(CASES)('%s: %s', (code, _what, p, expected) => {
    const sorted = (list: (number | null)[]) => [...list].sort((a, b) => Number(a) - Number(b));
    expect(sorted(amounts(p, code))).toEqual(sorted(expected));
  });

  test('none is without a case', () => {
    const covered = new Set(CASES.map(([code]) => code));
    expect(CHECKS.map((check) => check.code).filter((code) => !covered.has(code))).toEqual([]);
  });

  test('every sentence is made of the plan’s words', () => {
    for (const [, , p] of CASES) {
      const words = wordsFor(p);
      for (const snag of snagsOf(judge(p))) {
        const text = CHECKS.find((check) => check.code === snag.code)!.message(snag, words);
        expect(text).toMatch(/^[A-Z“].*\.$/);
        expect(text).not.toMatch(/undefined|null|NaN|Infinity/);
      }
    }
  });
});

describe('what a snag says of its place', () => {
  test('one shift: its date and times; two: the later one’s', () => {
    const late = shift('ann', 0, '14-25');
    const early = shift('ann', 1, '9-12');
    const p = plan({ shifts: [early, late] });
    expect(found(p, 'short-rest')[0]).toMatchObject({
      date: MONDAY + 1,
      from: 540,
      to: 720,
      shifts: [late.id, early.id],
      limit: 660,
      severity: 'warn',
    });
    expect(found(p, 'long-shift')[0]).toMatchObject({ date: MONDAY, from: 840, to: 1500 });
  });

  test.each([
    ['9-13', around('ann', 0, '12-16', 'chandlery'), '12:00–16:00 at The Chandlery and Mon 22 9:00–13:00'],
    ['9-13', around('ann', 0, '8-10', 'chandlery'), '8:00–10:00 at The Chandlery and Mon 22 9:00–13:00'],
    ['5-9', around('ann', -1, '22-30'), 'Sun 21 22:00–6:00 and Mon 22 5:00–9:00'],
  ])('an overlap of %s tells of the other shift: %#', (times, other, expected) => {
    const p = plan({ shifts: [shift('ann', 0, times)], surroundingShifts: [other] });
    const [snag] = found(p, 'overlap');
    const words = wordsFor(p, '24', new Map([['chandlery', 'The Chandlery']]));
    expect(checkOf('overlap')!.message(snag, words)).toBe(
      `ANN is in two shifts at once for 1 h: ${expected}.`,
    );
  });

  test('a site changes severities and turns checks off, but not overlap', () => {
    const p = plan({
      shifts: [shift('ann', 0, '9-13'), shift('ann', 0, '12-17'), shift(null, 0, '9-12')],
      rules: { off: ['overlap', 'unfilled'], severity: { overlap: 'warn' } },
    });
    expect(found(p, 'overlap').map((snag) => snag.severity)).toEqual(['warn']);
    expect(found(p, 'unfilled')).toEqual([]);
  });

  test('a mend clears the snag it belongs to', () => {
    const p = plan({
      people: [person('ann', { availability: [available([0], '9-17')] }), person('bo')],
      rules: { breaks: BREAKS },
      shifts: [
        shift('ann', 0, '8-17:30'),
        shift('bo', 0, '14-23'),
        shift('bo', 1, '8-15', { break: { minutes: 0, at: null, paid: false } }),
      ],
    });
    const words = wordsFor(p);
    for (const code of ['not-available', 'short-rest', 'no-break']) {
      const [snag] = found(p, code);
      const fix = CHECKS.find((check) => check.code === code)!.fix!(snag, p, words)!;
      const change = fix.changes[0];
      if (change.do !== 'set') throw new Error('a mend sets something');
      const shifts = p.shifts.map((s) => (s.id === change.id ? { ...s, ...change.shift } : s));
      expect(found({ ...p, shifts }, code)).toEqual([]);
    }
  });
});
