import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatDate, parseDate } from '../time/day';
import { WHOLE_DAY } from './amount';
import {
  type Entitled,
  type Entitlement,
  atYearEnd,
  dueInYear,
  entitlementOn,
  leaveYearOf,
  withinCap,
  yearlyShare,
} from './entitlement';

const at = (date: string) => parseDate(date)!;
const rule = (more: Partial<Entitlement> = {}): Entitlement => ({
  ...{
    amount: 24 * WHOLE_DAY,
    year: { from: 'calendar' },
    comes: 'yearly',
    hourShare: 0,
    fullTimeMinutes: 2400,
  },
  ...{ step: 500, rounding: 'up', waitingDays: 0, cap: null },
  ...more,
});
const who = (more: Partial<Entitled> = {}): Entitled => ({
  employedFrom: null,
  employedTo: null,
  contract: [{ since: at('2000-01-01'), minutes: 2400 }],
  ...more,
});
const due = (entitlement: Entitlement, person: Entitled, date: string) =>
  dueInYear(entitlement, person, at(date)).map((one) => `${formatDate(one.date)} ${one.amount / WHOLE_DAY}`);

describe('the year of an entitlement', () => {
  test.each([
    [{ from: 'calendar' } as const, '2027-06-10', '2020-03-15', '2027-01-01', '2028-01-01'],
    [{ from: 'hiring' } as const, '2027-06-10', '2020-03-15', '2027-03-15', '2028-03-15'],
    [{ from: 'hiring' } as const, '2027-03-14', '2020-03-15', '2026-03-15', '2027-03-15'],
    [{ from: 'own', month: 4, date: 1 } as const, '2027-03-31', '2020-03-15', '2026-04-01', '2027-04-01'],
    [{ from: 'hiring' } as const, '2027-06-10', '2024-02-29', '2027-03-01', '2028-02-29'],
  ])('from %j of %s, hired on %s, runs from %s to %s', (year, date, hired, first, end) => {
    expect(leaveYearOf(year, at(date), at(hired))).toEqual({ first: at(first), end: at(end) });
  });
});

describe('what is due', () => {
  test('comes when the year begins, of a part of it the share of its days, in whole steps', () => {
    expect(due(rule(), who(), '2027-06-01')).toEqual(['2027-01-01 24']);
    // 184 of 365 days of 24 are 12.099.
    expect(due(rule(), who({ employedFrom: at('2027-07-01') }), '2027-08-01')).toEqual(['2027-07-01 12.5']);
    expect(due(rule({ rounding: 'down' }), who({ employedFrom: at('2027-07-01') }), '2027-08-01')).toEqual([
      '2027-07-01 12',
    ]);
    expect(due(rule(), who({ employedTo: at('2027-01-31') }), '2027-01-01')).toEqual(['2027-01-01 2.5']);
    expect(due(rule(), who({ employedTo: at('2026-12-31') }), '2027-01-01')).toEqual([]);
  });

  test('follows a contract that changes within the year by its days', () => {
    const contract = [
      { since: at('2027-01-01'), minutes: 2400 },
      { since: at('2027-07-02'), minutes: 1200 },
    ];
    // 182 days at full time and 183 at half.
    expect(yearlyShare(rule(), who({ contract }), at('2027-03-01'))).toBeCloseTo(
      (24_000 * (182 + 91.5)) / 365,
      6,
    );
  });

  test('waits after hiring, and then comes with what the wait would have brought', () => {
    const late = who({ employedFrom: at('2027-03-01') });
    expect(due(rule({ waitingDays: 90 }), late, '2027-04-01')).toEqual(['2027-05-30 20.5']);
    const months = due(rule({ waitingDays: 90, comes: 'monthly' }), late, '2027-04-01');
    expect(months[0]).toBe('2027-05-31 6.5');
    expect(months.at(-1)).toMatch(/^2027-12-31 /);
  });

  test('comes at the end of each month, which may be shorter than the one it began in', () => {
    const hired = who({ employedFrom: at('2026-01-31') });
    const dates = due(
      rule({ comes: 'monthly', hourShare: 0, year: { from: 'hiring' } }),
      hired,
      '2027-02-10',
    ).map((one) => one.slice(0, 10));
    expect(dates.slice(0, 4)).toEqual(['2027-02-27', '2027-03-30', '2027-04-29', '2027-05-30']);
    expect(dates).toHaveLength(12);
  });

  test('by months adds up to what the year brings, whatever the contract and the days of employment', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60_000 }),
        fc.constantFrom(1, 100, 250, 500, 1000),
        fc.constantFrom<Entitlement['rounding']>('up', 'down', 'nearest'),
        fc.option(fc.integer({ min: 0, max: 364 }), { nil: null }),
        fc.option(fc.integer({ min: 0, max: 364 }), { nil: null }),
        fc.integer({ min: 0, max: 3000 }),
        (amount, step, rounding, from, length, minutes) => {
          const first = at('2027-01-01');
          const employedFrom = from === null ? null : first + from;
          const employedTo = length === null ? null : (employedFrom ?? first) + length;
          const person = who({ employedFrom, employedTo, contract: [{ since: first, minutes }] });
          const sum = (comes: Entitlement['comes']) =>
            dueInYear(rule({ amount, step, rounding, comes }), person, first + 364).reduce(
              (all, one) => all + one.amount,
              0,
            );
          expect(sum('monthly')).toBe(sum('yearly'));
        },
      ),
    );
  });

  test('has the same keys whenever it is worked out, and no two alike', () => {
    const keys = (date: string) =>
      dueInYear(rule({ comes: 'monthly' }), who(), at(date)).map(({ key }) => key);
    expect(keys('2027-01-01')).toEqual(keys('2027-12-31'));
    expect(new Set([...keys('2027-01-01'), ...keys('2028-01-01')]).size).toBe(24);
  });
});

