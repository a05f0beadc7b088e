import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { overlap } from '../checks/person/overlap';
import { underContract } from '../checks/week/under-contract';
import { tryChanges } from '../consequences/consequences';
import { type Judgement, judge } from '../consequences/judge';
import type { Plan, Shift } from '../plan/types';
import { richPlan } from '../reference/rich-plans';
import { MONDAY, available, person, plan, shift } from '../testing';
import { DAY } from '../time/span';
import { exchanged, holdsRole, isPossible, swapOptions } from './exchange';

/** What swapping two shifts would do by the plan's own word: whether neither of the two gets a stop. */
function canSwap(judgement: Judgement, mine: Shift, theirs: Shift): boolean {
  const { plan: week } = judgement;
  const [me, other] = [mine, theirs].map(({ person: id }) => week.people.find((one) => one.id === id)!);
  if (!holdsRole(me, theirs) || !holdsRole(other, mine)) return false;
  const done = tryChanges(judgement, [
    { do: 'set', id: mine.id, shift: { person: theirs.person } },
    { do: 'set', id: theirs.id, shift: { person: mine.person } },
  ]);
  if (!done.ok) throw new Error(done.problem.message);
  return done.trial.consequences.appeared.every(
    ({ person: whose, severity, code }) =>
      (whose !== me.id && whose !== other.id) ||
      code === underContract.code ||
      (severity !== 'stop' && code !== overlap.code),
  );
}

test('what can be had for a shift is exactly what gives neither of the two a stop', () => {
  let found = 0;
  let pairs = 0;
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const week = richPlan(seed);
      const judgement = judge(week);
      const held = week.shifts.filter(({ person: who }) => who !== null);
      for (const mine of held.slice(0, 3)) {
        const options = new Set(swapOptions(judgement, mine, 0).map(({ theirs }) => theirs.id));
        const others = held.filter(({ person: who }) => who !== mine.person);
        expect([...options].sort()).toEqual(
          others
            .filter((theirs) => canSwap(judgement, mine, theirs))
            .map(({ id }) => id)
            .sort(),
        );
        found += options.size;
        pairs += others.length;
      }
    }),
    { numRuns: 60, seed: 7 },
  );
  // Neither everything nor nothing; always of the same plans, as there are not always as many.
  expect(found).toBeGreaterThan(20);
  expect(pairs - found).toBeGreaterThan(100);
});

describe('swapping', () => {
  const friday = shift('me', 4, '15-23');
  const options = (others: Plan['people'], shifts: readonly Shift[], since = 0) =>
    swapOptions(
      judge(plan({ people: [person('me'), ...others], shifts: [friday, ...shifts], needs: [] })),
      friday,
      since,
    );

  test('goes where both could work the other’s, the least harm first', () => {
    const late = shift('tired', 5, '9-17');
    const plain = shift('plain', 5, '9-15');
    const found = options(
      [
        person('plain'),
        person('tired', { availability: [available([4], '0-24', 'rather-not')] }),
        person('floor', { roles: [{ role: 'floor', until: null, hourlyRate: null }] }),
        person('busy'),
      ],
      [plain, late, shift('floor', 5, '9-15'), shift('busy', 5, '9-15'), shift('busy', 4, '16-20')],
    );
    // Who is busy at the time could give up just what is in the way.
    expect(found.map(({ theirs }) => theirs.id).slice(0, 1)).toEqual([plain.id]);
    expect(found.map(({ colleague }) => colleague.id)).not.toContain('floor');
    const tired = found.find(({ theirs }) => theirs.id === late.id)!;
    expect(tired.them.snags.map(({ code }) => code)).toEqual(['rather-not']);
    expect(found.find(({ theirs }) => theirs.id === plain.id)!.mine).toMatchObject({ addedMinutes: -120 });
  });

  test('says how much rest is left, and around which shift', () => {
    const early = shift('bo', 5, '7-13');
    const [option] = options([person('bo')], [early, shift('me', 4, '23-24'), shift('me', 6, '8-10')]);
    expect(option.mine.rest).toEqual({ minutes: 7 * 60, isBefore: true, shift: early });
  });

  test('leaves out what has begun', () => {
    const bo = [person('bo')];
    const monday = shift('bo', 0, '9-15');
    expect(options(bo, [monday], MONDAY * DAY + 540)).toHaveLength(1);
    expect(options(bo, [monday], MONDAY * DAY + 541)).toHaveLength(0);
  });

  test('of several shifts each way is judged at once', () => {
    const [a, b] = [shift('bo', 1, '9-17'), shift('bo', 2, '9-17')];
    const week = judge(plan({ people: [person('me'), person('bo')], shifts: [friday, a, b], needs: [] }));
    const mine = exchanged(week, 0, [friday], [a, b]);
    expect(mine.addedMinutes).toBe(480);
    expect(isPossible(mine)).toBe(true);
    expect(exchanged(week, 1, [a, b], [friday])).toMatchObject({ addedMinutes: -480, weekMinutes: 480 });
  });
});
