import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { AvailabilityEntry } from '../plan/types';
import { MONDAY, available, person } from '../testing';
import { weekdayOf } from '../time/day';
import { DAY, covered } from '../time/span';
import { availabilityOn, isPlainlyAvailable, isValidOn } from './allowed';

const entry: fc.Arbitrary<AvailabilityEntry> = fc.record({
  since: fc.option(fc.integer({ min: MONDAY - 2, max: MONDAY + 4 }), { nil: null }),
  until: fc.option(fc.integer({ min: MONDAY - 1, max: MONDAY + 5 }), { nil: null }),
  days: fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }),
  from: fc.integer({ min: 0, max: 23 }).map((hour) => hour * 60),
  to: fc.integer({ min: 24, max: 47 }).map((hour) => hour * 60),
  kind: fc.constantFrom('available', 'rather-not', 'not-available'),
});
const entries = fc.array(
  entry.map((one) => (one.to - one.from > DAY ? { ...one, to: one.from + DAY } : one)),
  { maxLength: 5 },
);

/** The rule as the plan file's page states it, for one minute. */
function rule(list: readonly AvailabilityEntry[], day: number, minute: number): string {
  const holding = list.filter((one) => {
    const today = isValidOn(one, day) && one.days[weekdayOf(day)] && one.from <= minute && minute < one.to;
    const late = minute + DAY;
    const before =
      isValidOn(one, day - 1) && one.days[weekdayOf(day - 1)] && one.from <= late && late < one.to;
    return today || before;
  });
  const holds = (kind: string) => holding.some((one) => one.kind === kind);
  const mustBeNamed = list.some((one) => isValidOn(one, day) && one.kind === 'available');
  const allowed = !holds('not-available') && !(mustBeNamed && !holds('available') && !holds('rather-not'));
  return allowed ? (holds('rather-not') ? 'rather not' : 'yes') : 'no';
}

test('availability of a date says what the rule says of each minute', () => {
  fc.assert(
    fc.property(entries, fc.integer({ min: 0, max: 6 }), (list, offset) => {
      const who = person('ann', { availability: list });
      const day = MONDAY + offset;
      const { allowed, ratherNot } = availabilityOn(who, day);
      for (let minute = 0; minute < DAY; minute += 60) {
        const one = { from: minute, to: minute + 1 };
        const says = covered(one, allowed) === 0 ? 'no' : covered(one, ratherNot) ? 'rather not' : 'yes';
        expect(says).toBe(list.length === 0 ? 'yes' : rule(list, day, minute));
      }
    }),
    { numRuns: 400 },
  );
});

test('the quick look never passes what the rule would not', () => {
  fc.assert(
    fc.property(
      entries,
      fc.integer({ min: 0, max: 20 }),
      fc.integer({ min: 1, max: 12 }),
      (list, hour, length) => {
        const who = person('ann', { availability: list });
        const span = { from: hour * 60, to: (hour + length) * 60 };
        if (!isPlainlyAvailable(who, MONDAY, span) || span.to > DAY) return;
        const { allowed, ratherNot } = availabilityOn(who, MONDAY);
        expect(covered(span, allowed)).toBe(span.to - span.from);
        expect(covered(span, ratherNot)).toBe(0);
      },
    ),
    { numRuns: 400 },
  );
});

test('a weekday that no entry names is not available once an available entry is in force', () => {
  const who = person('ann', { availability: [available([1], '9-17')] });
  expect(availabilityOn(who, MONDAY).allowed).toEqual([]);
  expect(availabilityOn(who, MONDAY + 1).allowed).toMatchObject([{ from: 540, to: 1020 }]);
});
