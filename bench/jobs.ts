import { tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import { moveDay, withMovedDay } from '@/core/jobs/lost-day';
import type { Crew, FieldWork, Job, Visit } from '@/core/jobs/types';
import type { Plan } from '@/core/plan/types';
import { seeded } from '@/core/seeded';
import { parseDate } from '@/core/time/day';
import { largePlan } from '../demo/large';
import { figure, percentile } from './figures';

const MONDAY = parseDate('2026-11-23')!;
const [CREWS, DAYS, VISITS] = [50, 14, 2000];
const HOURS = [0, 1, 2, 3, 4, 5, 6].map((day) =>
  day < 6
    ? [
        { from: 480, to: 720 },
        { from: 780, to: 1020 },
      ]
    : [],
);

/** Fifty crews of three people over two weeks, with two thousand visits. */
function fieldPlan(): Plan {
  const random = seeded(3);
  const below = (n: number) => Math.floor(random() * n);
  const base = { ...largePlan(150, MONDAY, 1), days: DAYS, shifts: [], needs: [] };
  const crews = Array.from({ length: CREWS }, (_, i): Crew => ({
    ...{ id: `crew-${i}`, name: `Crew ${i}`, hours: HOURS, dates: [], start: null, until: null },
    members: base.people.slice(i * 3, i * 3 + 3).map(({ id }) => ({ person: id, from: null, to: null })),
  }));
  const jobs = Array.from({ length: VISITS }, (_, i): Job => ({
    ...{ id: `job-${i}`, title: 'Check', place: `place-${i % 400}`, service: null, people: 1 + (i % 2) },
    ...{ personMinutes: 60 + 30 * below(8), earliest: null, latest: MONDAY + below(DAYS + 5), window: null },
    ...{ price: null, round: null, progress: 'open' as const },
  }));
  const visits = jobs.map(({ id }, i): Visit => ({
    ...{ id: `visit-${i}`, job: id, crew: crews[i % CREWS].id, person: null, date: MONDAY + below(12) },
    ...{ from: 480 + 15 * below(32), minutes: null, personMinutes: null, isThrough: false },
    ...{ isFixed: below(20) === 0, note: null },
  }));
  const places = Array.from({ length: 400 }, (_, i) => ({
    ...{ id: `place-${i}`, name: `Place ${i}`, customer: null, zone: `zone-${i % 8}` },
  }));
  const travel = { usual: 15, pairs: [] };
  const work: FieldWork = { crews, places, services: [], jobs, visits, travel, today: MONDAY + 1 };
  return { ...base, work };
}

function timed(times: number, run: (i: number) => void): number[] {
  return Array.from({ length: times }, (_, i) => {
    const start = performance.now();
    run(i);
    return performance.now() - start;
  });
}

const plan = fieldPlan();
figure('crew-days-50x14-judged', percentile(timed(10, () => judge(plan)).slice(2), 50), 'ms');
const judgement = judge(plan);
const move = {
  ...{ date: MONDAY + 2, crews: plan.work!.crews.map(({ id }) => id), rounds: null },
  ...{ how: 'onward' as const, until: null, reason: 'storm' },
};
const moved = moveDay(judgement, move);
if (moved.changes.length < 500) throw new Error('nothing moves');
figure(
  'lost-day-2000',
  percentile(timed(10, () => withMovedDay(plan, moveDay(judgement, move))).slice(2), 50),
  'ms',
);
const random = seeded(9);
const spent = timed(1500, () => {
  const visit = plan.work!.visits[Math.floor(random() * VISITS)];
  const at = { date: MONDAY + Math.floor(random() * 12), from: 480 + 15 * Math.floor(random() * 32) };
  const done = tryChanges(judgement, [{ do: 'set-visit', id: visit.id, visit: at }]);
  if (!done.ok) throw new Error(done.problem.message);
});
figure('visit-consequences-median', percentile(spent.slice(300), 50), 'ms');
figure('visit-consequences-p99', percentile(spent.slice(300), 99), 'ms');
