import { seeded } from '../seeded';
import { DAY } from '../time/span';
import type { WeekSolver } from './best-week';
import { type PersonWeek, rewardsOf, valueOf } from './person-week';
import { Covered } from './covered';
import { type Model, lengthOf } from './model';
import { type GoesOn, shuffle } from './prices';
import { Whole } from './whole';

/** How a plan is improved. */
export interface Improvement {
  readonly moves: number;
  readonly seed: number;
  /** Prices that steer who goes back before others do; null: none. */
  readonly prices?: ArrayLike<number> | null;
  readonly goesOn?: GoesOn;
  /** What no plan can be better than: nothing is looked for beyond it. */
  readonly bound?: number;
  /** Hears of each plan that is better than all before. */
  readonly onBetter?: (weeks: readonly PersonWeek[]) => void;
}

/** How many people are taken out at once, at most. */
const GROUP = 6;
/** Points a minute that a place earns besides its price while others are still to go back. */
const BESIDES = 6;

/**
 * Makes a plan better: a few people are taken out, and each put back with the best week for what is missing then. What
 * comes out is kept unless it is worse. First everybody is taken once or twice alone. The same seed gives the same plan.
 */
export function improve(
  model: Model,
  solver: WeekSolver,
  start: readonly PersonWeek[],
  { moves, seed, prices = null, goesOn, bound = -Infinity, onBetter }: Improvement,
): PersonWeek[] {
  const { segments, workers, weights } = model;
  const random = seeded(seed);
  const below = (n: number) => Math.floor(random() * n);
  const plan = new Whole(model, start);
  const { weeks, covered } = plan;
  const able = ableBySegment(model);
  const placed = able.filter((list) => list.length > 0);
  if (placed.length === 0) return weeks;
  const alone = [workers, workers].flatMap((list) => {
    const order = list.map(({ index }) => index);
    shuffle(order, random);
    return order;
  });
  /** Somewhere nobody is on who is needed, or anywhere; who could be there, and now and then somebody else. */
  const group = (): number[] => {
    const single = alone.pop();
    if (single !== undefined) return [single];
    const short = random() < 0.6 ? shortSegments(covered, model) : [];
    const found = short.length > 0 ? able[short[below(short.length)]] : [];
    const list = found.length > 0 ? found : placed[below(placed.length)];
    const chosen = new Set<number>();
    const size = 1 + below(GROUP);
    for (let i = 0; i < size * 2 && chosen.size < size; i++) chosen.add(list[below(list.length)]);
    if (random() < 0.5) chosen.add(workers[below(workers.length)].index);
    return [...chosen];
  };
  for (let move = 0; move < moves && plan.total > bound && (goesOn?.() ?? true); move++) {
    const chosen = group();
    const before = plan.total;
    const old = chosen.map((index) => plan.take(index));
    const noise = chosen.length > 1 ? 0.3 * random() : 0;
    chosen.forEach((index, i) => {
      const left = chosen.length - 1 - i;
      const worth = segments.map((segment, at) => {
        const short = segment.need - covered.on[at];
        const most = weights.missing * lengthOf(segment);
        if (short <= 0) return 0;
        if (left === 0) return most;
        if (prices === null || short > left) return most * (1 - noise * random());
        return Math.min(most, prices[at] * (1.3 + noise * random()) + lengthOf(segment) * BESIDES);
      });
      // What the budget has left is for those who are still to go back, at its price; beyond it all of it counts.
      worth.push(
        plan.paid >= model.left.minutes ? weights.overMinute : (prices?.[segments.length] ?? 0),
        plan.pay >= model.left.pay ? weights.overPay : (prices?.[segments.length + 1] ?? 0),
      );
      const rewards = rewardsOf(model, worth);
      const was = valueOf(old[i], rewards) + 1e-6;
      plan.put(index, solver.best(workers[index], rewards, was)?.week ?? old[i]);
    });
    const after = plan.total;
    if (after > before)
      chosen.forEach((index, i) => {
        plan.take(index);
        plan.put(index, old[i]);
      });
    else if (after < before) onBetter?.(weeks);
  }
  return weeks;
}

/** Some people whose work has to do with each other: around a stretch in which too few or too many are on. */
export function relatedTo(
  model: Model,
  weeks: readonly PersonWeek[],
  size: number,
  random: () => number,
): number[] {
  const below = (n: number) => Math.floor(random() * n);
  const covered = new Covered(model, weeks);
  const odd = model.segments.flatMap(({ need }, i) => (covered.on[i] === need ? [] : [i]));
  const at = odd.length > 0 && random() < 0.7 ? odd[below(odd.length)] : below(model.segments.length);
  const able = ableBySegment(model)[at] ?? [];
  const group = new Set<number>();
  for (let i = 0; i < size * 8 && group.size < size; i++)
    group.add(able.length > 0 && random() < 0.75 ? able[below(able.length)] : below(model.workers.length));
  return [...group];
}

function shortSegments({ on }: Covered, { segments }: Model): number[] {
  return segments.flatMap(({ need }, i) => (on[i] < need ? [i] : []));
}

const ABLE = new WeakMap<Model, number[][]>();

/** Who has an option of a role on the day of each segment; worked out once for a model. */
export function ableBySegment(model: Model): number[][] {
  let able = ABLE.get(model);
  if (!able) ABLE.set(model, (able = findAble(model)));
  return able;
}

function findAble({ segments, workers, options, judgement, firstDay }: Model): number[][] {
  const everybody = judgement.plan.roles.length;
  const able = new Map<string, Set<number>>();
  for (const { index, choices } of workers)
    choices.forEach((list, day) => {
      for (const { option } of list)
        for (const row of [options[option].role, everybody]) {
          const key = `${row} ${day}`;
          able.set(key, (able.get(key) ?? new Set()).add(index));
        }
    });
  return segments.map(({ row, from }) => {
    const day = Math.min(6, Math.floor(from / DAY) - firstDay);
    return [...(able.get(`${row} ${day}`) ?? [])];
  });
}
