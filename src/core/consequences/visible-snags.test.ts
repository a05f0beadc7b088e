import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Snag } from '../checks/shared/snag';
import { MONDAY, need, plan, repeats, span } from '../testing';
import { WEEKDAYS } from '../time/day';
import { judge, snagsOf } from './judge';
import { joinGaps, visibleSnags } from './visible-snags';

const gap = (role: string | null, from: number, to: number, amount = 1, date = MONDAY): Snag => ({
  code: 'gap',
  severity: 'stop',
  date,
  from: from * 60,
  to: to * 60,
  role,
  person: null,
  shifts: [],
  amount,
  unit: 'people',
  limit: null,
  params: { staffed: 0, needed: amount },
});
const told = (snags: readonly Snag[]) =>
  snags.map(({ role, date, from, to, amount }) => [role, date - MONDAY, from! / 60, to! / 60, amount]);

describe('a lack is one line', () => {
  test('where a role and everybody are short of the same people', () => {
    expect(told(joinGaps([gap(null, 9, 12), gap('bar', 9, 12)]))).toEqual([['bar', 0, 9, 12, 1]]);
    expect(told(joinGaps([gap(null, 9, 12), gap('bar', 9, 12), gap('floor', 9, 12)]))).toHaveLength(2);
  });

  test('and of everybody only what roles do not say', () => {
    expect(told(joinGaps([gap(null, 9, 14, 2), gap('bar', 10, 12), gap('floor', 11, 12)]))).toEqual([
      ['bar', 0, 10, 12, 1],
      ['floor', 0, 11, 12, 1],
      [null, 0, 9, 10, 2],
      [null, 0, 10, 11, 1],
      [null, 0, 12, 14, 2],
    ]);
    expect(told(joinGaps([gap(null, 9, 12), gap('bar', 9, 12, 1, MONDAY + 1)]))).toHaveLength(2);
  });

  test('over midnight, where the same are missing', () => {
    expect(told(joinGaps([gap('bar', 22, 24), gap('bar', 0, 6, 1, MONDAY + 1)]))).toEqual([
      ['bar', 0, 22, 30, 1],
    ]);
    expect(joinGaps([gap('bar', 22, 24), gap('bar', 0, 6, 2, MONDAY + 1)])).toHaveLength(2);
    expect(joinGaps([gap('bar', 22, 24), gap('floor', 0, 6, 1, MONDAY + 1)])).toHaveLength(2);
    expect(joinGaps([gap('bar', 0, 24), gap('bar', 0, 24, 1, MONDAY + 1)])).toHaveLength(2);
  });

  test('and says a figure of those on only where it is true of all of it', () => {
    const [one] = joinGaps([
      gap('bar', 22, 24),
      { ...gap('bar', 0, 6, 1, MONDAY + 1), params: { staffed: 1, needed: 2 } },
    ]);
    expect(one.params).toEqual({ staffed: null, needed: null });
  });
});

test('people who are missing are the same as before, minute by minute, whatever is short', () => {
  const hours = fc.tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 1, max: 24 }));
  const some = fc.record({
    role: fc.constantFrom(null, 'bar', 'floor'),
    hours,
    amount: fc.integer({ min: 1, max: 3 }),
    day: fc.integer({ min: 0, max: 2 }),
  });
  fc.assert(
    fc.property(fc.array(some, { maxLength: 12 }), (list) => {
      // Gaps of one role on one date never meet.
      const gaps = list
        .filter(({ hours: [from, to] }) => from < to)
        .map(({ role, hours: [from, to], amount, day }) => gap(role, from, to, amount, MONDAY + day))
        .filter(
          (one, i, all) => all.findIndex((other) => other.role === one.role && other.date === one.date) === i,
        );
      const joined = joinGaps(gaps);
      for (let hour = 0; hour < 72; hour++) {
        const missing = (snags: readonly Snag[], isRole: boolean) =>
          snags
            .filter(({ role, date, from, to }) => {
              const start = (date - MONDAY) * 24;
              return (role !== null) === isRole && start + from! / 60 <= hour && start + to! / 60 > hour;
            })
            .reduce((sum, { amount }) => sum + amount!, 0);
        expect(missing(joined, true)).toBe(missing(gaps, true));
        expect(missing(joined, false)).toBe(Math.max(0, missing(gaps, false) - missing(gaps, true)));
      }
    }),
    { numRuns: repeats(200) },
  );
});

test('the list of a plan has what is short once, the plan file all of it', () => {
  const openHours = WEEKDAYS.map((_, day) => (day === 0 ? [span('9-17')] : []));
  const judged = judge(
    plan({ site: { openHours }, rules: { minimumOn: 1 }, needs: [need('bar', 0, '9-12')] }),
  );
  const gaps = (snags: readonly Snag[]) => told(snags.filter(({ code }) => code === 'gap'));
  expect(gaps(snagsOf(judged))).toContainEqual([null, 0, 9, 17, 1]);
  expect(gaps(visibleSnags(judged))).toEqual([
    ['bar', 0, 9, 12, 1],
    [null, 0, 12, 17, 1],
  ]);
});
