import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ACCOUNT_PAUSES, GUESSES_KEPT_MS, blockedUntil } from './throttle';

const NOW = Date.parse('2026-11-24T10:00:00Z');
const MINUTE = 60_000;
const guesses = (n: number, last = NOW) => Array.from({ length: n }, (_, i) => last - (n - 1 - i) * 1000);

test.each([
  [0, null],
  [4, null],
  [5, 1],
  [9, 1],
  [10, 5],
  [15, 15],
  [20, 15],
])('after %d wrong guesses one waits %p minutes from the last', (n, minutes) => {
  expect(blockedUntil(guesses(n), NOW, ACCOUNT_PAUSES)).toBe(
    minutes === null ? null : NOW + minutes * MINUTE,
  );
});

test('a pause ends on its last millisecond, and an hour later nothing is remembered', () => {
  expect(blockedUntil(guesses(5), NOW + MINUTE - 1, ACCOUNT_PAUSES)).toBe(NOW + MINUTE);
  expect(blockedUntil(guesses(5), NOW + MINUTE, ACCOUNT_PAUSES)).toBeNull();
  expect(blockedUntil([...guesses(14, NOW - GUESSES_KEPT_MS), NOW], NOW, ACCOUNT_PAUSES)).toBeNull();
});

test('who keeps guessing as soon as they may has at most twenty guesses an hour', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 600 }), (seconds) => {
      const tried: number[] = [];
      for (let at = NOW; at < NOW + 12 * 60 * MINUTE; at += seconds * 1000)
        if (blockedUntil(tried, at, ACCOUNT_PAUSES) === null) tried.push(at);
      return tried.length <= 12 * 20;
    }),
    { numRuns: 20 },
  );
});
