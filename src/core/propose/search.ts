import { seeded } from '../seeded';
import { WeekSolver } from './best-week';
import { type PersonWeek, noOptions, weekOf } from './person-week';
import { type Known, generate } from './column-generation';
import { Covered } from './covered';
import { fill } from './fill';
import { improve, relatedTo } from './improve';
import { lightPrices } from './light';
import type { LinearSolver } from './master';
import { type Model, lengthOf, onlyMissing } from './model';
import { partOf } from './part';
import { type Bound, type GoesOn, ascend, boundAt, dearest } from './prices';
import { totalOf } from './whole';

/** How far a search has come: points of the best plan so far and of what no plan can be better than. */
export interface Progress {
  readonly total: number;
  readonly bound: number;
  readonly missingMinutes: number;
}

/** How a plan is looked for. */
export interface Search {
  readonly seed: number;
  /** 1 is usual; twice as much looks about twice as long. */
  readonly effort: number;
  /** Asked often whether to go on. */
  readonly goesOn?: GoesOn;
  readonly onProgress?: (progress: Progress) => void;
  /** A plan that is known, to begin from. */
  readonly known?: readonly PersonWeek[];
}

/** A plan, what bounds all that counts, and what bounds what is missing. */
export interface Found {
  readonly weeks: readonly PersonWeek[];
  readonly all: Bound;
  readonly missing: Bound;
}

/** A minute that is missing, in points, where nothing else counts: whole prices are fine enough then. */
export const FINE = 100;
/** Up to how many people whole weeks are chosen exactly in fractions, and settled one by one. */
const MOST_EXACT = 60;
/** By how much less a missing minute weighs where the rest is bounded by itself. */
const LOWER = 4;
/** How many people are planned anew at once, while all others stay. */
const GROUP = 5;
/** How much is done of each at the usual effort, of a part for each person. */
const [PASSES, ROUNDS, MOVES, PARTS, LEAST_PARTS] = [6, 200, 500, 2, 150];
/** How near to the bound a plan is, as a part of it, when nothing more is looked for. */
const NEAR = 2e-4;
/** After how many parts that bettered nothing no more are looked at: near to the bound, and elsewhere. */
const [CLOSE, IDLE_CLOSE, IDLE] = [1e-3, 20, 50];
/** How many moves and chains for each person, where people are many. */
const [MOVES_EACH, CHAINS_EACH] = [5, 5];

/**
 * Looks for the best plan: prices, a first plan by them, weeks chosen whole where people are few enough, then some people
 * at a time planned anew. The same seed and effort find the same plan unless it is stopped; what is best so far is given
 * back then.
 */
