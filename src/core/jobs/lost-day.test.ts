import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { difference } from '../consequences/consequences';
import { judge } from '../consequences/judge';
import { type Change, applyAll } from '../plan/change';
import type { Plan } from '../plan/types';
import { MONDAY, repeats, span } from '../testing';
import { crewHoursOn } from './crew-hours';
import { nextFreeStart } from './free-time';
import { type DayMove, moveDay, withMovedDay } from './lost-day';
import { crew, fieldPlan, job, visit } from './testing';
import type { Visit } from './types';

const EIGHT = 480;
const ONE = 780;
const STORM: DayMove = {
  ...{ date: MONDAY, crews: ['engine'], rounds: null, how: 'onward', until: null, reason: 'storm' },
};

/** A week in which each visit takes the engine crew two hours, unless it is said otherwise. */
function week(visits: readonly Visit[], more: Parameters<typeof fieldPlan>[0] = {}): Plan {
  const jobs = [...new Set(visits.map((one) => one.job))].map((id) => job(id, 4));
  return fieldPlan({ jobs, visits, ...more });
}

/** Where visits are after a day was moved: `a 1 8:00`. */
function after(plan: Plan, move: Partial<DayMove> = {}): string[] {
  const moved = withMovedDay(plan, moveDay(judge(plan), { ...STORM, ...move }));
  return [...moved.work!.visits]
    .sort((a, b) => a.date - b.date || a.from - b.from || (a.id < b.id ? -1 : 1))
    .map(({ job: id, date, from }) => `${id} ${date - MONDAY} ${from / 60}`);
}

describe('a lost day', () => {
  const full = [0, 1, 2].flatMap((day) => [visit(`a${day}`, day, EIGHT), visit(`b${day}`, day, ONE)]);

  test('moves on day by day until a free one takes it up', () => {
    const plan = week([...full, visit('z', 4, EIGHT)]);
    expect(after(plan)).toEqual(['a0 1 8', 'b0 1 13', 'a1 2 8', 'b1 2 13', 'a2 3 8', 'b2 3 13', 'z 4 8']);
  });

  test('skips days off, and goes no further than a date', () => {
    const friday = week([visit('a', 4, EIGHT), visit('b', 7, EIGHT), visit('c', 8, EIGHT)]);
    expect(after(friday, { date: MONDAY + 4 })).toEqual(['a 7 8', 'b 8 8', 'c 9 8']);
    expect(after(friday, { date: MONDAY + 4, until: MONDAY + 8 })).toEqual(['a 7 8', 'b 8 8', 'c 8 8']);
    expect(after(friday, { date: MONDAY + 4, until: MONDAY + 4 })).toEqual(['a 4 8', 'b 7 8', 'c 8 8']);
  });

  test('steps around appointments, and says which of them are on it', () => {
    const plan = week([
      visit('a', 0, EIGHT),
      visit('b', 0, 600),
      visit('promised', 0, ONE, { isFixed: true }),
      visit('fixed', 1, EIGHT, { isFixed: true }),
    ]);
    expect(after(plan)).toEqual(['promised 0 13', 'fixed 1 8', 'a 1 10', 'b 1 13']);
    expect(moveDay(judge(plan), STORM).left).toEqual(['v-promised']);
  });

  test('moves only to where there is room, the rest stays', () => {
    expect(after(week(full), { how: 'room' })).toEqual([
      ...['a1 1 8', 'a0 1 10', 'b1 1 13', 'b0 1 15'],
      ...['a2 2 8', 'b2 2 13'],
    ]);
    const until = moveDay(judge(week(full)), { ...STORM, how: 'room', until: MONDAY });
    expect(until).toMatchObject({ changes: [], left: ['v-a0', 'v-b0'] });
  });

  test('of a round moves only what belongs to it, and the crew works that day', () => {
    const jobs = [job('a', 4, { round: { id: 'wash', date: MONDAY } }), job('b', 4)];
    const plan = week([visit('a', 0, EIGHT), visit('b', 0, ONE)], { jobs });
    expect(after(plan, { rounds: ['wash'] })).toEqual(['b 0 13', 'a 1 8']);
    expect(moveDay(judge(plan), { ...STORM, rounds: ['wash'] }).crews).toEqual([]);
  });

  test('a visit that runs over it goes on a day later, and what follows with it', () => {
    const long = [job('long', 32), job('b', 4)];
    const plan = week([visit('long', 0, EIGHT), visit('b', 2, EIGHT)], { jobs: long });
    expect(after(plan, { date: MONDAY + 1 })).toEqual(['long 0 8', 'b 3 8']);
  });

  test('lost once more there is nothing left to move', () => {
    const plan = week(full);
    const once = withMovedDay(plan, moveDay(judge(plan), STORM));
    expect(moveDay(judge(once), STORM).changes).toEqual([]);
  });

  test('says beforehand which promises it breaks, and what is over the hours', () => {
    const jobs = [job('a', 4, { latest: MONDAY }), job('b', 16)];
    const plan = week([visit('a', 0, EIGHT), visit('b', 1, EIGHT)], { jobs });
    const before = judge(plan);
    const move = { ...STORM, until: MONDAY + 1 };
    const { appeared } = difference(before, judge(withMovedDay(plan, moveDay(before, move))));
    expect(appeared.map(({ code, job: of }) => [code, of]).sort()).toEqual([
      ['crew-overfull', undefined],
      ['outside-window', 'a'],
      ['visit-overlap', expect.any(String)],
    ]);
  });
});

