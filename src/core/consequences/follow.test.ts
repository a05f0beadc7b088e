import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Snag, compareSnags } from '../checks/shared/snag';
import type { Plan, Shift } from '../plan/types';
import { MONDAY, need, person, plan, randomPlan, repeats, shift, span } from '../testing';
import { difference } from './consequences';
import { follow } from './follow';
import { judge, snagsOf } from './judge';
import { summaryOf } from './testing';

/** A plan that has some parts from another: as if somebody had changed just those. */
function mixed(one: Plan, other: Plan, parts: readonly (keyof Plan)[], people: number): Plan {
  const some = { ...one, ...Object.fromEntries(parts.map((part) => [part, other[part]])) };
  const kept = some.people.slice(0, people);
  const known = new Set(kept.map(({ id }) => id));
  const here = ({ person: who }: { readonly person: string | null }) => who === null || known.has(who);
  return {
    ...some,
    people: kept,
    shifts: some.shifts.filter(here),
    surroundingShifts: some.surroundingShifts.filter(here),
  };
}

const PARTS = [
  'people',
  'needs',
  'shifts',
  'surroundingShifts',
  'holidays',
  'rules',
  'site',
  'roles',
  'budget',
] as const;

const wholly = (seed: number): Plan => {
  const made = randomPlan(seed);
  const odd = seed % 2 === 1;
  return {
    ...made,
    rules: {
      ...made.rules,
      minimumOn: seed % 3,
      maxDayMinutes: odd ? 480 : 600,
      off: odd ? ['short-shift'] : [],
      severity: odd ? { gap: 'note' } : {},
      breaks: seed % 5 === 0 ? [] : made.rules.breaks,
    },
    roles: odd ? made.roles : made.roles.map((role) => ({ ...role, hourlyRate: 14 })),
    site: seed % 7 === 0 ? { ...made.site, blockMinutes: 15 } : made.site,
    budget: { minutes: odd ? 3000 : null, cost: null },
  };
};

describe('a judgement that follows what a plan has become', () => {
  test('says just what the plan judged anew says, whatever has changed', () => {
    fc.assert(
      fc.property(
        fc.nat({ max: 50_000 }),
        fc.nat({ max: 50_000 }),
        fc.subarray([...PARTS]),
        fc.integer({ min: 2, max: 5 }),
        fc.integer({ min: 2, max: 5 }),
        (a, b, parts, was, is) => {
          const one = mixed(wholly(a), wholly(a), [], was);
          const next = mixed(wholly(a), wholly(b), parts, is);
          const before = judge(one);
          const after = follow(before, next);
          expect(summaryOf(after)).toEqual(summaryOf(judge(next)));
          expect(after.plan).toBe(next);
          // And what differs is what stands in one list and not in the other.
          const { appeared, cleared, paidMinutes, cost } = difference(before, after);
          const all = compareSnags(snagsOf(before), snagsOf(after));
          const names = (snags: readonly Snag[]) => snags.map((one) => JSON.stringify(one)).sort();
          expect([names(appeared), names(cleared)]).toEqual([names(all.appeared), names(all.cleared)]);
          const sum = (of: 'paid' | 'cost') =>
            after.weeks.reduce((total, week, i) => total + week[of] - before.weeks[i][of], 0);
          expect([paidMinutes, cost]).toEqual([sum('paid'), sum('cost')]);
        },
      ),
      { numRuns: repeats(80) },
    );
  });

  const base = plan({
    people: ['ann', 'bo', 'cy'].map((id) => person(id, { contractMinutes: 2400 })),
    needs: [need('bar', 0, '9-17')],
    shifts: ['ann', 'bo'].map((id) => shift(id, 0, '9-17')),
    surroundingShifts: [
      { person: 'bo', role: null, site: 'chandlery', date: MONDAY + 1, ...span('9-17'), break: null },
    ],
  });
  const copy = (): Plan => ({ ...structuredClone({ ...base, site: null }), site: { ...base.site } });

  test('shares all of a plan that is the same in other words', () => {
    const before = judge(base);
    const after = follow(before, copy());
    expect(after.people.every((state, i) => state === before.people[i])).toBe(true);
    expect(after.staffing).toBe(before.staffing);
  });

  test('looks again only at who has changed', () => {
    const before = judge(base);
    const people = copy().people.map((one) => (one.id === 'bo' ? { ...one, contractMinutes: 1200 } : one));
    const after = follow(before, { ...copy(), people });
    expect(after.people.map((state, i) => state === before.people[i])).toEqual([true, false, true, true]);
    expect(difference(before, after).appeared.map(({ code, limit }) => [code, limit])).toEqual([
      ['under-contract', 1200],
    ]);
  });

  test.each<[string, (shift: Shift) => Partial<Shift>]>([
    ['its role', () => ({ role: 'floor' })],
    ['its break', () => ({ break: { minutes: 45, at: null, paid: false } })],
    ['its minutes', ({ to }) => ({ to: to + 15 })],
    ['its note', () => ({ note: 'keys' })],
  ])('a shift with another of %s is another shift', (_, patch) => {
    const shifts = copy().shifts.map((one) => (one.person === 'bo' ? { ...one, ...patch(one) } : one));
    const after = follow(judge(base), { ...copy(), shifts });
    expect(after.people[1].view.shifts[0].planShift).toEqual(shifts[1]);
  });
});
