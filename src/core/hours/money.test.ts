import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { decimalsOf, sumToMinor, toMajor, toMinor, units } from './money';

describe('money', () => {
  test('is rounded once, half away from zero, where floating point would go astray', () => {
    // 12.11 an hour for half an hour is 6.055, which as a double lies below it.
    expect(toMinor({ whole: units(12.11) * 30, parts: [] }, 2)).toBe(606);
    expect(toMinor({ whole: -units(12.11) * 30, parts: [] }, 2)).toBe(-606);
  });

  test('adds fractions exactly before it rounds', () => {
    const third = { whole: 0, parts: [{ over: 60n * 1_000_000n, under: 300n }] };
    expect(sumToMinor([third], 2)).toBe(0);
    expect(sumToMinor([third, third, third], 2)).toBe(1);
  });

  test('agrees with arithmetic on whole numbers', () => {
    const rates = fc.integer({ min: 0, max: 20000 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(rates, fc.integer({ min: 0, max: 3000 })), { maxLength: 20 }),
        (lines) => {
          const amounts = lines.map(([cents, minutes]) => ({
            whole: units(cents / 100) * minutes,
            parts: [],
          }));
          const exact = lines.reduce((sum, [cents, minutes]) => sum + BigInt(cents) * BigInt(minutes), 0n);
          const rounded = Number((exact * 2n + 60n) / 120n);
          expect(sumToMinor(amounts, 2)).toBe(rounded);
        },
      ),
    );
  });

  test.each([
    ['EUR', 2],
    ['JPY', 0],
    ['KWD', 3],
    ['XQZ', 2],
  ])('%s has %i decimals', (currency, decimals) => {
    expect(decimalsOf(currency)).toBe(decimals);
    expect(toMajor(1234, decimals)).toBe(1234 / 10 ** decimals);
  });
});