test('a day that became free takes what follows, a day earlier each', () => {
  const plan = week([visit('a', 1, EIGHT), visit('b', 2, ONE), visit('c', 4, EIGHT, { isFixed: true })]);
  expect(after(plan, { how: 'forward' })).toEqual(['a 0 8', 'b 1 13', 'c 4 8']);
});

test('the next free time is behind what is there, with time for the way, and ends before what comes', () => {
  const travel = { usual: 30, pairs: [] };
  const jobs = [job('a', 4), job('b', 4), job('c', 4), job('d', 2)];
  const plan = fieldPlan({ jobs, travel, visits: [visit('a', 0, EIGHT), visit('b', 0, ONE)] });
  const { context, field } = judge(plan);
  const row = field!.crews.get('engine')!;
  const free = (id: string, at: number) => {
    const found = nextFreeStart(
      context,
      field!.index,
      row,
      visit(id, 0, 0),
      context.clock.elapsed(MONDAY * 1440 + at),
    );
    return found && `${found.date - MONDAY} ${found.from}`;
  };
  // Two hours do not fit between 10:30 and 12:30, when one sets out for the next.
  expect(free('c', 0)).toBe('0 930');
  // One does.
  expect(free('d', 0)).toBe('0 630');
  expect(free('d', 643)).toBe('0 645');
  expect(free('c', 16 * 60)).toBe('0 960');
  expect(free('c', 36 * 1440)).toBeNull();
});

describe('over random weeks', () => {
  const spot = fc.record({
    day: fc.nat(9),
    at: fc.integer({ min: 32, max: 64 }).map((quarter) => quarter * 15),
    hours: fc.integer({ min: 1, max: 12 }),
    crew: fc.constantFrom('engine', 'hull'),
    isFixed: fc.boolean(),
  });
  const crews = [
    crew(),
    crew({ id: 'hull', hours: [0, 1, 2, 3, 4, 5, 6].map((day) => (day % 3 === 2 ? [] : [span('8-16')])) }),
  ];
  const made = (
    spots: readonly { day: number; at: number; hours: number; crew: string; isFixed: boolean }[],
  ) =>
    fieldPlan({
      crews,
      jobs: spots.map(({ hours }, i) => job(`j${i}`, hours)),
      visits: spots.map(({ day, at, crew: of, isFixed }, i) =>
        visit(`j${i}`, day, at, { crew: of, isFixed }),
      ),
    });
  const moves = fc.record({
    how: fc.constantFrom<DayMove['how']>('room', 'onward', 'forward'),
    day: fc.nat(6),
    until: fc.option(fc.integer({ min: 0, max: 12 })),
  });

  test('no visit is lost or doubled, appointments stay, and one undo puts all back', () => {
    fc.assert(
      fc.property(fc.array(spot, { maxLength: 14 }), moves, (spots, { how, day, until }) => {
        const plan = made(spots);
        const move = { ...STORM, how, date: MONDAY + day, crews: ['engine', 'hull'] };
        const moved = moveDay(judge(plan), { ...move, until: until === null ? null : MONDAY + until });
        const ids = moved.changes.map((change) => (change as { id: string }).id);
        expect(new Set(ids).size).toBe(ids.length);
        const done = applyAll(plan, moved.changes as readonly Change[]);
        if (!done.ok) throw new Error(done.problem.message);
        expect(done.plan.work!.visits.map(({ id }) => id)).toEqual(plan.work!.visits.map(({ id }) => id));
        for (const [i, one] of done.plan.work!.visits.entries()) {
          const was = plan.work!.visits[i];
          if (was.isFixed) expect(one).toEqual(was);
          expect({ ...one, date: 0, from: 0 }).toEqual({ ...was, date: 0, from: 0 });
        }
        const back = applyAll(done.plan, done.inverse);
        expect(back.ok && back.plan.work).toEqual(plan.work);
      }),
      { numRuns: repeats(200) },
    );
  });

  test('moving on keeps the order and the times, and leaves nothing on the day or on a day off', () => {
    fc.assert(
      fc.property(fc.array(spot, { maxLength: 14 }), fc.nat(6), (spots, day) => {
        const plan = made(spots.map((one) => ({ ...one, isFixed: false })));
        const move = { ...STORM, date: MONDAY + day, crews: ['engine', 'hull'] };
        const moved = withMovedDay(plan, moveDay(judge(plan), move));
        for (const of of crews) {
          const order = (visits: readonly Visit[]) =>
            visits
              .filter((one) => one.crew === of.id && one.date >= MONDAY + day)
              .sort((a, b) => a.date - b.date || a.from - b.from || (a.id < b.id ? -1 : 1))
              .map(({ id }) => id);
          const ids = order(moved.work!.visits);
          // Days that had work on what is no working day of the crew are what they were.
          const odd = plan.work!.visits.some(
            (one) => one.crew === of.id && crewHoursOn(of, one.date).length === 0,
          );
          if (!odd) expect(ids).toEqual(order(plan.work!.visits));
          for (const one of moved.work!.visits) {
            const was = plan.work!.visits.find(({ id }) => id === one.id)!;
            expect(one.from).toBe(was.from);
            if (one.crew === of.id) expect(one.date).not.toBe(MONDAY + day);
            if (one.date !== was.date && one.crew === of.id)
              expect(crewHoursOn(of, one.date).length).toBeGreaterThan(0);
          }
        }
      }),
      { numRuns: repeats(200) },
    );
  });
});
