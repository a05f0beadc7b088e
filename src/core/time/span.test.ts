import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { covered, shared, subtract, union } from './span';

const spans = fc.array(
  fc
    .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 20 }))
    .map(([from, length]) => ({ from, to: from + length })),
  { maxLength: 8 },
);
const holds = (list: readonly { from: number; to: number }[], t: number) =>
  list.some((span) => span.from <= t && t < span.to);

test('joining and taking away agree with minutes looked at one by one', () => {
  fc.assert(
    fc.property(spans, spans, (a, b) => {
      const joined = union(a);
      const left = subtract(joined, union(b));
      for (let t = 0; t < 85; t++) {
        expect(holds(joined, t)).toBe(holds(a, t));
        expect(holds(left, t)).toBe(holds(a, t) && !holds(b, t));
      }
      expect(joined.every((span, i) => i === 0 || span.from > joined[i - 1].to)).toBe(true);
    }),
  );
});

test('spans that touch share nothing', () => {
  expect(shared({ from: 0, to: 600 }, { from: 600, to: 700 })).toBe(0);
  expect(covered({ from: 500, to: 700 }, [{ from: 0, to: 600 }])).toBe(100);
});
