import { expect, test } from '@jest/globals';
import { type PersonState, judge, withShifts } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import type { Plan, SurroundingShift } from '../plan/types';
import { seeded } from '../seeded';
import { MONDAY, need, randomPlan, repeats } from '../testing';
import { WeekSolver, rewardsOf } from './best-week';
import { type Model, modelOf } from './model';
import { isBarred, weekCost, type Worker } from './worker-of';

/** A small week made from a number: some shifts stand, some around it; few times, so that all weeks can be looked at. */
function smallPlan(seed: number): Plan {
  const random = seeded(seed + 1000);
  const below = (n: number) => Math.floor(random() * n);
  const base = randomPlan(seed);
  const around: SurroundingShift[] = base.people.flatMap(({ id }) =>
    [-2, -1, 7, 8].flatMap((day): SurroundingShift[] =>
      random() < 0.3
        ? [
            {
              ...{ person: id, role: 'bar', date: MONDAY + day, from: 600 + below(8) * 60 },
              ...{ to: 1200 + below(8) * 60, break: null, site: random() < 0.5 ? 'quay' : null },
            } as SurroundingShift,
          ]
        : [],
    ),
  );
  const [early, late] = [6 + below(4), 14 + below(3)];
  return {
    ...base,
    shifts: base.shifts.filter(() => random() < 0.25),
    surroundingShifts: around,
    needs: [0, 1, 2, 3, 4, 5, 6].flatMap((day) => [
      need('bar', day, `${early}-${early + 7}`),
      ...(day % 2 === 0 ? [need('bar', day, `${late}-${late + 8}`)] : []),
      ...(day % 3 === 0 ? [need('floor', day, `${early + 2}-${early + 9}`)] : []),
    ]),
    people: base.people.map((one) => ({
      ...one,
      birthDate: random() < 0.3 ? MONDAY + below(9) - 1 - 365 * 16 - 4 : null,
    })),
    rules: {
      ...base.rules,
      maxDaysInARow: 3 + below(3),
      dailyRestMinutes: [0, 660, 900][below(3)],
      weeklyRestMinutes: [1440, 2100, 3000][below(3)],
      young: [{ underAge: 16, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 900 }],
      off: below(5) === 0 ? ['no-weekly-rest'] : [],
      severity: below(5) === 0 ? { 'short-rest': 'note' } : {},
    },
  };
}

const MOST = 3000;

/** Every week that somebody can be given, by day the option. */
function* weeksOf({ choices }: Worker): Generator<number[]> {
  const week = new Array<number>(7).fill(-1);
  function* from(day: number): Generator<number[]> {
    if (day === 7) return void (yield week.slice());
    for (const option of [-1, ...choices[day].map((one) => one.option)]) {
      week[day] = option;
      yield* from(day + 1);
    }
  }
  yield* from(0);
}

const countOf = ({ choices }: Worker) => choices.reduce((all, list) => all * (list.length + 1), 1);

function shiftsOf({ judgement: { plan }, options }: Model, person: string, week: readonly number[]) {
  return week
    .filter((option) => option >= 0)
    .map((option) => {
      const { span, role } = options[option];
      const shift = span.resolved.planShift!;
      return { ...shift, id: `proposed ${shift.date}`, person, role: plan.roles[role].id };
    });
}

/** Whether a day begins as the one before it ends: no rest at all, of which the core says nothing. */
function touches({ view: { all } }: PersonState): boolean {
  return all.some((one) => all.some((other) => other.date > one.date && other.start === one.end));
}

test('equals the best of every week in which the core finds nothing more than a note', () => {
  let [compared, proposed] = [0, 0];
  for (let seed = 1; compared < repeats(160); seed++) {
    const model = modelOf(smallPlan(seed));
    const solver = new WeekSolver(model);
    const judgement = judge(model.judgement.plan);
    const random = seeded(seed);
    for (const worker of model.workers) {
      if (countOf(worker) > MOST || countOf(worker) < 2) continue;
      const before = judgement.people[worker.index];
      const legal: { options: number[]; cost: number }[] = [];
      for (const options of weeksOf(worker)) {
        const shifts = shiftsOf(model, model.judgement.plan.people[worker.index].id, options);
        const after = withShifts(judgement, worker.index, shifts);
        if (isBarred(snagsAppearing(before, after)) || (worker.dailyRest > 0 && touches(after))) continue;
        let [cost, paid] = [0, 0];
        options.forEach((option, day) => {
          if (option < 0) return;
          cost += worker.choices[day].find((one) => one.option === option)!.cost;
          paid += model.options[option].span.resolved.paid;
        });
        legal.push({ options, cost: cost + weekCost(worker, model.weights, paid) });
      }
      for (let i = 0; i < 4; i++) {
        const rewards = rewardsOf(
          model,
          model.segments.map(({ from, to }) => Math.round((to - from) * 60 * random())),
        );
        const worth = ({ options, cost }: (typeof legal)[number]) =>
          options.reduce((value, option) => (option < 0 ? value : value - rewards[option]), cost);
        const least = Math.min(...legal.map(worth));
        const found = solver.best(worker, rewards)!;
        if (found.value !== least) throw new Error(`seed ${seed}, ${worker.index}: ${found.value}, ${least}`);
        const own = legal.find(({ options }) => options.join() === found.week.options.join());
        expect(own?.cost).toBe(found.week.cost);
        // What is known already cuts short, and does not cut off.
        expect(solver.best(worker, rewards, least)?.value).toBe(least);
        expect(solver.best(worker, rewards, least - 1)).toBeNull();
        compared++;
        if (found.week.options.some((option) => option >= 0)) proposed++;
      }
    }
  }
  expect(proposed).toBeGreaterThan(compared / 3);
});
