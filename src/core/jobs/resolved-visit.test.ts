import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { EVERY_DAY, MONDAY, person, repeats, span } from '../testing';
import { DAY, shared } from '../time/span';
import { capacityOn, isMemberOn, peopleAt } from './crew-hours';
import { resolveVisit } from './resolved-visit';
import { away, crew, job, rowOf, visit } from './testing';
import type { Crew, Job, Visit } from './types';

/** Pieces of a visit as `Mon 8:00-12:00`. */
function pieces(
  of: Job,
  its: Visit,
  { of: its_crew = crew(), people = [person('ann'), person('bo')], zone = 'Europe/Lisbon' } = {} as {
    of?: Crew;
    people?: ReturnType<typeof person>[];
    zone?: string;
  },
): string[] {
  const { row, context } = rowOf(its_crew, people, zone);
  const time = (minute: number) => `${Math.floor(minute / 60)}:${String(minute % 60).padStart(2, '0')}`;
  return resolveVisit(context, row, its, of).pieces.map(({ from, to }) => {
    const [start, end] = [context.clock.wall(from), context.clock.wall(to)];
    const day = Math.floor(start / DAY);
    return `${day - MONDAY} ${time(start - day * DAY)}-${time(end - day * DAY)}`;
  });
}

describe('a visit lasts its person-minutes by the people who are there', () => {
  // 12 person-hours with 3 people last 4 h (common practice).
  test.each<[string, number, number, string[]]>([
    ['two people, eight person-hours', 8, 8 * 60, ['0 8:00-12:00']],
    ['it ends on 5 minutes', 8.05, 13 * 60, ['0 13:00-17:00', '1 8:00-8:05']],
    ['rounded up, never down', 1.01, 8 * 60, ['0 8:00-8:35']],
    ['a pause is not worked through', 6, 10 * 60, ['0 10:00-12:00', '0 13:00-14:00']],
    ['past the end of the day it goes on in the next', 10, 14 * 60, ['0 14:00-17:00', '1 8:00-10:00']],
    [
      '40 person-hours are one visit in five pieces and more',
      40,
      13 * 60,
      ['0 13:00-17:00', '1 8:00-12:00', '1 13:00-17:00', '2 8:00-12:00', '2 13:00-17:00'],
    ],
  ])('%s', (_what, hours, from, expected) => {
    expect(pieces(job('curlew', hours), visit('curlew', 0, from))).toEqual(expected);
  });

  test('a weekend and a day off are skipped, another date has other hours', () => {
    expect(pieces(job('curlew', 10), visit('curlew', 4, 14 * 60))).toEqual(['4 14:00-17:00', '7 8:00-10:00']);
    const storm = { date: MONDAY + 1, hours: [], reason: 'storm' };
    const late = { date: MONDAY + 2, hours: [span('10-11'), span('20-26')], reason: 'tide' };
    expect(
      pieces(job('curlew', 14), visit('curlew', 0, 15 * 60), { of: crew({ dates: [storm, late] }) }),
    ).toEqual(['0 15:00-17:00', '2 10:00-11:00', '2 20:00-24:00']);
  });

  test('somebody on leave takes as long as they are away, to the minute', () => {
    const people = [person('ann'), person('bo', { leave: [away(0, 9, 10)] })];
    // 8–9 two, 9–10 one, then two: 6 person-hours end at 11:30.
    expect(pieces(job('curlew', 6), visit('curlew', 0, 8 * 60), { people })).toEqual(['0 8:00-11:30']);
    // Leave that is not decided takes nobody away.
    const asked = [person('ann'), person('bo', { leave: [{ ...away(0, 9, 10), state: 'waiting' }] })];
    expect(pieces(job('curlew', 6), visit('curlew', 0, 8 * 60), { people: asked })).toEqual(['0 8:00-11:00']);
  });

  test('who joins or leaves the crew counts from the date, and who is employed no more does not', () => {
    const later = { person: 'cy', from: MONDAY + 1, to: MONDAY + 1 };
    const of = crew({ members: [...crew().members, later] });
    const people = ['ann', 'bo', 'cy'].map((id) => person(id));
    expect(pieces(job('a', 12), visit('a', 0, 8 * 60), { of, people })).toEqual([
      '0 8:00-12:00',
      '0 13:00-15:00',
    ]);
    expect(pieces(job('a', 12), visit('a', 1, 8 * 60), { of, people })).toEqual(['1 8:00-12:00']);
    const gone = [person('ann'), person('bo', { employedTo: MONDAY })];
    expect(pieces(job('a', 4), visit('a', 1, 8 * 60), { people: gone })).toEqual(['1 8:00-12:00']);
    expect([MONDAY, MONDAY + 1, MONDAY + 2].map((date) => isMemberOn(later, date))).toEqual([
      false,
      true,
      false,
    ]);
  });

  test('by hand it lasts what was set, through it knows no pause, and outside the hours it stays where it is', () => {
    const two = job('a', 2);
    expect(pieces(two, visit('a', 0, 11 * 60, { minutes: 95 }))).toEqual(['0 11:00-12:00', '0 13:00-13:35']);
    expect(pieces(two, visit('a', 0, 11 * 60, { minutes: 95, isThrough: true }))).toEqual(['0 11:00-12:35']);
    expect(pieces(two, visit('a', 5, 11 * 60))).toEqual(['5 11:00-12:00']);
    expect(pieces(two, visit('a', 0, 23 * 60 + 30))).toEqual(['0 23:30-24:30']);
  });

  test('where nobody is there it is drawn as if one person did it, and says so', () => {
    const { row, context } = rowOf(crew(), []);
    const found = resolveVisit(context, row, visit('a', 0, 8 * 60), job('a', 3));
    expect(found).toMatchObject({ minutes: 180, isUnmanned: true });
    expect(found.pieces).toHaveLength(1);
    const half = rowOf(crew(), [person('ann', { leave: [away(0, 9, 17)] })]);
    expect(resolveVisit(half.context, half.row, visit('a', 0, 8 * 60), job('a', 3)).isUnmanned).toBe(true);
    const there = rowOf();
    expect(resolveVisit(there.context, there.row, visit('a', 0, 480), job('a', 3)).isUnmanned).toBe(false);
  });

  test('over the change to summer time an hour of the night is not there', () => {
    // Sunday 28 March 2027, 1:00 to 2:00 in Lisbon.
    const night = crew({ hours: EVERY_DAY.map(() => [span('22-30')]) });
    expect(pieces(job('a', 8), visit('a', 5, 23 * 60), { of: night })).toEqual(['5 23:00-28:00']);
    expect(pieces(job('a', 8), visit('a', 4, 23 * 60), { of: night })).toEqual(['4 23:00-27:00']);
  });
});

