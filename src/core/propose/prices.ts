import { seeded } from '../seeded';
import type { WeekSolver } from './best-week';
import { type PersonWeek, rewardsOf, valueOf } from './person-week';
import { addedBy, budgetPrices, budgetWorth } from './budget';
import { Covered } from './covered';
import { type Model, lengthOf } from './model';

/** Prices of segments with what they prove: no plan of this model costs less than the bound, in points. */
export interface Bound {
  /** Whole points for one person through each whole segment: the certificate. */
  readonly prices: readonly number[];
  readonly bound: number;
}

/** The bound with the best week of each person at its prices. */
interface Priced extends Bound {
  readonly weeks: readonly PersonWeek[];
}

/**
 * The bound that prices prove: what everybody missing would cost at these prices, and the best week of each person
 * when what they cover earns it. Any prices prove one, from nothing to what a missing minute weighs; they are rounded
 * to whole points, so the bound is exact whatever they came from. `known`: a week of each person that is one already,
 * which spares looking at worse ones.
 */
export function boundAt(
  model: Model,
  solver: WeekSolver,
  asked: ArrayLike<number>,
  known?: readonly PersonWeek[],
): Priced {
  const prices = model.segments.map((segment, i) =>
    Math.min(Math.max(0, Math.round(asked[i])), model.weights.missing * lengthOf(segment)),
  );
  const [minute, pay] = budgetPrices(model, asked[prices.length], asked[prices.length + 1]);
  prices.push(minute, pay);
  const rewards = rewardsOf(model, prices);
  let bound = model.segments.reduce((sum, { need }, i) => sum + prices[i] * need, 0);
  bound -= budgetWorth(model, minute, pay);
  const weeks = model.workers.map((worker) => {
    const limit = known ? valueOf(known[worker.index], rewards) : Infinity;
    const { value, week } = solver.best(worker, rewards, limit)!;
    bound += value;
    return week;
  });
  // Every plan comes to whole points, so what is a part of one is one.
  return { prices, bound: Math.ceil(bound), weeks };
}

/**
 * The most that a missing minute can cost at some prices. A bound holds with this in the place of its weight: what is proven
 * of all else, for plans that leave so much missing, is the bound less that much at this price.
 */
export function dearest({ segments }: Model, prices: ArrayLike<number>): number {
  return segments.reduce((most, segment, i) => Math.max(most, prices[i] / lengthOf(segment)), 0);
}

/** Goes on or not, asked now and then. */
export type GoesOn = () => boolean;

/** How prices are looked for. */
export interface Ascent {
  readonly passes: number;
  readonly seed: number;
  readonly goesOn?: GoesOn;
  /** Where prices begin; left out: alike for every minute. */
  readonly prices?: readonly number[];
  /** Hears of each week that was the best at some prices. */
  readonly onWeek?: (worker: number, week: PersonWeek) => void;
  /** Hears of each bound that is better than all before. */
  readonly onBound?: (bound: Bound) => void;
}

/**
 * Prices whose bound is good: people are taken in groups, each group's best weeks are put in the place of those they
 * had, and prices rise where somebody is missing then and fall where too many are on.
 */
export function ascend(
  model: Model,
  solver: WeekSolver,
  { passes, seed, goesOn = () => true, onWeek, onBound, prices: known }: Ascent,
): Priced {
  const { segments, workers, weights, left } = model;
  const random = seeded(seed);
  const groups = Math.min(30, workers.length);
  const caps = segments.map((segment) => weights.missing * lengthOf(segment));
  const scale = segments.map((one) => lengthOf(one) / Math.sqrt(one.need * groups));
  const prices = known?.slice() ?? [...segments.map((segment) => lengthOf(segment) * START), 0, 0];
  const covered = new Covered(model);
  let rewards = rewardsOf(model, prices);
  const weeks = workers.map((worker) => {
    const { week } = solver.best(worker, rewards)!;
    onWeek?.(worker.index, week);
    covered.add(week.options, 1);
    return week;
  });
  const order = workers.map(({ index }) => index);
  let best = boundAt(model, solver, prices);
  onBound?.(best);
  let step = workers.length > 30 ? 2 : 6;
  for (let pass = 0; pass < passes && goesOn(); pass++) {
    shuffle(order, random);
    for (let group = 0; group < groups && goesOn(); group++) {
      // A budget that is missed by a hundredth of it moves its price as far as one that is missed by half.
      const dearer = (at: number, most: number, added: number, left: number) => {
        if (left === Infinity) return;
        const missed = Math.max(-1, Math.min(1, (100 * (added - left)) / Math.max(1, Math.abs(left))));
        prices[at] = Math.min(most, Math.max(0, prices[at] + (step * most * missed) / 40));
      };
      const { paid, pay } = addedBy(weeks);
      dearer(segments.length, weights.overMinute, paid, left.minutes);
      dearer(segments.length + 1, weights.overPay, pay, left.pay);
      for (let i = 0; i < segments.length; i++) {
        const short = segments[i].need - covered.on[i];
        prices[i] = Math.min(caps[i], Math.max(0, prices[i] + step * scale[i] * short));
      }
      rewards = rewardsOf(model, prices);
      const [from, to] = [group, group + 1].map((n) => Math.floor((n * order.length) / groups));
      for (const index of order.slice(from, to)) {
        const limit = valueOf(weeks[index], rewards) + 1e-6;
        const { week } = solver.best(workers[index], rewards, limit)!;
        onWeek?.(index, week);
        covered.add(weeks[index].options, -1);
        covered.add(week.options, 1);
        weeks[index] = week;
      }
    }
    const now = boundAt(model, solver, prices, weeks);
    if (now.bound > best.bound) {
      best = now;
      onBound?.(now);
    }
    step *= DECAY;
  }
  return best;
}

/** Points a minute that prices begin at, and how much smaller each step is than the one before. */
const START = 25;
const DECAY = 0.88;

/** Puts a list into another order. */
export function shuffle(list: number[], random: () => number): void {
  for (let i = list.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [list[i], list[j]] = [list[j], list[i]];
  }
}
