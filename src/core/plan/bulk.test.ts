import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge, rejudge } from '../consequences/judge';
import { MONDAY, randomPlan, repeats, shift } from '../testing';
import { type BulkEdit, type MatchRule, bulkChanges, matched } from './bulk';
import { applyAll } from './change';
import { NO_DETAIL, type Shift } from './types';

const ANY: MatchRule = { role: null, days: null, person: null, station: null, label: null, open: null };
const saturday = [false, false, false, false, false, true, false];

const edit = fc.oneof<fc.Arbitrary<BulkEdit>[]>(
  fc.record({
    do: fc.constant('move' as const),
    minutes: fc.integer({ min: -1500, max: 1500 }),
    days: fc.integer({ min: -2, max: 2 }),
  }),
  fc.record({ do: fc.constant('role' as const), role: fc.constantFrom('bar', 'floor', null) }),
  fc.record({ do: fc.constant('label' as const), label: fc.constantFrom('Late', null) }),
  fc.record({ do: fc.constant('break' as const), minutes: fc.constantFrom(0, 30, 45, null) }),
  fc.record({ do: fc.constant('person' as const), person: fc.constantFrom('ann', null) }),
  fc.record({ do: fc.constant('station' as const), station: fc.constantFrom('Till 1', null) }),
  fc.record({ do: fc.constant('fixed' as const), fixed: fc.boolean() }),
  fc.constant({ do: 'remove' as const }),
);

describe('one thing done to many shifts', () => {
  test('is one change with one inverse', () => {
    fc.assert(
      fc.property(fc.nat({ max: 100_000 }), edit, fc.nat(), (seed, wanted, share) => {
        const before = judge(randomPlan(seed));
        const some = before.plan.shifts.filter((_, i) => (i * 7 + share) % 3 > 0);
        const changes = bulkChanges(some, wanted);
        const done = rejudge(before, changes);
        // What would leave the week is refused whole.
        if (!done.ok) return;
        const back = applyAll(done.judgement.plan, done.inverse);
        const byId = (shifts: readonly Shift[]) =>
          shifts
            .map((one) => ({ ...one, detail: one.detail ?? null }))
            .sort((a, b) => a.id.localeCompare(b.id));
        expect(back.ok && byId(back.plan.shifts)).toEqual(byId(before.plan.shifts));
      }),
      { numRuns: repeats(200) },
    );
  });

  test('done again changes nothing, but for moving', () => {
    fc.assert(
      fc.property(fc.nat({ max: 100_000 }), edit, (seed, wanted) => {
        if (wanted.do === 'move') return;
        const week = randomPlan(seed);
        const done = applyAll(week, bulkChanges(week.shifts, wanted));
        if (!done.ok) throw new Error(done.problem.message);
        expect(bulkChanges(done.plan.shifts, wanted)).toEqual([]);
      }),
    );
  });

  test('leaves out those that stand so already, so that what is told is what changes', () => {
    const shifts = [shift('ann', 0, '9-17', { label: 'Late' }), shift('bo', 0, '9-17')];
    expect(bulkChanges(shifts, { do: 'label', label: 'Late' })).toEqual([
      { do: 'set', id: shifts[1].id, shift: { label: 'Late' } },
    ]);
    expect(bulkChanges(shifts, { do: 'move', minutes: -60, days: 0 })).toMatchObject([
      { shift: { from: 480, to: 960 } },
      { shift: { from: 480, to: 960 } },
    ]);
    expect(bulkChanges(shifts, { do: 'move', minutes: 1440, days: -1 })).toEqual([]);
  });

  test('a break for all takes the place of several', () => {
    const moreBreaks = [{ minutes: 15, at: null, paid: true }];
    const one = shift('ann', 0, '9-17', {
      break: { minutes: 30, at: 720, paid: true },
      detail: { ...NO_DETAIL, moreBreaks, station: 'Pass' },
    });
    const [change] = bulkChanges([one], { do: 'break', minutes: 45 });
    const done = applyAll({ ...randomPlan(1), shifts: [one] }, [change]);
    expect(done.ok && bulkChanges(done.plan.shifts, { do: 'break', minutes: 45 })).toEqual([]);
    expect(change).toMatchObject({
      shift: { break: { minutes: 45, at: null, paid: true }, detail: { moreBreaks: [], station: 'Pass' } },
    });
  });
});

describe('a rule picks', () => {
  const shifts = [
    shift('ann', 5, '9-17', { id: 'a', label: 'Late' }),
    shift('bo', 5, '9-17', { id: 'b', role: 'floor' }),
    shift(null, 5, '9-17', { id: 'c' }),
    shift('ann', 0, '9-17', { id: 'd', detail: { ...NO_DETAIL, station: 'Pass' } }),
  ];
  test.each<[Partial<MatchRule>, string]>([
    [{}, 'a b c d'],
    [{ role: 'bar', days: saturday }, 'a c'],
    [{ days: saturday, open: false }, 'a b'],
    [{ open: true }, 'c'],
    [{ person: 'ann' }, 'a d'],
    [{ person: 'ann', station: 'Pass' }, 'd'],
    [{ label: 'Late' }, 'a'],
    [{ label: 'Late', role: 'floor' }, ''],
  ])('by %j: %s', (rule, expected) => {
    expect(MONDAY % 7).toBe(shifts[3].date % 7);
    expect(
      matched(shifts, { ...ANY, ...rule })
        .map(({ id }) => id)
        .join(' '),
    ).toBe(expected);
  });
});
