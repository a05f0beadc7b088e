import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Amount, decimalsOf, sumToMinor, toMajor, toMinor, units } from './money';

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

describe('exact amounts of any size', () => {
  const UNDER = 60n * 1_000_000n;
  /** As the rule says, with nothing but whole numbers: half away from zero. */
  const minorOf = (amounts: readonly Amount[], decimals: number): number => {
    let [over, under] = [0n, 1n];
    for (const { whole, parts } of amounts)
      for (const part of [{ over: BigInt(whole), under: 1n }, ...parts]) {
        over = over * part.under + part.over * under;
        under *= part.under;
      }
    const top = (over < 0n ? -over : over) * 10n ** BigInt(decimals);
    const bottom = under * UNDER;
    const half = (2n * top + bottom) / (2n * bottom);
    // A number has a zero below zero too; money has not.
    return Number(over < 0n ? -half : half) || 0;
  };
  const amount = fc.record({
    whole: fc.oneof(
      fc.integer({ min: -4_000_000_000, max: 4_000_000_000 }),
      fc.maxSafeInteger(),
      fc.integer({ min: -400, max: 400 }).map((n) => n * 150_000),
    ),
    parts: fc.array(
      fc.record({ over: fc.bigInt(-(10n ** 12n), 10n ** 12n), under: fc.bigInt(1n, 10n ** 9n) }),
      { maxLength: 2 },
    ),
  });

  test.each([0, 2, 3])('with %i decimals are rounded once, alone and added up', (decimals) => {
    fc.assert(
      fc.property(fc.array(amount, { maxLength: 6 }), (amounts) => {
        expect(sumToMinor(amounts, decimals)).toBe(minorOf(amounts, decimals));
        for (const one of amounts) expect(toMinor(one, decimals)).toBe(minorOf([one], decimals));
      }),
    );
  });

  test('of which the half is rounded away from zero', () => {
    const half = 60_000_000 / 200;
    expect([half, half - 1, -half, -half + 1].map((whole) => toMinor({ whole, parts: [] }, 2))).toEqual([
      1, 0, -1, 0,
    ]);
    const third = { over: 1n, under: 3n };
    expect(toMinor({ whole: half - 1, parts: [third, third, third] }, 2)).toBe(1);
    expect(toMinor({ whole: -half + 1, parts: [{ over: -1n, under: 1n }] }, 2)).toBe(-1);
  });
});

describe('decimals of a currency', () => {
  // What is known of one is remembered; a code that nobody asked for is not.
  let asked = 0;
  test('are two where nobody knows it, and those of the standard where somebody does', () => {
    const unknown = `?${++asked}`;
    expect([decimalsOf(unknown), decimalsOf(unknown)]).toEqual([2, 2]);
    expect(['EUR', 'JPY', 'BHD', 'JPY'].map(decimalsOf)).toEqual([2, 0, 3, 0]);
  });
});
