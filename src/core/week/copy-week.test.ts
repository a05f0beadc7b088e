import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge, snagsOf } from '../consequences/judge';
import { applyAll } from '../plan/change';
import { NO_DETAIL, type Plan, type Shift } from '../plan/types';
import { MONDAY, person, plan, randomPlan, repeats, shift } from '../testing';
import { DAY } from '../time/span';
import { type CopyOptions, cellOf, copyShifts, recurring } from './copy-week';

const all: CopyOptions = { mode: 'add', people: true, open: true };
let made = 0;

function copied(shifts: readonly Shift[], target: Plan, options: Partial<CopyOptions> = {}) {
  const done = copyShifts(shifts, 7, target, { ...all, ...options }, () => `c${++made}`);
  const applied = applyAll(target, done.changes);
  if (!applied.ok) throw new Error(applied.problem.message);
  const lines = applied.plan.shifts
    .map((one) => `${one.person ?? 'open'} ${one.date - target.from} ${one.from / 60}-${one.to / 60}`)
    .sort();
  return { ...done, lines, plan: applied.plan };
}

const next = (more: Parameters<typeof plan>[0] = {}) => plan({ from: MONDAY + 7, ...more });

describe('what travels', () => {
  test('is the shift a week later, with its person, role and times', () => {
    const { plan: after } = copied([shift('ann', 1, '22-30', { role: 'floor' })], next());
    expect(after.shifts).toMatchObject([
      { person: 'ann', role: 'floor', date: MONDAY + 8, from: 1320, to: 1800 },
    ]);
  });

  test('is what stands; what was for once stays behind', () => {
    const one = shift('ann', 0, '9-17', {
      note: 'Ask about the regatta',
      label: 'Opening',
      fixed: true,
      detail: {
        ...NO_DETAIL,
        station: 'Till 2',
        duties: [
          { name: 'Delivery', from: 840, to: 885, oneOff: false },
          { name: 'Inspector', from: 600, to: 660, oneOff: true },
        ],
        tasks: ['Float'],
        pattern: { id: 'p', key: 'k', originalDate: MONDAY, overridden: false },
      },
    });
    expect(recurring(one)).toMatchObject({
      note: null,
      label: 'Opening',
      fixed: false,
      detail: { station: 'Till 2', duties: [{ name: 'Delivery' }], tasks: ['Float'], pattern: null },
    });
    const other = recurring({
      ...one,
      detail: { ...one.detail!, oneOff: { label: true, note: false, station: true } },
    });
    expect(other).toMatchObject({ note: 'Ask about the regatta', label: null, detail: { station: null } });
    // It stands where it arrived, too.
    expect(recurring(other).note).toBe('Ask about the regatta');
  });

  test('is a plain shift where nothing of its detail stands', () => {
    const once = { ...NO_DETAIL, duties: [{ name: 'Inspector', from: 600, to: 660, oneOff: true }] };
    expect(recurring(shift('ann', 0, '9-17', { detail: once })).detail).toBeNull();
  });

  test('can leave out people, or open shifts', () => {
    const week = [shift('ann', 0, '9-17'), shift(null, 1, '9-17')];
    expect(copied(week, next(), { people: false }).lines).toEqual(['open 0 9-17', 'open 1 9-17']);
    expect(copied(week, next(), { open: false }).lines).toEqual(['ann 0 9-17']);
  });
});

describe('where something stands already', () => {
  const week = [shift('ann', 0, '9-17'), shift('bo', 0, '9-17'), shift(null, 2, '9-17')];
  const target = next({ shifts: [shift('ann', 7, '18-22'), shift(null, 9, '6-8')] });

  test('it is added to', () => {
    expect(copied(week, target).lines).toEqual([
      'ann 0 18-22',
      'ann 0 9-17',
      'bo 0 9-17',
      'open 2 6-8',
      'open 2 9-17',
    ]);
  });
  test('it is replaced', () => {
    expect(copied(week, target, { mode: 'replace' }).lines).toEqual([
      'ann 0 9-17',
      'bo 0 9-17',
      'open 2 9-17',
    ]);
  });
  test('only empty cells are filled', () => {
    expect(copied(week, target, { mode: 'fill' }).lines).toEqual(['ann 0 18-22', 'bo 0 9-17', 'open 2 6-8']);
  });
});

