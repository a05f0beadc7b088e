import { expect, test } from '@jest/globals';
import { randomPlan, repeats } from '../testing';
import { WeekSolver } from './best-week';
import { totalOf } from './whole';
import { lightPrices } from './light';
import { linearSolver } from './master';
import { type Model, modelOf } from './model';
import { ascend, boundAt } from './prices';
import { search } from './search';

const models = (count: number): Model[] =>
  Array.from({ length: count }, (_, i) => {
    const base = randomPlan(i + 1);
    const times = base.shifts.flatMap(({ role, from, to }) => (role ? [{ role, from, to }] : []));
    return modelOf({ ...base, shifts: [] }, { times });
  });

test('the prices of the light program prove a bound that no plan beats, near to that of long looking', async () => {
  const highs = await linearSolver();
  let [light, long] = [0, 0];
  for (const model of models(repeats(20))) {
    const solver = new WeekSolver(model);
    const { bound } = boundAt(model, solver, lightPrices(model, highs));
    const found = search(model, highs, { seed: 1, effort: 0.2 });
    expect(totalOf(model, found.weeks)).toBeGreaterThanOrEqual(bound);
    light += bound;
    long += ascend(model, solver, { passes: 15, seed: 1 }).bound;
  }
  // Leaving rest and runs of days out costs little, as the weeks found at its prices keep them.
  expect(light).toBeGreaterThan(0.95 * long);
});

test('a plan of many is about as good as that of a few so many times over, and beats no bound', async () => {
  const highs = await linearSolver();
  const [first] = models(1);
  // The same people many times over, with as many times the need.
  const times = Math.ceil(70 / first.workers.length);
  const many: Model = {
    ...first,
    workers: Array.from({ length: times * first.workers.length }, (_, index) => ({
      ...first.workers[index % first.workers.length],
      index,
    })),
    segments: first.segments.map((segment) => ({ ...segment, need: segment.need * times })),
  };
  const found = search(many, highs, { seed: 1, effort: 0.1 });
  const one = search(first, highs, { seed: 1, effort: 1 });
  expect(totalOf(many, found.weeks)).toBeGreaterThanOrEqual(found.all.bound);
  // As good as the small one so many times, or nearly: what is proven of the small one holds for the large.
  expect(totalOf(many, found.weeks)).toBeLessThan(1.1 * times * totalOf(first, one.weeks));
});
