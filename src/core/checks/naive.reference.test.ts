import { describe, expect, test } from '@jest/globals';
import { type Judgement, coverageBetween, judge, rejudge, snagsOf } from '../consequences/judge';
import { totalsOf } from '../consequences/totals';
import type { Plan } from '../plan/types';
import { type Naive, naive } from '../reference/naive';
import { richPlan } from '../reference/rich-plans';
import { repeats } from '../testing';

// Source: the contract of the plan file, computed a second time, minute by minute, by code that shares nothing with
// what is tried here.

function told(judgement: Judgement): Naive {
  const { plan } = judgement;
  const coverage: string[] = [];
  judgement.ranges.forEach((range, day) => {
    if (!range) return;
    for (let row = 0; row <= plan.roles.length; row++)
      for (const { from, to, staffed, needed, gap } of coverageBetween(judgement, row, day, range))
        coverage.push([day, plan.roles[row]?.id ?? null, from, to, staffed, needed, gap].join(' '));
  });
  return {
    snags: snagsOf(judgement)
      .map((snag) => {
        const said = plan.rules.severity[snag.code] ?? 'usual';
        const { code, date, from, to, role, person, shifts, amount, limit } = snag;
        return [code, said, date - plan.from, from, to, role, person, shifts.join('+'), amount, limit].join(
          ' ',
        );
      })
      .sort(),
    people: totalsOf(judgement).people.map(
      ({ person, paidMinutes, overtimeMinutes, cost }) =>
        [person, paidMinutes, overtimeMinutes, plan.days <= 7 ? cost : 0] as const,
    ),
    days: totalsOf(judgement).days.map(({ paidMinutes, cost }) => [paidMinutes, cost] as const),
    coverage: coverage.sort(),
  };
}

/** The plans with what they come to, each worked out once however often it is compared. */
const PLANS = new Map<number, { readonly plan: Plan; readonly expected: Naive }>();

function planned(seed: number): { readonly plan: Plan; readonly expected: Naive } {
  let known = PLANS.get(seed);
  if (!known) {
    const plan = richPlan(seed);
    PLANS.set(seed, (known = { plan, expected: naive(plan) }));
  }
  return known;
}

/** Ten plans each; fewer where they are compared over and over. */
const GROUPS = Number(process.env.PLAN_GROUPS ?? repeats(12));

describe('a plan in which anything may happen comes to the same, worked out minute by minute', () => {
  test.each(Array.from({ length: GROUPS }, (_, i) => i))('ten of them, %i', (group) => {
    for (let i = 0; i < 10; i++) {
      const seed = group * 10 + i;
      const { plan, expected } = planned(seed);
      expect({ seed, ...told(judge(plan)) }).toEqual({ seed, ...expected });
    }
  });

  test.each(Array.from({ length: GROUPS }, (_, i) => i))('ten of them, %i, shift by shift', (group) => {
    for (let i = 0; i < 10; i++) {
      const seed = group * 10 + i;
      const { plan, expected } = planned(seed);
      // A third of the shifts comes by edits, and another is elsewhere until it is moved to its place.
      const late = plan.shifts.filter((_, n) => n % 3 === 0);
      const early = plan.shifts.filter((_, n) => n % 3 > 0);
      const elsewhere = early.map((shift, n) =>
        n % 2 ? shift : { ...shift, person: 'cy', role: 'bar', date: plan.from },
      );
      let judgement = judge({ ...plan, shifts: elsewhere });
      for (const shift of [...late, ...early]) {
        const { id, ...patch } = shift;
        const change = late.includes(shift)
          ? { do: 'add' as const, shift }
          : { do: 'set' as const, id, shift: patch };
        const done = rejudge(judgement, [change]);
        if (!done.ok) throw new Error(done.problem.message);
        judgement = done.judgement;
      }
      expect({ seed, ...told(judgement) }).toEqual({ seed, ...expected });
    }
  });
});
