import { describe, expect, test } from '@jest/globals';
import { INKS } from '../setup/inks';
import { parseDate } from '../time/day';
import { WHOLE_DAY, nearestSteps } from './amount';
import {
  type LeaveType,
  STARTING_TYPES,
  askingFault,
  balanceFault,
  formatAmount,
  stepFault,
} from './leave-type';

const TODAY = parseDate('2027-03-22')!;
const [annual, sick] = STARTING_TYPES.map((type, i): LeaveType => ({ id: `t${i}`, since: TODAY, ...type }));

test.each([
  [3000, 'days', '3 days'],
  [1000, 'days', '1 day'],
  [500, 'half-days', '½ day'],
  [2500, 'half-days', '2½ days'],
  [16_800, 'days', '16.8 days'],
  [-1500, 'half-days', '−1½ days'],
  [0, 'days', '0 days'],
  [450, 'hours', '7½ h'],
] as const)('%d of %s is %s', (amount, unit, words) => {
  expect(formatAmount(amount, unit)).toBe(words);
});

describe('an amount beside the steps of its kind', () => {
  test('is refused with the nearest below and above', () => {
    expect(stepFault(360, sick)).toEqual({
      message: 'Sick leave is taken in steps of 4 h: ask for 4 h or 8 h.',
      below: 240,
      above: 480,
    });
    expect(stepFault(WHOLE_DAY / 2, { ...annual, unit: 'days', step: WHOLE_DAY })!.message).toBe(
      'Annual leave is taken in steps of 1 day: ask for 1 day.',
    );
  });

  test('that is one of them is not', () => {
    expect(stepFault(960, sick)).toBeNull();
  });
});

describe('asking', () => {
  const all = { groups: [], contract: null };
  test.each<[string, Partial<LeaveType>, number, string | null]>([
    ['in time', {}, 14, null],
    ['too late', {}, 13, 'Annual leave is asked for at least 14 days ahead.'],
    ['too early', {}, 401, 'Annual leave is asked for at most 400 days ahead.'],
    ['for what is retired', { isRetired: true }, 20, 'Annual leave is no longer given.'],
    [
      'for what is for others',
      { askedBy: { groups: ['Bar team'], contracts: ['full-time'] } },
      20,
      'Annual leave is not for your group or kind of contract.',
    ],
  ])('%s', (_, more, days, fault) => {
    expect(askingFault({ ...annual, ...more }, all, TODAY, TODAY + days)).toBe(fault);
  });

  test('is for a group or a kind of contract, whichever one has', () => {
    const some = { ...annual, askedBy: { groups: ['Bar team'], contracts: ['full-time'] } };
    expect(askingFault(some, { groups: ['Bar team'], contract: null }, TODAY, TODAY + 20)).toBeNull();
    expect(askingFault(some, { groups: [], contract: 'full-time' }, TODAY, TODAY + 20)).toBeNull();
  });
});

test('a balance allows what is left and what may be owed, and says so where it does not', () => {
  const days = (n: number) => n * WHOLE_DAY;
  expect(balanceFault(annual, days(3), days(3))).toBeNull();
  expect(balanceFault(annual, days(3), days(3.5))).toBe('Annual leave: 3 days are left; this takes 3½ days.');
  const owing = { ...annual, balance: { mayOwe: days(2) } };
  expect(balanceFault(owing, days(3), days(5))).toBeNull();
  expect(balanceFault(owing, days(3), days(5.5))).toBe(
    'Annual leave: 3 days are left, and 2 days may be owed; this takes 5½ days.',
  );
  expect(balanceFault({ ...annual, balance: { mayOwe: null } }, 0, days(300))).toBeNull();
  expect(balanceFault(sick, 0, 10_000)).toBeNull();
});

test('kinds to begin with have marks of their own, inks that there are, and amounts in their steps', () => {
  const inks = INKS as readonly string[];
  expect(new Set(STARTING_TYPES.map(({ mark }) => mark)).size).toBe(STARTING_TYPES.length);
  for (const { ink, step, entitlement } of STARTING_TYPES) {
    expect(inks).toContain(ink);
    const { below, above } = nearestSteps(entitlement?.amount ?? 0, step);
    expect(below).toBe(above);
  }
});
