import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { plan, randomPlan, shift } from '../testing';
import { type Change, applyAll } from './change';
import { conflictsOf, withPreconditions, withoutConflicts } from './preconditions';
import type { Shift } from './types';

const early = shift('ann', 0, '9-17', { note: 'keys' });
const late = shift('bo', 0, '17-23');
const seen = plan({ shifts: [early, late] });
const set = (patch: Partial<Shift>, id = early.id): Change => ({ do: 'set', id, shift: patch });
const now = (...shifts: Shift[]) => new Map(shifts.map((one) => [one.id, one]));
/** What is told of a change made on `seen` where the shifts are other ones by now. */
const told = (change: Change, ...shifts: Shift[]) =>
  conflictsOf(now(...shifts), withPreconditions(seen, [change])).map(({ column, now: is }) => [
    column,
    column && is ? is[column] : is,
  ]);

describe('a change that comes late', () => {
  test('to a column that nobody touched stands beside other columns', () => {
    expect(told(set({ note: 'till' }), { ...early, from: 600, person: 'bo' })).toEqual([]);
  });

  test('to a column that somebody changed is told with what is there now', () => {
    expect(told(set({ from: 480, to: 960 }), { ...early, from: 600 })).toEqual([['from', 600]]);
  });

  test('that comes to what is there already is none', () => {
    expect(told(set({ from: 600 }), { ...early, from: 600 })).toEqual([]);
    expect(told({ do: 'remove', id: early.id })).toEqual([]);
  });

  test('to a shift that is gone, or of one that was changed, is told', () => {
    expect(told(set({ from: 600 }))).toEqual([[null, null]]);
    expect(told({ do: 'remove', id: early.id }, { ...early, note: 'new' })).toEqual([['note', 'new']]);
    expect(told({ do: 'add', shift: early }, early)).toEqual([[null, early]]);
  });

  test('in what is said as null or not at all, or in another order, is none', () => {
    const pause = { minutes: 30, at: null, paid: false };
    const made = withPreconditions(plan({ shifts: [{ ...early, break: pause }] }), [set({ break: null })]);
    const same = { ...early, detail: null, break: { paid: false, at: null, minutes: 30 } };
    expect(conflictsOf(now(same), made)).toEqual([]);
  });

  test('leaves the rest of its list to be done', () => {
    const changes = withPreconditions(seen, [
      set({ from: 480 }),
      set({ note: 'bar' }, late.id),
      { do: 'remove', id: late.id },
    ]);
    const there = now({ ...early, from: 600 }, late);
    const conflicts = conflictsOf(there, changes);
    expect(conflicts.map((one) => one.change)).toEqual([0]);
    expect(withoutConflicts(there, changes, conflicts)).toEqual(changes.slice(1));
  });
});

test('changes find no conflict on the plan they were made on, nor does what takes them back', () => {
  fc.assert(
    fc.property(fc.nat(200), fc.array(fc.tuple(fc.nat(40), fc.nat(3)), { maxLength: 8 }), (seed, picks) => {
      const before = randomPlan(seed);
      const ids = new Set<string>();
      const changes = picks.flatMap(([n, what], i): Change[] => {
        const one = before.shifts[n % before.shifts.length];
        if (what === 0) return [{ do: 'add', shift: { ...one, id: `fresh-${i}` } }];
        if (ids.has(one.id)) return [];
        if (what === 1) ids.add(one.id);
        return [what === 1 ? { do: 'remove', id: one.id } : set({ note: `n${i}`, label: null }, one.id)];
      });
      const made = withPreconditions(before, changes);
      expect(conflictsOf(now(...before.shifts), made)).toEqual([]);
      const done = applyAll(before, made);
      if (!done.ok) throw new Error(done.problem.message);
      const back = withPreconditions(done.plan, done.inverse);
      expect(conflictsOf(now(...done.plan.shifts), back)).toEqual([]);
    }),
  );
});
