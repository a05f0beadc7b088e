import { expect, test } from '@jest/globals';
import { type PersonState, judge, withShifts } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import type { Plan, SurroundingShift } from '../plan/types';
import { seeded } from '../seeded';
import { MONDAY, need, randomPlan, repeats } from '../testing';
import { WeekSolver } from './best-week';
import { type PersonWeek, rewardsOf, weekOf } from './person-week';
import { type Asked, type Model, modelOf } from './model';
import { isBarred, type Worker } from './worker-of';

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
    shifts: base.shifts.filter(({ role }) => random() < 0.25 && role !== null),
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
      overtime:
        below(2) === 0
          ? null
          : {
              ...{ weekMinutes: 600 + below(3) * 600, multiplier: 1.5, seventhDay: null },
              day: below(2) === 0 ? [] : [{ overMinutes: 420, multiplier: 1.25 }],
              after: below(2) === 0 ? [] : [{ time: 1200, multiplier: 1.5 }],
            },
    },
  };
}

/** Days are split in some of these weeks. */
const asked = (seed: number): Asked =>
  seed % 2 === 0 ? {} : { splits: { least: 30, most: 240, longest: 480 } };

const MOST = 1200;

/** All that somebody could do on a day, allowed or not: nothing, an option, or two of which one comes after the other. */
function waysOf({ options }: Model, { choices }: Worker, day: number, isSplit: boolean): [number, number][] {
  const single = [-1, ...choices[day].map((one) => one.option)].map((one): [number, number] => [one, -1]);
  if (!isSplit) return single;
  const numbers = choices[day].map((one) => one.option);
  const pairs = numbers.flatMap((one) =>
    numbers.flatMap((other): [number, number][] => {
      const pause = options[other].span.from - options[one].span.to;
      return pause >= 30 && pause <= 240 ? [[one, other]] : [];
    }),
  );
  return [...single, ...pairs];
}

/** Every week that somebody could be given, by day the option, then by day the one after a pause. */
function* weeksOf(ways: readonly (readonly [number, number])[][]): Generator<number[]> {
  const week = new Array<number>(14).fill(-1);
  function* from(day: number): Generator<number[]> {
    if (day === 7) return void (yield week.slice());
    for (const [option, then] of ways[day]) {
      [week[day], week[7 + day]] = [option, then];
      yield* from(day + 1);
    }
  }
  yield* from(0);
}

function shiftsOf({ judgement: { plan }, options }: Model, person: string, week: readonly number[]) {
  return week
    .filter((option) => option >= 0)
    .map((option) => {
      const { span, role } = options[option];
      const shift = span.resolved.planShift!;
      return { ...shift, id: `proposed ${shift.date} ${shift.from}`, person, role: plan.roles[role].id };
    });
}

/** Whether a day begins as the one before it ends: no rest at all, of which the core says nothing. */
function touches({ view: { all } }: PersonState): boolean {
  return all.some((one) => all.some((other) => other.date > one.date && other.start === one.end));
}

test('equals the best of every week in which the core finds nothing more than a note', () => {
  let [compared, proposed, split, paidMore] = [0, 0, 0, 0];
  for (let seed = 1; compared < repeats(100); seed++) {
    const model = modelOf(smallPlan(seed), asked(seed));
    const solver = new WeekSolver(model);
    const judgement = judge(model.judgement.plan);
    const random = seeded(seed);
    for (const worker of model.workers) {
      const ways = worker.choices.map((_, day) => waysOf(model, worker, day, seed % 2 === 1));
      const count = ways.reduce((all, list) => all * list.length, 1);
      if (count > MOST || count < 2) continue;
      const before = judgement.people[worker.index];
      const legal: { options: number[]; week: PersonWeek }[] = [];
      for (const options of weeksOf(ways)) {
        const shifts = shiftsOf(model, model.judgement.plan.people[worker.index].id, options);
        const after = withShifts(judgement, worker.index, shifts);
        if (isBarred(snagsAppearing(before, after)) || (worker.dailyRest > 0 && touches(after))) continue;
        const week = weekOf(model, worker, Int32Array.from(options));
        legal.push({ options, week });
        expect(week.paid).toBe(after.paid - before.paid);
        // What somebody with one rate is paid is what the core finds, up to the rounding of its parts.
        const really = after.cost - before.cost;
        const [{ role }, ...more] = model.judgement.plan.people[worker.index].roles;
        const hasOneRate = more.length === 0 && before.view.all.every((one) => one.role === role);
        if (hasOneRate && Math.abs(week.pay - really) > 8)
          throw new Error(`seed ${seed}, ${worker.index}: pays ${week.pay}, not ${really}`);
        if (after.overtime > before.overtime) paidMore++;
      }
      for (let i = 0; i < 4; i++) {
        const rewards = rewardsOf(model, [
          ...model.segments.map(({ from, to }) => Math.round((to - from) * 60 * random())),
          ...(random() < 0.5 ? [0, 0] : [Math.round(random() * 640) / 64, Math.round(random() * 64) / 64]),
        ]);
        const worth = ({ options, week: { cost, paid, pay } }: (typeof legal)[number]) =>
          options.reduce(
            (value, option) => (option < 0 ? value : value - rewards.options[option]),
            cost + rewards.minute * paid + rewards.pay * pay,
          );
        const least = Math.min(...legal.map(worth));
        const found = solver.best(worker, rewards)!;
        if (found.value !== least) throw new Error(`seed ${seed}, ${worker.index}: ${found.value}, ${least}`);
        const own = legal.find(({ options }) => options.join() === found.week.options.join());
        expect(own?.week).toEqual(found.week);
        // What is known already cuts short, and does not cut off.
        expect(solver.best(worker, rewards, least)?.value).toBe(least);
        expect(solver.best(worker, rewards, least - 1)).toBeNull();
        compared++;
        if (found.week.options.some((option) => option >= 0)) proposed++;
        if (found.week.options.subarray(7).some((option) => option >= 0)) split++;
      }
    }
  }
  expect(proposed).toBeGreaterThan(compared / 3);
  expect([split > compared / 50, paidMore > 0]).toEqual([true, true]);
});