test('what a day holds is the hours of the crew by who is there', () => {
  const { row, context } = rowOf(crew(), [person('ann'), person('bo', { leave: [away(0, 13, 17)] })]);
  expect(capacityOn(row, context, MONDAY)).toEqual({ minutes: 480, personMinutes: 720 });
  expect(capacityOn(row, context, MONDAY + 5)).toEqual({ minutes: 0, personMinutes: 0 });
  const ended = rowOf(crew({ until: MONDAY }));
  expect(capacityOn(ended.row, ended.context, MONDAY + 1).minutes).toBe(0);
});

test('pieces do the person-minutes of the job and at most a step more, minute by minute', () => {
  const leaves = fc.record({ day: fc.nat(4), from: fc.nat(22), length: fc.integer({ min: 1, max: 10 }) });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3000 }),
      fc.integer({ min: 0, max: 95 }),
      fc.nat(4),
      fc.array(leaves, { maxLength: 4 }),
      fc.boolean(),
      (personMinutes, quarter, weekday, spans, isThrough) => {
        const cy = person('cy', {
          leave: spans.map(({ day, from, length }, i) => ({
            ...away(day, from, from + length),
            id: `l${i}`,
          })),
        });
        const people = [person('ann'), person('bo'), cy];
        const of = crew({ members: people.map(({ id }) => ({ person: id, from: null, to: null })) });
        const { row, context } = rowOf(of, people);
        const its = visit('a', weekday, quarter * 15, { isThrough });
        const found = resolveVisit(context, row, its, { ...job('a', 1), personMinutes });
        let done = 0;
        let most = 0;
        for (const piece of found.pieces)
          for (let at = piece.from; at < piece.to; at++) {
            most = peopleAt(row, at).length;
            done += most;
            const inHours = row.hours.some(({ from, to }) => from <= at && at < to);
            if (found.pieces.length > 1) expect(inHours).toBe(true);
          }
        expect(done).toBeGreaterThanOrEqual(personMinutes);
        // Fewer than a step of minutes are added, with everybody there.
        expect(done - personMinutes).toBeLessThan(5 * 3 + 3);
        for (let i = 1; i < found.pieces.length; i++)
          expect(shared(found.pieces[i - 1], found.pieces[i])).toBe(0);
      },
    ),
    { numRuns: repeats(200) },
  );
});
