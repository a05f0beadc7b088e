import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { MONDAY, shift } from '../testing';
import { toShiftSpec } from '../plan/shift-spec';
import { type Pattern, occurrencesOf } from './pattern';
import { LATE_END, patternShares } from './summary';

const cycle = fc
  .record({
    weeks: fc.integer({ min: 1, max: 8 }),
    offsets: fc.array(fc.integer({ min: 0, max: 7 }), { minLength: 1, maxLength: 6 }),
    parts: fc.array(
      fc.record({
        day: fc.integer({ min: 0, max: 55 }),
        from: fc.integer({ min: 0, max: 1200 }),
        length: fc.integer({ min: 60, max: 600 }),
      }),
      { minLength: 1, maxLength: 20 },
    ),
  })
  .map(({ weeks, offsets, parts }): Pattern => ({
    id: 'p',
    name: 'p',
    anchor: MONDAY,
    since: MONDAY,
    until: null,
    weeks,
    rule: null,
    shifts: parts.map(({ day, from, length }, i) => ({
      ...toShiftSpec({ ...shift(null, 0, '0-1'), from, to: from + length }),
      id: `s${i}`,
      day: day % (weeks * 7),
    })),
    members: offsets.map((offset, i) => ({ id: `m${i}`, person: `p${i}`, offset: offset % weeks })),
    endings: [],
  }));

test('over a whole cycle everybody has the same, however they are staggered', () => {
  fc.assert(
    fc.property(cycle, (pattern) => {
      const shares = patternShares(pattern, 0, [5, 6], []);
      const sums = shares.map((share) => share.weeks.reduce((sum, week) => sum + week, 0));
      const wanted = pattern.shifts.reduce((sum, one) => sum + one.to - one.from, 0);
      expect(sums).toEqual(shares.map(() => wanted));
      const late = pattern.shifts.filter((one) => one.to >= LATE_END).length;
      expect(shares.map((share) => share.lateEnds)).toEqual(shares.map(() => late));
    }),
  );
});

test('what a cycle gives repeats after its length, to the day', () => {
  fc.assert(
    fc.property(cycle, fc.integer({ min: 0, max: 100 }), (pattern, day) => {
      const at = (on: number) =>
        occurrencesOf(pattern, on, on + 1, 0).map(({ member, shift: part }) => `${member.id} ${part.id}`);
      expect(at(MONDAY + day + pattern.weeks * 7)).toEqual(at(MONDAY + day));
    }),
  );
});

test('Saturday and Sunday are one weekend, also where a week begins between them', () => {
  const weekend: Pattern = {
    ...weekly(),
    shifts: [5, 6].map((day) => ({ ...toShiftSpec(shift(null, 0, '9-17')), id: `s${day}`, day })),
  };
  expect(patternShares(weekend, 0, [5, 6], [])[0].weekends).toBe(1);
  const fromSunday: Pattern = {
    ...weekend,
    weeks: 2,
    shifts: [6, 7].map((day) => ({ ...weekend.shifts[0], id: `s${day}`, day })),
  };
  expect(patternShares(fromSunday, 6, [5, 6], [])[0].weekends).toBe(1);
});

function weekly(): Pattern {
  return {
    id: 'p',
    name: 'p',
    anchor: MONDAY,
    since: MONDAY - 1,
    until: null,
    weeks: 1,
    rule: null,
    shifts: [],
    members: [{ id: 'm', person: 'ann', offset: 0 }],
    endings: [],
  };
}
