import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { AvailabilityKind } from '../plan/types';
import { paint } from '../time/paint';
import { formatAvailability } from './format-availability';
import { parseAvailability } from './parse-availability';
import { repeats } from '../testing';
import { countsUntil, segmentsOf, versionOn, versionsOfEntries, withVersion } from './versions';
import { type WeekBlock, blocksOfWeek, drawnWeek } from './week-blocks';

describe('of several versions', () => {
  const usual = { name: 'usual', since: null, until: null };
  const later = { name: 'later', since: 100, until: null };
  const holiday = { name: 'holiday', since: 110, until: 120 };

  test.each([
    [99, 'usual'],
    [100, 'later'],
    [110, 'holiday'],
    [120, 'holiday'],
    [121, 'later'],
  ])('on day %i the one that began latest counts: %s', (day, name) => {
    expect(versionOn([holiday, usual, later], day)?.name).toBe(name);
  });

  test('none may hold at all', () => {
    expect(versionOn([holiday], 109)).toBeNull();
    expect(segmentsOf([holiday], 100, 200)).toEqual([{ version: holiday, since: 110, until: 120 }]);
  });

  test('one counts until another begins, or it ends', () => {
    const all = [usual, later, holiday];
    expect(all.map((one) => countsUntil(all, one))).toEqual([99, 109, 120]);
    expect(countsUntil([usual, later], later)).toBeNull();
    for (const one of all)
      expect(segmentsOf(all, 0, 999).find(({ version }) => version === one)!.until).toBe(
        countsUntil(all, one),
      );
  });

  test('of two from the same day the later said counts', () => {
    expect(versionOn([{ ...later, name: 'first' }, later], 101)?.name).toBe('later');
  });
});

test('entries that overlap in time become versions that do not', () => {
  const usual = { name: 'usual', since: null, until: null };
  const spring = { name: 'spring', since: 100, until: 120 };
  const versions = versionsOfEntries([usual, spring]);
  expect(
    versions.map(({ since, until, entries }) => [since, until, entries.map(({ name }) => name)]),
  ).toEqual([
    [null, 99, ['usual']],
    [100, 120, ['usual', 'spring']],
    [121, null, ['usual']],
  ]);
  expect(versionsOfEntries([spring]).map(({ since, until }) => [since, until])).toEqual([[100, 120]]);
});

const texts = (text: string) => {
  const read = parseAvailability(text);
  return read.ok
    ? formatAvailability(read.value)
    : `${read.problem.message} @${read.problem.at.from}-${read.problem.at.to}`;
};

describe('availability as typed', () => {
  test.each([
    ['Tue 9-17', 'Tue 9-17'],
    ['tuesdays 9am-5pm', 'Tue 9-17'],
    ['Mon-Fri after 15', 'Mon-Fri after 15'],
    ['weekdays after 3', 'Mon-Fri after 15'],
    ['not Sun', 'not Sun'],
    ['Fri-Mon 22-6', 'Mon, Fri-Sun 22-6'],
    ['Mon 9-13 17-22, Wed and Thu before 12', 'Mon 9-13 17-22; Wed, Thu before 12'],
    [
      'weekends 10-22; rather not Sat after 20; never Mon',
      'Sat, Sun 10-22; rather not Sat after 20; not Mon',
    ],
    ['after 07:30', 'every day after 7:30'],
    ['any time', 'any time'],
    ['', 'any time'],
    ['Tue 9-25', '"25": there is no hour 25 @6-8'],
    ['Mon 9-17; Blursday 9-12', '"Blursday" is no weekday and no time @10-18'],
    ['after', '"after" is no weekday and no time @0-5'],
    ['Mon after lunch', '"after" needs a time, as in "after 15" @4-9'],
  ])('%j is read as %j', (typed, meant) => expect(texts(typed)).toBe(meant));

  test('a site with another weekend means its own', () => {
    const read = parseAvailability('weekends 9-12', { weekend: [4, 5] });
    expect(read.ok && read.value.map((block) => block.weekday)).toEqual([4, 5]);
  });
});

const kinds = fc.constantFrom<AvailabilityKind>('available', 'rather-not', 'not-available');
const strokes = fc.array(
  fc.tuple(
    fc.integer({ min: 0, max: 6 }),
    fc.integer({ min: 0, max: 48 }),
    fc.integer({ min: 0, max: 48 }),
    kinds,
  ),
  { maxLength: 14 },
);

test('a drawn week becomes blocks and is drawn from them as it was; what is written of it reads the same', () => {
  fc.assert(
    fc.property(
      strokes,
      fc.nat(6),
      fc.constantFrom<'24' | '12'>('24', '12'),
      fc.nat(47),
      (all, weekStart, format, open) => {
        const days = drawnWeek([]);
        for (const [day, a, b, kind] of all)
          days[day] = paint(days[day], { from: Math.min(a, b) * 30, to: Math.max(a, b) * 30 }, kind);
        const blocks: WeekBlock[] = blocksOfWeek(days);
        expect(drawnWeek(blocks)).toEqual(days);
        // Wherever the site is open, and whatever its habits.
        const openHours = open === 0 ? [] : [{ from: open * 30, to: open * 30 + 720 }];
        const read = parseAvailability(formatAvailability(blocks, format, weekStart), { openHours, format });
        expect(read.ok && (blocks.length === 0 || drawnWeek(read.value))).toEqual(
          blocks.length === 0 || days,
        );
      },
    ),
  );
});

test('a night is one block of the day it begins on', () => {
  const [block, ...rest] = blocksOfWeek(drawnWeek([{ weekday: 6, from: 1320, to: 1800, kind: 'available' }]));
  expect(block).toEqual({ weekday: 6, from: 1320, to: 1800, kind: 'available' });
  expect(rest).toEqual([]);
});

describe('a version more', () => {
  const v = (id: string, since: number | null, until: number | null) => ({ id, since, until });

  test('counts from its first day on, whatever began then before', () => {
    const old = [v('a', null, null), v('b', 10, 30), v('c', 20, null)];
    expect(withVersion(old, v('n', 10, null)).map(({ id }) => id)).toEqual(['a', 'c', 'n']);
    expect(withVersion(old, v('n', 10, 14))).toEqual([...old, v('n', 10, 14)]);
    expect(withVersion(old, v('n', 10, 30)).map(({ id }) => id)).toEqual(['a', 'c', 'n']);
  });

  test('leaves every other day as it was', () => {
    const dated = fc.record({
      since: fc.option(fc.integer({ min: 0, max: 12 })),
      length: fc.option(fc.integer({ min: 0, max: 12 })),
    });
    const version = (id: string, { since, length }: { since: number | null; length: number | null }) =>
      v(id, since, length === null ? null : (since ?? 0) + length);
    fc.assert(
      fc.property(fc.array(dated, { maxLength: 5 }), dated, (parts, part) => {
        const old = parts.map((one, i) => version(`v${i}`, one));
        const added = version('n', { ...part, since: part.since ?? 0 });
        const now = withVersion(old, added);
        for (let day = -2; day < 30; day++) {
          const before = versionOn(old, day)?.id ?? null;
          const begins = old.find((one) => one.id === before)?.since ?? -1;
          const isIts = day >= added.since! && day <= (added.until ?? Infinity) && begins <= added.since!;
          expect(versionOn(now, day)?.id ?? null).toBe(isIts ? 'n' : before);
        }
      }),
      { numRuns: repeats(300) },
    );
  });
});