test('a cap takes what would go over it, and never what is there', () => {
  expect(withinCap(2000, 29_000, 30_000)).toBe(1000);
  expect(withinCap(2000, 31_000, 30_000)).toBe(0);
  expect(withinCap(2000, 31_000, null)).toBe(2000);
});

test('at the end of a year what is over the limit is lost, and what is owed stays owed', () => {
  expect(atYearEnd(7500, 5000)).toEqual({ carried: 5000, lost: 2500 });
  expect(atYearEnd(-2000, 5000)).toEqual({ carried: -2000, lost: 0 });
  expect(atYearEnd(7500, null)).toEqual({ carried: 7500, lost: 0 });
  expect(atYearEnd(7500, 0)).toEqual({ carried: 0, lost: 7500 });
});

describe('figures that are different for one person', () => {
  test('count from their date on, in proportion to the year', () => {
    const person = who({ exceptions: [{ since: at('2027-07-01'), figures: { amount: 30 * WHOLE_DAY } }] });
    // 181 days at 24 and 184 at 30 of 365: 27.02, in half days upwards.
    expect(due(rule(), person, '2027-06-01')).toEqual(['2027-01-01 27.5']);
    expect(due(rule(), person, '2028-06-01')).toEqual(['2028-01-01 30']);
    expect(due(rule(), person, '2026-06-01')).toEqual(['2026-01-01 24']);
  });

  test('the latest that has begun holds, and what it does not name stays as for all', () => {
    const person = who({
      exceptions: [
        { since: at('2027-01-01'), figures: { cap: 5 * WHOLE_DAY, amount: WHOLE_DAY } },
        { since: at('2027-03-01'), figures: { amount: 2 * WHOLE_DAY } },
      ],
    });
    expect(entitlementOn(rule(), person, at('2027-02-01'))).toMatchObject({ cap: 5000, amount: 1000 });
    expect(entitlementOn(rule(), person, at('2027-03-01'))).toMatchObject({ cap: 5000, amount: 2000 });
    expect(entitlementOn(rule(), person, at('2026-12-31'))).toEqual(rule());
  });
});
