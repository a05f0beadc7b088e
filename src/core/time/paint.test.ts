import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Painted, paint, valueAt } from './paint';

const stroke = fc.tuple(
  fc.integer({ min: 0, max: 40 }),
  fc.integer({ min: 0, max: 40 }),
  fc.constantFrom(1, 2, null),
);

test('painting is the same as colouring minute by minute', () => {
  fc.assert(
    fc.property(fc.array(stroke, { maxLength: 12 }), (strokes) => {
      let spans: Painted<number>[] = [];
      const minutes = new Array<number | null>(40).fill(null);
      for (const [from, to, value] of strokes) {
        spans = paint(spans, { from, to }, value);
        for (let t = from; t < to; t++) minutes[t] = value;
      }
      expect(minutes.map((_, t) => valueAt(spans, t))).toEqual(minutes);
      for (const [i, span] of spans.entries()) {
        expect(span.to).toBeGreaterThan(span.from);
        const next = spans[i + 1];
        if (next)
          expect(next.from > span.to || (next.from === span.to && next.value !== span.value)).toBe(true);
      }
    }),
  );
});
