import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge } from '../consequences/judge';
import type { AvailabilityKind } from '../plan/types';
import { MONDAY, available, person, plan, repeats } from '../testing';
import { DAY, type Span } from '../time/span';
import { availabilityOn } from './allowed';
import { comparedWeeks, entriesOfVersions } from './compare';
import { supplyChanges, supplyOf } from './supply';
import type { WeekBlock } from './week-blocks';

const block = (weekday: number, from: number, to: number, kind: AvailabilityKind = 'available') => ({
  ...{ weekday, from: from * 60, to: to * 60, kind },
});

test('two weeks lie over each other in pieces in which neither changes', () => {
  const [monday, tuesday] = comparedWeeks([block(0, 9, 17)], [block(0, 12, 20), block(1, 22, 26)]);
  expect(monday.map(({ from, to, was, is }) => [from / 60, to / 60, was, is])).toEqual([
    [0, 9, 'not-available', 'not-available'],
    [9, 12, 'available', 'not-available'],
    [12, 17, 'available', 'available'],
    [17, 20, 'not-available', 'available'],
    [20, 24, 'not-available', 'not-available'],
  ]);
  expect(tuesday.map(({ from, is }) => [from / 60, is])).toEqual([
    [0, 'not-available'],
    [22, 'available'],
  ]);
});

test('what is not named is free where nothing is named as available', () => {
  const [monday] = comparedWeeks([], [block(0, 9, 12, 'not-available'), block(0, 12, 13, 'rather-not')]);
  expect(monday.map(({ was, is }) => [was, is])).toEqual([
    ['available', 'available'],
    ['available', 'not-available'],
    ['available', 'rather-not'],
    ['available', 'available'],
  ]);
});

const weeks = fc.array(
  fc
    .tuple(
      fc.integer({ min: 0, max: 6 }),
      fc.integer({ min: 0, max: 23 }),
      fc.integer({ min: 1, max: 12 }),
      fc.constantFrom<AvailabilityKind>('available', 'rather-not', 'not-available'),
    )
    .map(([weekday, from, length, kind]): WeekBlock => block(weekday, from, from + length, kind)),
  { maxLength: 6 },
);

test('every piece is what a plan makes of the same versions', () => {
  fc.assert(
    fc.property(weeks, weeks, (before, after) => {
      const own = (blocks: readonly WeekBlock[]) =>
        person('ann', {
          availability: entriesOfVersions([{ since: null, until: null, blocks }], MONDAY - 7, MONDAY + 13),
        });
      const [was, is] = [own(before), own(after)];
      const said = (of: typeof was, day: number, piece: Span): AvailabilityKind => {
        const { allowed, ratherNot } = availabilityOn(of, MONDAY + day);
        const holds = (spans: typeof allowed) =>
          spans.some(({ from, to }) => from <= piece.from && piece.to <= to);
        return holds(ratherNot) ? 'rather-not' : holds(allowed) ? 'available' : 'not-available';
      };
      const drawn = comparedWeeks(before, after);
      expect(drawn.flat()).toEqual(
        drawn.flatMap((pieces, day) =>
          pieces.map(({ from, to }) => {
            const piece = { from, to };
            return { ...piece, was: said(was, day, piece), is: said(is, day, piece) };
          }),
        ),
      );
    }),
    { numRuns: repeats(1000) },
  );
});

test('says where more or fewer could work, by role and for everybody', () => {
  const ann = person('ann', {
    availability: [available([0], '9-17')],
    roles: [{ role: 'bar', until: null, hourlyRate: null }],
  });
  const week = plan({ people: [ann, person('bo')] });
  const judged = judge(week);
  const then = entriesOfVersions(
    [{ since: MONDAY, until: null, blocks: [block(0, 11, 19)] }],
    MONDAY,
    MONDAY + 6,
  );
  const changes = supplyChanges(judged, 'ann', then);
  const bar = changes.filter(({ row, day }) => row === 0 && day === 0);
  expect(bar.map(({ from, to, before, after }) => [from / 60, to / 60, before, after])).toEqual([
    [9, 11, 2, 1],
    [17, 19, 1, 2],
  ]);
  expect(new Set(changes.map(({ row }) => row))).toEqual(new Set([0, 2]));
  // The same counted anew from the changed plan.
  const people = week.people.map((one) => (one.id === 'ann' ? { ...one, availability: then } : one));
  const anew = supplyOf(judge({ ...week, people }));
  for (const { row, day, from, after } of changes) expect(anew[row][day * DAY + from]).toBe(after);
  expect(supplyChanges(judged, 'nobody', then)).toEqual([]);
});
