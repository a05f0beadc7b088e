import { largePlan } from '../demo/large';
import { DEMO_MONDAY, demoDatabase } from '../demo/testing';
import { boundsOf, propose } from '@/core/propose/propose';
import type { Plan } from '@/core/plan/types';
import { seeded } from '@/core/seeded';
import { loadPlan } from '@/data/week/plan-store';
import { figure } from './figures';

// Proposals for an empty week at the times of the shifts that stood in it: how far from the best they are at most.

const db = await demoDatabase();
const bistro = (await loadPlan(db, 'bistro', DEMO_MONDAY, 7))!.plan;
await db.destroy();

/** The week without its shifts, and with so many times as many people needed. */
function emptied(plan: Plan, times: number, seed: number): Plan {
  const random = seeded(seed);
  const needs = plan.needs.map((need) => {
    const wanted = need.count * times;
    return { ...need, count: Math.floor(wanted) + Number(random() < wanted % 1) };
  });
  return { ...plan, needs, shifts: [] };
}

for (const [name, plan, times] of [
  ['bistro', bistro, 1],
  ['bistro-1.2', bistro, 1.2],
  ['40', largePlan(40, DEMO_MONDAY, 1), 1],
] as const) {
  const week = emptied(plan, times, 1);
  const asked = { times: plan.shifts.flatMap(({ role, from, to }) => (role ? [{ role, from, to }] : [])) };
  const start = performance.now();
  const found = await propose(week, asked);
  figure(`propose-${name}`, (performance.now() - start) / 1000, 's');
  figure(`propose-${name}-to-bound`, (100 * (found.score - found.bound)) / found.score, '%');
  figure(`propose-${name}-missing`, found.missingMinutes / 60, 'h');
  figure(`propose-${name}-least-missing`, found.leastMissingMinutes / 60, 'h');
  const again = performance.now();
  const proven = boundsOf(week, found.certificate, found.missingMinutes, asked);
  if (proven.bound !== found.bound) throw new Error('the certificate proves something else');
  figure(`propose-${name}-check`, performance.now() - again, 'ms');
}
