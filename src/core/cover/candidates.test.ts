import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Snag } from '../checks/shared/snag';
import { refusal, tryChanges } from '../consequences/consequences';
import { judge } from '../consequences/judge';
import { MONDAY, available, person, plan, randomPlan, repeats, shift } from '../testing';
import { candidatesFor } from './candidates';
import { shiftKindOf, nameOfKind, startsOf } from '../fairness/shift-kinds';

const bar = (...ends: (number | null)[]) => ends.map((until) => ({ role: 'bar', until, hourlyRate: null }));
const slot = shift(null, 2, '9-17');

describe('who can cover', () => {
  const people = [
    person('floor-only', { roles: [{ role: 'floor', until: null, hourlyRate: null }] }),
    person('busy'),
    person('on-leave', {
      leave: [{ id: 'l', from: (MONDAY + 2) * 1440, to: (MONDAY + 3) * 1440, state: 'approved' }],
    }),
    person('rather-not', { availability: [available([2], '0-24', 'rather-not')] }),
    person('expired', { roles: bar(MONDAY + 1) }),
    person('last-day', { roles: bar(MONDAY + 2) }),
    person('tired'),
    person('dear', { roles: [{ role: 'bar', until: null, hourlyRate: 99 }] }),
    person('often'),
    person('plain'),
  ];
  const week = plan({
    people,
    shifts: [slot, shift('busy', 2, '16-20'), shift('tired', 1, '17-24'), shift('often', 0, '9-17')],
    needs: [],
  });
  const found = candidatesFor(judge(week), slot, new Map([['often', 3]]));

  test('is everybody who holds the role, by the harm it would do', () => {
    expect(found.map(({ person: { id } }) => id)).toEqual([
      'last-day',
      'plain',
      'dear',
      'often',
      'rather-not',
      'tired',
      'expired',
      'on-leave',
      'busy',
    ]);
  });

  test('says why not', () => {
    const codes = Object.fromEntries(
      found.map(({ person: { id }, snags }) => [id, snags.map(({ code }) => code).join()]),
    );
    expect(codes).toMatchObject({
      plain: '',
      'last-day': '',
      'rather-not': 'rather-not',
      tired: 'short-rest',
      expired: 'not-qualified',
      'on-leave': 'on-leave',
      busy: 'overlap,long-day',
    });
    expect(found.at(-1)!.impossible?.code).toBe('overlap');
  });

  test('says hours, cost and rest', () => {
    const of = (id: string) => found.find((one) => one.person.id === id)!;
    expect(of('often')).toMatchObject({
      weekMinutes: 960,
      addedMinutes: 480,
      recentCounts: 3,
      restBefore: 40 * 60,
    });
    expect(of('tired')).toMatchObject({ restBefore: 9 * 60, restAfter: null });
    expect(of('dear').cost).toBe(8 * 9900);
    expect(of('plain').cost).toBe(8 * 1200);
  });

  test('agrees with what giving it to them would do', () => {
    const judgement = judge(week);
    for (const one of found) {
      const tried = tryChanges(judgement, [{ do: 'set', id: slot.id, shift: { person: one.person.id } }]);
      if (!tried.ok) throw new Error(tried.problem.message);
      const { consequences } = tried.trial;
      const theirs = consequences.appeared.filter((snag) => snag.person === one.person.id);
      expect(one.snags.map(({ code }) => code).sort()).toEqual(theirs.map(({ code }) => code).sort());
      expect(one.cost).toBe(consequences.cost);
      expect(one.impossible !== null).toBe(refusal(consequences) !== null);
    }
  });

  test('leaves out who has it, and judges the others as if they were free of it', () => {
    const taken = { ...slot, person: 'plain' };
    const others = candidatesFor(judge({ ...week, shifts: [taken, ...week.shifts.slice(1)] }), taken);
    expect(others.map(({ person: { id } }) => id)).not.toContain('plain');
  });

  test('a gap of everybody can be closed by anybody, in their first role', () => {
    const any = candidatesFor(judge(week), { ...slot, id: 'new', role: null });
    expect(any.find((one) => one.person.id === 'floor-only')).toMatchObject({ role: 'floor' });
  });

  test('counts overtime before cost', () => {
    const rules = { overtime: { weekMinutes: 480, multiplier: 1.5, day: [], after: [], seventhDay: null } };
    const over = candidatesFor(judge({ ...week, rules: { ...week.rules, ...rules } }), slot);
    expect(over.find((one) => one.person.id === 'often')).toMatchObject({ overtimeMinutes: 480 });
    const names = over.map((one) => one.person.id);
    expect(names.indexOf('dear')).toBeLessThan(names.indexOf('often'));
  });
});

test('for any open shift of any week: in order of harm, and each line is what giving it would do', () => {
  fc.assert(
    fc.property(fc.nat({ max: 100_000 }), (seed) => {
      const busy = randomPlan(seed);
      const judgement = judge(busy);
      for (const open of busy.shifts.filter((one) => one.person === null)) {
        const found = candidatesFor(judgement, open);
        const holders = busy.people.filter(
          (one) => open.role === null || one.roles.some((held) => held.role === open.role),
        );
        expect(found.map((one) => one.person.id).sort()).toEqual(holders.map(({ id }) => id).sort());
        const harm = found.map((one) => [one.impossible ? 1 : 0, ...weigh(one.snags)]);
        expect(harm).toEqual([...harm].sort((a, b) => compare(a, b)));
        for (const one of found) {
          const change = {
            do: 'set' as const,
            id: open.id,
            shift: { person: one.person.id, role: one.role },
          };
          const tried = tryChanges(judgement, [change]);
          if (!tried.ok) throw new Error(tried.problem.message);
          // A contract that is not reached yet is no harm that the shift does.
          const theirs = tried.trial.consequences.appeared.filter(
            (snag) => snag.person === one.person.id && snag.code !== 'under-contract',
          );
          expect(one.snags.map(({ code }) => code).sort()).toEqual(theirs.map(({ code }) => code).sort());
        }
      }
    }),
    { numRuns: repeats(120) },
  );
});

/** How many stops, warnings and notes. */
function weigh(snags: readonly Snag[]): number[] {
  return (['stop', 'warn', 'note'] as const).map(
    (kind) => snags.filter((snag) => snag.severity === kind).length,
  );
}

function compare(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((n, i) => n !== b[i]);
  return at < 0 ? 0 : a[at] - b[at];
}

describe('shifts are alike', () => {
  test.each([
    [0, 'early', 0],
    [659, 'early', 0],
    [660, 'midday', 660],
    [899, 'midday', 660],
    [900, 'late', 900],
    [1439, 'late', 900],
  ] as const)('a start at %i is %s', (minute, part, from) => {
    expect(shiftKindOf(MONDAY + 4, minute)).toEqual({ weekday: 4, part });
    expect(startsOf(part).from).toBe(from);
  });

  test('and are called by weekday', () => {
    expect(nameOfKind(shiftKindOf(MONDAY + 4, 1020))).toBe('late Fridays');
  });
});
