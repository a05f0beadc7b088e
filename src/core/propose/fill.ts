import { seeded } from '../seeded';
import type { WeekSolver } from './best-week';
import { ableBySegment } from './improve';
import { type Model, lengthOf } from './model';
import { type PersonWeek, rewardsOf, valueOf } from './person-week';
import type { GoesOn } from './prices';
import { Whole } from './whole';

/** How what is missing is filled. */
export interface Filling {
  /** How many chains are tried at most. */
  readonly chains: number;
  readonly seed: number;
  /** Prices by segment: what a place is worth that somebody else may still take. */
  readonly prices: ArrayLike<number>;
  readonly goesOn?: GoesOn;
  /** Person-minutes that no plan leaves less of. */
  readonly least?: number;
  /** Hears of each plan that is better than all before. */
  readonly onBetter?: (weeks: readonly PersonWeek[]) => void;
}

/** How many people follow each other at most, and of how many the best one is taken each time. */
const [LONGEST, LOOKED_AT] = [6, 8];
/** How much more than its price a place earns at least and at most, and points a minute besides. */
const [LEAST_MORE, MORE, BESIDES] = [1.2, 0.3, 6];

/**
 * Fills stretches that one person alone cannot fill without leaving a worse one: somebody goes there, somebody else to
 * where that one was, and so on along a chain, each time who does it at the least cost of some that are looked at. What
 * comes out is kept unless it is worse. The same seed gives the same plan.
 */
export function fill(
  model: Model,
  solver: WeekSolver,
  start: readonly PersonWeek[],
  { chains, seed, prices, goesOn = () => true, least = 0, onBetter }: Filling,
): PersonWeek[] {
  const { segments, workers, weights } = model;
  const random = seeded(seed);
  const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const able = ableBySegment(model);
  const plan = new Whole(model, start);
  const { covered } = plan;
  const shortest = () =>
    segments.flatMap(({ need }, i) => (covered.on[i] < need && able[i].length > 0 ? [i] : []));

  for (let chain = 0; chain < chains && covered.missing > least && goesOn(); chain++) {
    const short = shortest();
    if (short.length === 0) break;
    const before = plan.total;
    const on = covered.on.slice();
    const moved = new Map<number, PersonWeek>();
    let at: number | undefined = oneOf(short);
    for (let left = 1 + Math.floor(random() * (LONGEST - 1)); left >= 0 && at !== undefined; left--) {
      const next = whoMoves(at, left === 0, moved);
      if (next === null) break;
      moved.set(next.index, plan.take(next.index));
      plan.put(next.index, next.week);
      if (plan.total < before) break;
      at = oneOf(shortest().filter((i) => covered.on[i] < on[i]));
    }
    const after = plan.total;
    if (after < before) onBetter?.(plan.weeks);
    else if (after > before)
      for (const [index, week] of moved) {
        plan.take(index);
        plan.put(index, week);
      }
  }
  return plan.weeks;

  /** Of some people who could be in a stretch the one to whom being there costs least, as their weeks are then. */
  function whoMoves(at: number, isLast: boolean, moved: ReadonlyMap<number, PersonWeek>) {
    let best: { readonly index: number; readonly week: PersonWeek } | null = null;
    let least = 0;
    for (let i = 0; i < LOOKED_AT; i++) {
      const index = oneOf(able[at]);
      if (moved.has(index)) continue;
      const old = plan.take(index);
      const worth = segments.map((segment, i) => {
        if (covered.on[i] >= segment.need) return 0;
        const most = weights.missing * lengthOf(segment);
        if (isLast || i === at) return most;
        return Math.min(most, prices[i] * (LEAST_MORE + MORE * random()) + lengthOf(segment) * BESIDES);
      });
      worth.push(prices[segments.length] ?? 0, prices[segments.length + 1] ?? 0);
      const rewards = rewardsOf(model, worth);
      const was = valueOf(old, rewards);
      const found = solver.best(workers[index], rewards, was + least);
      plan.put(index, old);
      if (found === null || found.value - was >= least) continue;
      least = found.value - was;
      best = { index, week: found.week };
    }
    return best;
  }
}
