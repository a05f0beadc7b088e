import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { repeats } from '../testing';
import { dayOf, formatDate, parseDate } from '../time/day';
import { type Wish, checkWish, pointsGiven, quarterOf } from './wishes';

const day = (text: string) => parseDate(text)!;

describe('a quarter', () => {
  test.each([
    ['2026-01-01', '2026-01-01', '2026-03-31'],
    ['2026-11-24', '2026-10-01', '2026-12-31'],
    ['2028-02-29', '2028-01-01', '2028-03-31'],
  ])('of %s lasts from %s to %s', (date, first, last) => {
    const found = quarterOf(day(date));
    expect([formatDate(found.first), formatDate(found.last)]).toEqual([first, last]);
  });

  test('holds its day, and the day after its last begins the next', () => {
    fc.assert(
      fc.property(fc.integer({ min: dayOf(2000, 1, 1), max: dayOf(2100, 1, 1) }), (date) => {
        const { first, last } = quarterOf(date);
        expect(first <= date && date <= last).toBe(true);
        expect(quarterOf(last + 1).first).toBe(last + 1);
        expect([90, 91, 92]).toContain(last - first + 1);
      }),
      { numRuns: repeats(200) },
    );
  });
});

describe('wishes', () => {
  const given: Wish[] = [
    { date: day('2026-12-24'), kind: 'free', weight: 3 },
    { date: day('2026-12-31'), kind: 'late', weight: 2 },
    { date: day('2027-01-01'), kind: 'free', weight: 3 },
  ];

  test('share the points of their quarter; a day’s own are free to be given anew', () => {
    expect(pointsGiven(given, day('2026-12-05'))).toBe(5);
    expect(pointsGiven(given, day('2026-12-24'))).toBe(2);
    expect(pointsGiven(given, day('2027-02-01'))).toBe(3);
  });

  test('that cost more than is left are refused, with how much is left', () => {
    const wish = (weight: number): Wish => ({ date: day('2026-12-05'), kind: 'early', weight });
    expect(checkWish(given, wish(1), 6)).toEqual({ ok: true });
    expect(checkWish(given, wish(2), 6)).toMatchObject({
      problem: { message: '1 of 6 points are left in this quarter' },
    });
    expect(checkWish([], wish(1), 0)).toMatchObject({ problem: { code: 'off' } });
  });
});