export function search(model: Model, highs: LinearSolver, how: Search): Found {
  const solver = new WeekSolver(model);
  const { seed, effort, goesOn = () => true } = how;
  const { weights } = model;
  const passes = Math.ceil(PASSES * effort);
  let best: readonly PersonWeek[] = how.known ?? model.workers.map((worker) => noWeek(model, worker.index));
  let total = totalOf(model, best);
  let all: Bound = { prices: [...model.segments.map(() => 0), 0, 0], bound: -Infinity };
  let least = 0;
  /** Points that no plan is better than, with what is missing at least. */
  const boundOfAll = () => all.bound + (weights.missing - dearest(model, all.prices)) * least;
  const tell = () => {
    const missingMinutes = missingOf(model, best);
    how.onProgress?.({ total, bound: boundOfAll(), missingMinutes });
  };
  const offer = (weeks: readonly PersonWeek[] | null) => {
    const now = weeks === null ? Infinity : totalOf(model, weeks);
    if (weeks === null || now > total) return;
    best = weeks;
    if (now < total) {
      total = now;
      tell();
    }
  };
  const proven = (bound: Bound) => {
    if (bound.bound <= all.bound) return;
    all = bound;
    tell();
  };
  const better = (moves: number, from: readonly PersonWeek[] | null = best) => {
    if (from === null) return;
    const how = { moves: Math.ceil(moves), seed, prices: all.prices, goesOn, bound: all.bound };
    offer(improve(model, solver, from, { ...how, onBetter: (weeks) => offer(weeks.slice()) }));
  };
  const people = model.workers.length;
  // Something to show at once: everybody twice by themselves.
  better(2 * people);
  const weeks: Known[] = best.map((week, worker) => ({ worker, week }));
  const onWeek = (worker: number, week: PersonWeek) => weeks.push({ worker, week });
  const chosen = (rounds: number, isAtOnce: boolean) => {
    if (!goesOn()) return null;
    best.forEach((week, worker) => weeks.push({ worker, week }));
    const how = { rounds: Math.ceil(rounds * effort), weeks, start: all, goesOn, onBound: proven, isAtOnce };
    return generate(model, solver, highs, how).weeks;
  };
  if (goesOn()) proven(boundAt(model, solver, lightPrices(model, highs)));
  const isFew = people <= MOST_EXACT;
  if (goesOn()) ascend(model, solver, { passes, seed, prices: all.prices, goesOn, onWeek, onBound: proven });
  better(isFew ? effort * MOVES : 2 * people, chosen(isFew ? ROUNDS : 0, !isFew));
  if (!isFew) {
    fillHoles();
    better(effort * MOVES_EACH * people);
  }
  const missing = fewestMissing(model, highs, how, best);
  least = leastMissing(model, missing.bound);
  if (missingOf(model, best) > 0) secondStage();
  settleParts();
  // Stopped before there were any prices: none at all prove a bound too.
  if (all.bound === -Infinity) all = boundAt(model, solver, all.prices);
  return { weeks: best, all, missing };

  function fillHoles(): void {
    const chains = Math.ceil(effort * CHAINS_EACH * people);
    const how = { chains, seed, prices: all.prices, goesOn };
    offer(fill(model, solver, best, { ...how, onBetter: (weeks) => offer(weeks.slice()) }));
  }

  /**
   * Where not everything can be covered, what is missing weighs so much that fractions of it hide what the rest costs. At
   * a lower weight the bound of the rest is closer, and by what is missing at least it is one of everything.
   */
  function secondStage(): void {
    if (!goesOn()) return;
    const lower: Model = { ...model, weights: { ...weights, missing: weights.missing / LOWER } };
    const its = new WeekSolver(lower);
    const start = boundAt(lower, its, isFew ? all.prices : lightPrices(lower, highs));
    const how = { rounds: Math.ceil(ROUNDS * effort), weeks, start, goesOn, isOnlyBound: true };
    const found = isFew ? generate(lower, its, highs, how).bound : start;
    const before = { all, bound: boundOfAll() };
    all = found;
    if (boundOfAll() <= before.bound) all = before.all;
    tell();
  }

  /** Plans a few people anew at a time, whose work has to do with each other. */
  function settleParts(): void {
    const random = seeded(seed);
    const size = Math.min(GROUP, people);
    const tries = Math.ceil(effort * Math.max(LEAST_PARTS, PARTS * people));
    let idle = 0;
    for (let i = 0; i < tries; i++) {
      const gap = total - boundOfAll();
      if (gap <= NEAR * total || idle >= effort * (gap <= CLOSE * total ? IDLE_CLOSE : IDLE) || !goesOn())
        return;
      const group = relatedTo(model, best, size, random);
      const { part, prices } = partOf(model, best, group, all.prices);
      const its = new WeekSolver(part);
      const known = group.map((index, worker) => ({ worker, week: best[index] }));
      const start = ascend(part, its, {
        passes: 0,
        seed,
        prices,
        onWeek: (worker, week) => known.push({ worker, week }),
      });
      const found = generate(part, its, highs, { rounds: ROUNDS, weeks: known, start, goesOn }).weeks;
      if (found === null) return;
      const next = best.slice();
      group.forEach((index, i) => (next[index] = found[i]));
      const before = total;
      offer(next);
      idle = total < before ? 0 : idle + 1;
    }
  }
}

/** The bound of what is missing: nothing has to be proven where nothing is. */
function fewestMissing(
  model: Model,
  highs: LinearSolver,
  { seed, effort, goesOn = () => true }: Search,
  best: readonly PersonWeek[],
): Bound {
  const none = { prices: model.segments.map(() => 0), bound: 0 };
  if (missingOf(model, best) === 0 || !goesOn()) return none;
  const first = onlyMissing(model, FINE);
  const solver = new WeekSolver(first);
  if (model.workers.length > MOST_EXACT) {
    const found = boundAt(first, solver, lightPrices(first, highs));
    return found.bound > 0 ? found : none;
  }
  const weeks: Known[] = [];
  const onWeek = (worker: number, week: PersonWeek) => weeks.push({ worker, week });
  const start = ascend(first, solver, { passes: Math.ceil(PASSES * effort), seed, goesOn, onWeek });
  if (!goesOn()) return start.bound > 0 ? start : none;
  const rounds = Math.ceil(ROUNDS * effort);
  return generate(first, solver, highs, { rounds, weeks, start, goesOn, isOnlyBound: true }).bound;
}

/** What is missing at least, by a bound in points: whatever is missing is so in whole steps. */
export function leastMissing({ segments }: Model, bound: number): number {
  const step = segments.reduce((all, segment) => divisor(all, lengthOf(segment)), 0);
  return step === 0 ? 0 : Math.max(0, Math.ceil(bound / FINE / step - 1e-9)) * step;
}

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b);
}

/** A week in which nothing is proposed. */
function noWeek(model: Model, worker: number): PersonWeek {
  return weekOf(model, model.workers[worker], noOptions());
}

/** Person-minutes that are missing with some weeks. */
export function missingOf(model: Model, weeks: readonly PersonWeek[]): number {
  return new Covered(model, weeks).missing;
}
