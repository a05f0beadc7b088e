import { describe, expect, test } from '@jest/globals';
import { need, person, plan, randomPlan, repeats } from '../testing';
import { WeekSolver } from './best-week';
import { fill } from './fill';
import { type Model, modelOf } from './model';
import { type PersonWeek, noOptions, weekOf } from './person-week';
import { missingOf } from './search';
import { totalOf } from './whole';

const ROLES = ['bar', 'kitchen', 'floor'];
const of = (...roles: readonly string[]) => roles.map((role) => ({ role, until: null, hourlyRate: null }));
const DAY_SHIFT = { from: 540, to: 1020 };

/** A Monday on which each role is needed once, and people of whom nobody works but in the roles that are said. */
function monday(people: readonly (readonly string[])[], working: readonly (string | null)[]) {
  const model = modelOf(
    plan({
      roles: ROLES.map((id) => ({ id, name: id, hourlyRate: 15 })),
      people: people.map((roles, i) => person(`p${i}`, { roles: of(...roles), contractMinutes: 480 })),
      needs: ROLES.map((role) => need(role, 0, '9-17', 1)),
    }),
    { times: ROLES.map((role) => ({ role, ...DAY_SHIFT })) },
  );
  const weeks = working.map((role, i) => {
    const options = noOptions();
    if (role !== null)
      options[0] = model.options.findIndex(
        (option) =>
          option.role === ROLES.indexOf(role) && option.span.resolved.date === model.judgement.plan.from,
      );
    return weekOf(model, model.workers[i], options);
  });
  return { model, weeks, solver: new WeekSolver(model) };
}

const none = ({ segments }: Model) => segments.map(() => 0);

describe('a stretch that one person alone cannot fill', () => {
  test.each<[string, string[][], (string | null)[]]>([
    ['is filled by two', [['bar', 'floor'], ['floor'], ['kitchen']], ['floor', null, 'kitchen']],
    ['is filled by three', [['bar', 'floor'], ['floor', 'kitchen'], ['kitchen']], ['floor', 'kitchen', null]],
  ])('%s', (_, people, working) => {
    const { model, weeks, solver } = monday(people, working);
    expect(missingOf(model, weeks)).toBe(480);
    const heard: number[] = [];
    const onBetter = (better: readonly PersonWeek[]) => void heard.push(totalOf(model, better));
    const filled = fill(model, solver, weeks, { chains: 40, seed: 1, prices: none(model), onBetter });
    expect(missingOf(model, filled)).toBe(0);
    expect(heard.at(-1)).toBe(totalOf(model, filled));
  });

  test('stays open where nobody is left who could follow, and all stay where they were', () => {
    const { model, weeks, solver } = monday([['bar', 'floor'], ['kitchen']], ['floor', 'kitchen']);
    const filled = fill(model, solver, weeks, { chains: 40, seed: 1, prices: none(model) });
    expect(missingOf(model, filled)).toBe(480);
    expect(totalOf(model, filled)).toBe(totalOf(model, weeks));
  });

  test('is not looked at where no plan leaves less, nor after it was said to stop', () => {
    const { model, weeks, solver } = monday(
      [['bar', 'floor'], ['floor'], ['kitchen']],
      ['floor', null, 'kitchen'],
    );
    const how = { chains: 40, seed: 1, prices: none(model) };
    expect(fill(model, solver, weeks, { ...how, least: 480 })).toEqual(weeks);
    expect(fill(model, solver, weeks, { ...how, goesOn: () => false })).toEqual(weeks);
  });
});

test('filling makes no plan worse, gives weeks that are allowed, and the same for the same seed', () => {
  let filled = 0;
  for (let i = 1; i <= repeats(15); i++) {
    const base = randomPlan(i);
    const times = base.shifts.flatMap(({ role, from, to }) => (role ? [{ role, from, to }] : []));
    const model = modelOf({ ...base, shifts: [] }, { times });
    const solver = new WeekSolver(model);
    const start = model.workers.map((worker) => weekOf(model, worker, noOptions()));
    const how = { chains: 60, seed: i, prices: none(model) };
    const found = fill(model, solver, start, how);
    expect(totalOf(model, found)).toBeLessThanOrEqual(totalOf(model, start));
    expect(fill(model, new WeekSolver(model), start, how)).toEqual(found);
    found.forEach((week, index) => expect(weekOf(model, model.workers[index], week.options)).toEqual(week));
    filled += missingOf(model, start) - missingOf(model, found);
  }
  expect(filled).toBeGreaterThan(0);
});
