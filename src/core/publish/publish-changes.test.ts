import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Shift } from '../plan/types';
import { MONDAY, repeats, shift } from '../testing';
import { publicationOfAll } from './publication';
import { newsByPerson, publishChanges, stampOf } from './publish-changes';

const WEEK = { from: MONDAY, to: MONDAY + 7, people: null };
const ann = shift('ann', 0, '9-17');
const bo = shift('bo', 1, '9-17');
const open = shift(null, 2, '9-17');

describe('what staff have not been told', () => {
  test('is what is new, what is different and what is gone', () => {
    const later = { ...ann, to: 1080 };
    expect(publishChanges([later, open], [ann, bo], WEEK)).toEqual([
      { before: ann, after: later },
      { before: bo, after: null },
      { before: null, after: open },
    ]);
    expect(publishChanges([ann, { ...bo, fixed: true }], [ann, bo], WEEK)).toEqual([]);
  });

  test('is within some days or people as soon as the old or the new place is', () => {
    const moved = { ...ann, date: MONDAY + 3, person: 'bo' };
    const within = (from: number, to: number, people: (string | null)[] | null) =>
      publishChanges([moved], [ann], {
        from: MONDAY + from,
        to: MONDAY + to,
        people: people && new Set(people),
      }).length;
    expect([within(0, 1, null), within(3, 4, null), within(1, 3, null)]).toEqual([1, 1, 0]);
    expect([within(0, 7, ['ann']), within(0, 7, ['bo']), within(0, 7, [null])]).toEqual([1, 1, 0]);
    // The old place is of the days and the new one of the people: it is neither's.
    expect(within(0, 1, ['bo'])).toBe(0);
  });

  test('published within a scope is told, and nothing else is', () => {
    const ids = ['a', 'b', 'c', 'd'];
    const some = fc.array(
      fc.record({
        id: fc.constantFrom(...ids),
        person: fc.constantFrom('ann', 'bo', null),
        day: fc.integer({ min: 0, max: 6 }),
        from: fc.integer({ min: 6, max: 12 }),
      }),
      { maxLength: 6 },
    );
    const shiftsOf = (list: { id: string; person: string | null; day: number; from: number }[]): Shift[] =>
      ids.flatMap((id) => {
        const one = list.find((item) => item.id === id);
        return one ? [{ ...ann, id, person: one.person, date: MONDAY + one.day, from: one.from * 60 }] : [];
      });
    fc.assert(
      fc.property(some, some, fc.integer({ min: 0, max: 6 }), (now, told, day) => {
        const [shifts, published] = [shiftsOf(now), shiftsOf(told)];
        const take = (list: readonly Shift[], scope: typeof WEEK) => {
          const next = new Map(list.map((one) => [one.id, one]));
          for (const { before, after } of publishChanges(shifts, list, scope))
            if (after) next.set(after.id, after);
            else next.delete(before!.id);
          return [...next.values()];
        };
        const all = take(published, WEEK);
        expect(publishChanges(shifts, all, WEEK)).toEqual([]);
        expect(publicationOfAll(shifts, all)).toBe(shifts.length === 0 ? 'empty' : 'published');
        const one = { from: MONDAY + day, to: MONDAY + day + 1, people: null };
        const part = take(published, one);
        expect(publishChanges(shifts, part, one)).toEqual([]);
        // Whoever is not of that day is as before.
        for (const before of published)
          if (before.date !== one.from && shifts.find(({ id }) => id === before.id)?.date !== one.from)
            expect(part).toContainEqual(before);
      }),
      { numRuns: repeats(200) },
    );
  });
});

describe('news of a person', () => {
  test('given to somebody else a shift is gone for the one and new for the other', () => {
    const given = { ...ann, person: 'bo' };
    const news = newsByPerson([{ before: ann, after: given }]);
    expect(news.get('ann')).toEqual([{ before: ann, after: null, kind: 'gone' }]);
    expect(news.get('bo')).toEqual([{ before: null, after: given, kind: 'new' }]);
  });

  test('names what is theirs alone', () => {
    const later = { ...bo, to: 1080 };
    const news = newsByPerson([
      { before: bo, after: later },
      { before: null, after: open },
    ]);
    expect([...news.keys()]).toEqual(['bo', null]);
    expect(news.get('bo')).toEqual([{ before: bo, after: later, kind: 'changed' }]);
  });
});

test('a stamp is the same for the same changes, and another once anything differs that is told', () => {
  const stamp = (after: Shift) => stampOf([{ before: null, after }]);
  expect(stamp({ ...ann, fixed: true })).toBe(stamp(ann));
  const others: Partial<Shift>[] = [
    { to: 1021 },
    { person: 'bo' },
    { note: 'x' },
    { label: 'x' },
    { role: 'floor' },
  ];
  expect(new Set([ann, ...others.map((part) => ({ ...ann, ...part }))].map(stamp)).size).toBe(6);
  expect(stampOf([])).not.toBe(stamp(ann));
});
