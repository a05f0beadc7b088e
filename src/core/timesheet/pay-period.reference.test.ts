import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dayOf, formatDate, parseDate } from '../time/day';
import { repeats } from '../testing';
import { type PayPeriodKind, type PayPeriods, payPeriodOn, weeksOf } from './pay-period';

const day = (text: string) => parseDate(text)!;
const on = (kind: PayPeriodKind, date: string, since: string | null = null) => {
  const { first, days, number, of } = payPeriodOn(
    [{ kind, since: since === null ? null : day(since) }],
    day(date),
  );
  return [formatDate(first), days, number, of];
};

/** Common practice: 52, 26, 24 and 12 periods a year; of weeks now and then one more. */
describe('periods of pay', () => {
  test.each([
    ['weekly', '2026-11-28', null, ['2026-11-23', 7, 48, 52]],
    ['fortnightly', '2026-11-28', '2026-11-16', ['2026-11-16', 14, 24, 26]],
    ['fortnightly', '2026-11-16', '2026-11-16', ['2026-11-16', 14, 24, 26]],
    ['fortnightly', '2026-11-30', '2026-11-16', ['2026-11-30', 14, 25, 26]],
    ['half-monthly', '2026-11-15', null, ['2026-11-01', 15, 21, 24]],
    ['half-monthly', '2026-11-16', null, ['2026-11-16', 15, 22, 24]],
    ['half-monthly', '2028-02-29', null, ['2028-02-16', 14, 4, 24]],
    ['monthly', '2026-12-31', null, ['2026-12-01', 31, 12, 12]],
    ['monthly', '2027-01-20', '2026-06-21', ['2026-12-21', 31, 1, 12]],
  ] as const)('%s on %s, from %s', (kind, date, since, found) => {
    expect(on(kind, date, since)).toEqual(found);
  });

  test('of two weeks each there are 26 a year, and 27 where a 27th ends in it', () => {
    const counts = Array.from({ length: 28 }, (_, i) =>
      Number(on('fortnightly', `${2026 + i}-07-01`, '2026-01-05')[3]),
    );
    // 28 years have 10,227 days, which 730 fortnights and a half fill.
    expect(counts.reduce((sum, count) => sum + count, 0)).toBeGreaterThanOrEqual(730);
    expect(new Set(counts)).toEqual(new Set([26, 27]));
  });
});

test('whatever the rules, periods follow one another without a gap, and each day is in its own', () => {
  const kind = fc.constantFrom<PayPeriodKind>('weekly', 'fortnightly', 'half-monthly', 'monthly');
  const rule = fc.record({ since: fc.integer({ min: 20_000, max: 21_500 }), kind });
  fc.assert(
    fc.property(
      fc.array(rule, { maxLength: 4 }),
      kind,
      fc.integer({ min: 20_000, max: 21_500 }),
      (rules, first, date) => {
        const all: PayPeriods[] = [{ since: null, kind: first }, ...rules];
        const period = payPeriodOn(all, date);
        expect(period.first <= date && date < period.first + period.days).toBe(true);
        const next = payPeriodOn(all, period.first + period.days);
        expect(next.first).toBe(period.first + period.days);
        expect(payPeriodOn(all, next.first - 1)).toEqual(period);
        expect(next.number === period.number + 1 || next.number === 1).toBe(true);
        expect(period.number).toBeLessThanOrEqual(period.of);
      },
    ),
    { numRuns: repeats(200) },
  );
});

test('other periods from a date on cut the one before short', () => {
  const rules: PayPeriods[] = [
    { since: null, kind: 'monthly' },
    { since: day('2026-11-16'), kind: 'weekly' },
  ];
  const period = (date: string) => payPeriodOn(rules, day(date));
  expect(period('2026-11-15')).toMatchObject({ first: day('2026-11-01'), days: 15 });
  expect(period('2026-11-16')).toMatchObject({ first: day('2026-11-16'), days: 7 });
});

test('overtime is reckoned by all weeks that a period has a day of', () => {
  expect(weeksOf({ first: dayOf(2026, 11, 1), days: 30 }, 0).map(formatDate)).toEqual([
    '2026-10-26',
    '2026-11-02',
    '2026-11-09',
    '2026-11-16',
    '2026-11-23',
    '2026-11-30',
  ]);
});
