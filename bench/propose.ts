import { largePlan } from '../demo/large';
import { DEMO_MONDAY, demoDatabase } from '../demo/testing';
import { WEIGHTS } from '@/core/propose/model';
import { type Proposal, boundsOf, propose } from '@/core/propose/propose';
import type { Plan } from '@/core/plan/types';
import { seeded } from '@/core/seeded';
import { loadPlan } from '@/data/week/plan-store';
import { figure } from './figures';

// Proposals for an empty week at the times of the shifts that stood in it: how far from the best they are at most after
// some seconds and at the end, and what stays missing. `PROPOSE_SEEDS` makes more than one of each.

const db = await demoDatabase();
const bistro = (await loadPlan(db, 'bistro', DEMO_MONDAY, 7))!.plan;
await db.destroy();

/** The week without its shifts, with so many times as many people needed, and with the budget that it has or none. */
function emptied(plan: Plan, times: number, seed: number, hasBudget: boolean): Plan {
  const random = seeded(seed);
  const needs = plan.needs.map((need) => {
    const wanted = need.count * times;
    return { ...need, count: Math.floor(wanted) + Number(random() < wanted % 1) };
  });
  return { ...plan, needs, shifts: [], budget: hasBudget ? plan.budget : { minutes: null, cost: null } };
}

/** How far a proposal is from its bound at most, with what is missing, in hundredths. */
function totalGap({ score, bound, missingMinutes }: Proposal): number {
  return (100 * (score - bound)) / (score + missingMinutes * WEIGHTS.missing);
}

interface Instance {
  readonly name: string;
  readonly planOf: (seed: number) => Plan;
  readonly times: number;
  /** What a week may cost is looked at too, which takes longer. */
  readonly hasBudget?: boolean;
  /** After how many seconds it is looked how far it has come; at the last it is stopped. */
  readonly marks: readonly number[];
}

const INSTANCES: readonly Instance[] = [
  { name: 'bistro', planOf: () => bistro, times: 1, marks: [10, 25, 60] },
  { name: 'bistro-1.2', planOf: () => bistro, times: 1.2, marks: [10, 25, 60] },
  { name: '40', planOf: (seed) => largePlan(40, DEMO_MONDAY, seed), times: 1, marks: [10, 20, 60] },
  {
    ...{ name: '40-budget', planOf: (seed) => largePlan(40, DEMO_MONDAY, seed), times: 1 },
    ...{ marks: [10, 20, 60], hasBudget: true },
  },
  { name: '40-1.2', planOf: (seed) => largePlan(40, DEMO_MONDAY, seed), times: 1.2, marks: [20, 60] },
  { name: '600', planOf: (seed) => largePlan(600, DEMO_MONDAY, seed), times: 1, marks: [35, 60, 120] },
  { name: '600-1.15', planOf: (seed) => largePlan(600, DEMO_MONDAY, seed), times: 1.15, marks: [60, 120] },
];

for (const { name, planOf, times, marks, hasBudget = false } of INSTANCES)
  for (let seed = 1; seed <= Number(process.env.PROPOSE_SEEDS ?? 1); seed++) {
    const plan = planOf(seed);
    const week = emptied(plan, times, seed, hasBudget);
    const asked = { times: plan.shifts.flatMap(({ role, from, to }) => (role ? [{ role, from, to }] : [])) };
    const of = (what: string) => `propose-${name}${seed > 1 ? `-seed-${seed}` : ''}${what}`;
    const start = performance.now();
    const seconds = () => (performance.now() - start) / 1000;
    const ahead = [...marks];
    const found = await propose(week, {
      ...asked,
      seed,
      goesOn: () => seconds() < marks.at(-1)!,
      onProgress: ({ total, bound }) => {
        while (ahead.length > 0 && seconds() > ahead[0])
          figure(of(`-to-bound-at-${ahead.shift()}`), (100 * (total - bound)) / total, '%');
      },
    });
    // What was found before a mark stands at it.
    for (const mark of ahead) figure(of(`-to-bound-at-${mark}`), totalGap(found), '%');
    figure(of(''), seconds(), 's');
    figure(of('-to-bound'), (100 * (found.score - found.bound)) / found.score, '%');
    figure(of('-missing'), found.missingMinutes / 60, 'h');
    figure(of('-least-missing'), found.leastMissingMinutes / 60, 'h');
    const again = performance.now();
    const proven = boundsOf(week, found.certificate, found.missingMinutes, asked);
    if (proven.bound !== found.bound) throw new Error('the certificate proves something else');
    figure(of('-check'), performance.now() - again, 'ms');
  }
