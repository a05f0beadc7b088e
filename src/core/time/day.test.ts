import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { ageOn, parseDate, startOfWeek, weekdayOf, formatDate } from './day';

const days = fc.integer({ min: -200000, max: 200000 });

describe('dates as day numbers', () => {
  test('agree with Temporal on every civil date', () => {
    fc.assert(
      fc.property(days, (day) => {
        const date = Temporal.PlainDate.from('1970-01-01').add({ days: day });
        expect(formatDate(day)).toBe(date.toString().replace(/^[+-]00/, ''));
        expect(parseDate(formatDate(day))).toBe(day);
        expect(weekdayOf(day)).toBe(date.dayOfWeek - 1);
      }),
    );
  });

  test.each(['2027-02-29', '2027-13-01', '2027-00-10', '2027-1-1', '27-01-01', '2027-04-31', ''])(
    '%p is no date',
    (text) => expect(parseDate(text)).toBeNull(),
  );

  test('a week starts on the chosen weekday, at most six days back', () => {
    fc.assert(
      fc.property(days, fc.integer({ min: 0, max: 6 }), (day, start) => {
        const first = startOfWeek(day, start);
        expect(weekdayOf(first)).toBe(start);
        expect(day - first).toBeGreaterThanOrEqual(0);
        expect(day - first).toBeLessThan(7);
      }),
    );
  });

  test.each([
    ['2009-03-27', '2027-03-26', 17],
    ['2009-03-27', '2027-03-27', 18],
    ['2008-02-29', '2026-02-28', 17],
    ['2008-02-29', '2026-03-01', 18],
  ])('born %s, on %s: %i', (birth, on, age) => {
    expect(ageOn(parseDate(birth)!, parseDate(on)!)).toBe(age);
  });
});
