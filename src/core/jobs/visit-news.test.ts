import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { MONDAY, repeats } from '../testing';
import { visit } from './testing';
import type { Visit } from './types';
import { newsCounts, newsStamp, visitNews } from './visit-news';

const WEEK = { from: MONDAY, to: MONDAY + 7 };
const [tern, knot, auk] = [visit('tern', 0, 480), visit('knot', 1, 600), visit('auk', 2, 480)];

test('crews are told what is new, different or gone within some days, by date and start', () => {
  const moved = { ...knot, from: 660 };
  const later = visit('ibis', 9, 480);
  expect(visitNews([auk, moved, later, tern], [knot, tern, visit('skua', 3, 480)], WEEK)).toEqual([
    { before: knot, after: moved },
    { before: null, after: auk },
    { before: visit('skua', 3, 480), after: null },
  ]);
});

test('what goes out of the days or comes into them is told with them', () => {
  const away = { ...tern, date: MONDAY + 8 };
  expect(visitNews([away], [tern], WEEK)).toEqual([{ before: tern, after: away }]);
  expect(visitNews([tern], [away], WEEK)).toEqual([{ before: away, after: tern }]);
  expect(visitNews([away], [{ ...away, from: 500 }], WEEK)).toEqual([]);
});

test('what does not matter to the crew is not told, and what does has another stamp', () => {
  expect(visitNews([{ ...tern, isFixed: true }], [tern], WEEK)).toEqual([]);
  const news = (after: Visit) => newsStamp(visitNews([after], [tern], WEEK));
  const stamps = [
    { ...tern, from: 500 },
    { ...tern, from: 505 },
    { ...tern, note: 'ring' },
    { ...tern, crew: 'hull' },
  ].map(news);
  expect(new Set(stamps).size).toBe(4);
});

test('a visit given to another crew is gone for the one and new for the other', () => {
  const news = visitNews([{ ...tern, crew: 'hull' }, auk], [tern, knot], WEEK);
  expect(Object.fromEntries(newsCounts(news))).toEqual({
    engine: { added: 1, changed: 0, gone: 2 },
    hull: { added: 1, changed: 0, gone: 0 },
  });
});

test('once told there is nothing left to tell, whatever was planned', () => {
  const some = fc.array(
    fc.record({ of: fc.constantFrom('a', 'b', 'c', 'd'), day: fc.nat(13), from: fc.nat(1439) }),
    { maxLength: 8 },
  );
  const visits = (list: readonly { of: string; day: number; from: number }[]) => [
    ...new Map(list.map(({ of, day, from }) => [of, visit(of, day, from)])).values(),
  ];
  fc.assert(
    fc.property(some, some, (one, two) => {
      const [now, before] = [visits(one), visits(two)];
      const told = new Map(before.map((its) => [its.id, its]));
      for (const { before: was, after } of visitNews(now, before, { from: MONDAY, to: MONDAY + 14 })) {
        if (was) told.delete(was.id);
        if (after) told.set(after.id, after);
      }
      expect(visitNews(now, [...told.values()], { from: MONDAY, to: MONDAY + 14 })).toEqual([]);
      expect([...told.values()].sort((a, b) => (a.id < b.id ? -1 : 1))).toEqual(
        [...now].sort((a, b) => (a.id < b.id ? -1 : 1)),
      );
    }),
    { numRuns: repeats(200) },
  );
});
