import { expect, test } from '@jest/globals';
import { parseDate } from '../time/day';
import { DAY } from '../time/span';
import { WHOLE_DAY, nearestSteps } from './amount';
import { type LeaveGround, amountOf, countDays } from './count-days';
import { type Entitlement, earnedBy, yearlyShare } from './entitlement';
import { balanceOn } from './ledger';

const at = (date: string) => parseDate(date)!;
const entitlement = (weeks: number, more: Partial<Entitlement> = {}): Entitlement => ({
  amount: weeks * 5 * WHOLE_DAY,
  year: { from: 'calendar' },
  comes: 'yearly',
  hourShare: 0,
  fullTimeMinutes: 2400,
  step: 100,
  rounding: 'up',
  waitingDays: 0,
  cap: null,
  ...more,
});
const contract = (minutes: number) => ({
  employedFrom: null,
  employedTo: null,
  contract: [{ since: at('2000-01-01'), minutes }],
});

test('a week from Monday to Friday of 20 days leaves 15; weekend and holiday are not counted (common practice)', () => {
  const span = { from: at('2027-05-01') * DAY, to: (at('2027-05-09') + 1) * DAY };
  const ground = {
    unit: 'days' as const,
    counting: 'usual-week' as const,
    weekend: [5, 6],
    usualWeek: [480, 480, 480, 480, 480, 0, 0],
    ...{ standardDay: 480, employedFrom: null, employedTo: null, away: [] },
  } satisfies Omit<LeaveGround, 'holidays'>;
  const week = amountOf(countDays(span, { ...ground, holidays: new Map() }));
  expect(week).toBe(5 * WHOLE_DAY);
  const entry = (id: string, amount: number) =>
    ({ id, amount, date: at('2027-01-01'), kind: 'grant', reverses: null }) as const;
  expect(balanceOn([entry('a', 20 * WHOLE_DAY), entry('b', -week)], at('2027-12-31'))).toBe(15 * WHOLE_DAY);
  const holiday = new Map([[at('2027-05-05'), 'Harbour Day']]);
  expect(amountOf(countDays(span, { ...ground, holidays: holiday }))).toBe(4 * WHOLE_DAY);
});

test('sick leave in steps of 4 h: 16 h is 2 days of 8 h, 6 h is none of them (common practice)', () => {
  expect(nearestSteps(16 * 60, 240)).toEqual({ below: 960, above: 960 });
  expect(nearestSteps(6 * 60, 240)).toEqual({ below: 240, above: 480 });
});

test('5.6 weeks a year are 28 days at 5 days a week and 16.8 at 3 (UK Working Time Regulations 1998, from memory)', () => {
  expect(yearlyShare(entitlement(5.6), contract(2400), at('2027-06-01'))).toBeCloseTo(28 * WHOLE_DAY, 6);
  expect(yearlyShare(entitlement(5.6), contract(1440), at('2027-06-01'))).toBeCloseTo(16.8 * WHOLE_DAY, 6);
});

test('four weeks a year are 20 days at 5 days a week (Directive 2003/88/EC Art. 7, from memory)', () => {
  expect(yearlyShare(entitlement(4), contract(2400), at('2027-06-01'))).toBeCloseTo(20 * WHOLE_DAY, 6);
});

test('12.07% of hours worked: 100 h earn 12:04 h, as 5.6 weeks of the 46.4 that are worked do (UK, from memory)', () => {
  expect(earnedBy(6000, 1207, 1, 'nearest')).toBe(724);
  expect(Math.round((5.6 / 46.4) * 10_000)).toBe(1207);
});
