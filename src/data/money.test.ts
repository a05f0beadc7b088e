import { expect, test } from '@jest/globals';
import { moneyIn } from './money';

test.each([
  ['EUR', 13.4, 1340],
  ['JPY', 1340, 1340],
  ['BHD', 1.234, 1234],
  ['EUR', 0.1 + 0.2, 30],
])('%s: %f is stored as %i, and told again', (currency, major, minor) => {
  const money = moneyIn(currency);
  expect(money.stored(major)).toBe(minor);
  expect(money.toMajorUnits(minor)).toBeCloseTo(major, 10);
  expect([money.stored(null), money.toMajorUnits(null), money.toMajorUnits(undefined)]).toEqual([
    null,
    null,
    null,
  ]);
});