describe('a shift arrives open, and is listed', () => {
  const nine = [0, 1, 2, 3, 4].map((day) => shift('ann', day, '9-17'));
  const reasons = (done: ReturnType<typeof copied>) =>
    done.remarks.map(({ shift: one, what, barrier }) => `${one.date - MONDAY - 7} ${what} ${barrier?.why}`);

  test('on approved leave, by the minute; leave that is only asked for is no reason', () => {
    const at = (day: number, minute: number) => (MONDAY + 7 + day) * 1440 + minute;
    const target = next({
      people: [
        person('ann', {
          leave: [
            { id: 'a', from: at(0, 1019), to: at(0, 1200), state: 'approved' },
            { id: 'b', from: at(1, 1020), to: at(1, 1200), state: 'approved' },
            { id: 'c', from: at(2, 0), to: at(3, 0), state: 'waiting' },
          ],
        }),
      ],
    });
    expect(reasons(copied(nine, target))).toEqual(['0 opened leave']);
  });

  test('on a closed holiday; an open one is worked', () => {
    const target = next({
      holidays: [
        { date: MONDAY + 8, name: 'Harbour Day', closed: true },
        { date: MONDAY + 9, name: 'Regatta', closed: false },
      ],
    });
    expect(reasons(copied(nine, target))).toEqual(['1 opened holiday']);
  });

  test('before the first and after the last day of employment, both of which count', () => {
    const target = next({ people: [person('ann', { employedFrom: MONDAY + 8, employedTo: MONDAY + 10 })] });
    expect(reasons(copied(nine, target))).toEqual(['0 opened employment', '4 opened employment']);
  });

  test('where its person is gone from the site, or busy here or elsewhere', () => {
    expect(reasons(copied(nine, next({ people: [person('bo')] })))).toHaveLength(5);
    const busy = next({
      shifts: [shift('ann', 7, '16-20'), shift('ann', 8, '17-20')],
      surroundingShifts: [
        { person: 'ann', role: null, site: 'chandlery', date: MONDAY + 9, from: 600, to: 660, break: null },
      ],
    });
    expect(reasons(copied(nine, busy))).toEqual(['0 opened busy', '2 opened busy']);
  });

  test('and one in a role that is no longer used does not come', () => {
    const target = next({ roles: [{ id: 'floor', name: 'Floor', hourlyRate: 10 }] });
    const done = copied([shift('ann', 0, '9-17')], target);
    expect(done).toMatchObject({ arriving: 0, remarks: [{ what: 'left' }] });
  });

  test('so that no copy ever makes an overlap', () => {
    const twice = [...nine, ...nine.map((one) => ({ ...one, id: `${one.id}b`, from: 600 }))];
    const done = copied(twice, next());
    expect(done).toMatchObject({ arriving: 10, opened: 5 });
  });
});

describe('any week copied onto any other', () => {
  const modes = fc.constantFrom<CopyOptions['mode']>('add', 'replace', 'fill');
  const options = fc.record({ mode: modes, people: fc.boolean(), open: fc.boolean() });
  const pairs = fc.tuple(fc.nat({ max: 100_000 }), fc.nat({ max: 100_000 }), options);
  /** The second week, seven days later than made. */
  const later = (seed: number): Plan => {
    const made = randomPlan(seed);
    const move = <T extends { date: number }>(one: T): T => ({ ...one, date: one.date + 7 });
    return {
      ...made,
      from: MONDAY + 7,
      shifts: made.shifts.map(move),
      holidays: made.holidays.map(move),
      surroundingShifts: made.surroundingShifts.map(move),
      people: made.people.map((one) => ({
        ...one,
        leave: one.leave.map((leave) => ({ ...leave, from: leave.from + 7 * DAY, to: leave.to + 7 * DAY })),
      })),
    };
  };

  test('puts nobody in two places, on leave, or to work before or after their time', () => {
    fc.assert(
      fc.property(pairs, ([one, two, wanted]) => {
        const target = later(two);
        const done = copied(randomPlan(one).shifts, target, wanted);
        const arrived = new Set(
          done.changes.flatMap((change) => (change.do === 'add' ? [change.shift.id] : [])),
        );
        const codes = snagsOf(judge(done.plan)).flatMap((snag) =>
          snag.shifts.some((id) => arrived.has(id)) ? [snag.code] : [],
        );
        for (const code of ['overlap', 'on-leave', 'not-employed']) expect(codes).not.toContain(code);
        expect(done.arriving).toBe(arrived.size);
      }),
      { numRuns: repeats(200) },
    );
  });

  test('is one change with one inverse', () => {
    fc.assert(
      fc.property(pairs, ([one, two, wanted]) => {
        const target = later(two);
        const done = copyShifts(randomPlan(one).shifts, 7, target, wanted, () => `c${++made}`);
        const there = applyAll(target, done.changes);
        const back = there.ok && applyAll(there.plan, there.inverse);
        const byId = (shifts: readonly Shift[]) => [...shifts].sort((a, b) => a.id.localeCompare(b.id));
        expect(back && back.ok && byId(back.plan.shifts)).toEqual(byId(target.shifts));
      }),
      { numRuns: repeats(100) },
    );
  });

  test('changes only what was chosen: fill leaves every cell that had something, add leaves every shift', () => {
    fc.assert(
      fc.property(pairs, ([one, two, wanted]) => {
        const target = later(two);
        const done = copied(randomPlan(one).shifts, target, wanted);
        const gone = target.shifts.filter((old) => !done.plan.shifts.includes(old));
        expect(gone).toHaveLength(wanted.mode === 'replace' ? target.shifts.length : 0);
        if (wanted.mode !== 'fill') return;
        const taken = new Set(target.shifts.map(cellOf));
        const added = done.changes.flatMap((change) => (change.do === 'add' ? [change.shift] : []));
        // What could not come with its person lies among the open shifts, whatever stands there.
        const opened = new Set(done.remarks.map(({ shift: lost }) => lost.id));
        expect(added.filter((fresh) => taken.has(cellOf(fresh)) && !opened.has(fresh.id))).toEqual([]);
      }),
      { numRuns: repeats(100) },
    );
  });
});
