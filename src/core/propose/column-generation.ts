import type { WeekSolver } from './best-week';
import { type PersonWeek, rewardsOf, valueOf } from './person-week';
import { type Column, type LinearSolver, Master, type Relaxed } from './master';
import type { Model } from './model';
import { type Bound, type GoesOn, boundAt } from './prices';

/** A week of somebody that is known. */
export interface Known {
  readonly worker: number;
  readonly week: PersonWeek;
}

/** How weeks are found and chosen. */
export interface Choosing {
  /** How often weeks are looked for that better the choice in fractions, at most. */
  readonly rounds: number;
  /** Weeks to begin with: one at least for each person. */
  readonly weeks: readonly Known[];
  /** Prices to begin with. */
  readonly start: Bound;
  readonly goesOn?: GoesOn;
  /** Hears of each bound that is better than all before. */
  readonly onBound?: (bound: Bound) => void;
  /** Nothing is chosen whole. */
  readonly isOnlyBound?: boolean;
  /** Everybody gets the week that is chosen most, at once: soon done, and to be bettered. */
  readonly isAtOnce?: boolean;
}

/** How near the fractional choice and the bound are when nothing more is looked for. */
const NEAR = 2e-4;
/** How much of the best prices known is mixed into those of the fractional choice. */
const MIX = 0.5;
/** Which part of the people that are left is settled at once. */
const SETTLED = 0.3;
/** How often weeks are looked for anew for those who are left, at most, before more are settled. */
const AGAIN = 5;

/**
 * A plan of weeks that work well together, and a bound for all plans: weeks are added that would better the choice in
 * fractions, until none does; then people are settled a few at a time, those whose week is chosen most first, and weeks
 * looked for anew for those who are left. No plan (null) where it was stopped before everybody was settled.
 */
export function generate(
  model: Model,
  solver: WeekSolver,
  highs: LinearSolver,
  choosing: Choosing,
): { readonly weeks: PersonWeek[] | null; readonly bound: Bound } {
  const master = new Master(model, highs);
  try {
    master.add(choosing.weeks);
    const { bound, relaxed } = priced(model, solver, master, choosing);
    return {
      weeks: choosing.isOnlyBound ? null : settled(model, solver, master, relaxed, choosing),
      bound,
    };
  } finally {
    master.dispose();
  }
}

/** Adds weeks until none betters the choice in fractions. */
function priced(
  model: Model,
  solver: WeekSolver,
  master: Master,
  { rounds, start, goesOn, onBound }: Choosing,
): { readonly bound: Bound; readonly relaxed: Relaxed } {
  let best = start;
  let known: readonly PersonWeek[] | undefined;
  let relaxed = master.solve();
  for (let round = 0; round < rounds && (goesOn?.() ?? true); round++) {
    const mixed = relaxed.prices.map((price, i) => MIX * best.prices[i] + (1 - MIX) * price);
    const added = look(mixed) || look(relaxed.prices);
    if (added === 0 || (relaxed.objective - best.bound) / Math.abs(relaxed.objective) < NEAR) break;
    relaxed = master.solve();
  }
  return { bound: best, relaxed };

  /** The weeks that are best at some prices, if they better the choice. */
  function look(prices: ArrayLike<number>): number {
    const now = boundAt(model, solver, prices, known);
    known = now.weeks;
    if (now.bound > best.bound) {
      best = now;
      onBound?.(now);
    }
    const rewards = rewardsOf(model, relaxed.prices);
    return master.add(
      now.weeks.flatMap((week, worker) =>
        valueOf(week, rewards) < relaxed.own[worker] - 1e-6 ? [{ worker, week }] : [],
      ),
    );
  }
}

/** One week for everybody: those that are chosen most are settled, a few people at a time. Null: stopped before. */
function settled(
  model: Model,
  solver: WeekSolver,
  master: Master,
  first: Relaxed,
  { isAtOnce, goesOn = () => true }: Choosing,
): PersonWeek[] | null {
  const weeks: (PersonWeek | null)[] = model.workers.map(() => null);
  let relaxed = first;
  for (;;) {
    const best = new Map<number, { readonly column: Column; readonly share: number }>();
    for (const column of master.columns) {
      if (weeks[column.worker]) continue;
      const share = relaxed.chosen[column.column] ?? 0;
      const known = best.get(column.worker);
      if (!known || share > known.share) best.set(column.worker, { column, share });
    }
    if (best.size === 0) return weeks.map((week) => week!);
    const order = [...best.values()].sort((a, b) => b.share - a.share || a.column.worker - b.column.worker);
    const some = isAtOnce ? order.length : Math.max(1, Math.ceil(order.length * SETTLED));
    for (const [i, { column, share }] of order.entries())
      if (i < some || share > 0.99) {
        weeks[column.worker] = column.week;
        master.choose(column);
      }
    const left = model.workers.filter(({ index }) => !weeks[index]);
    let before = Infinity;
    for (let again = 0; left.length > 0 && again < AGAIN; again++) {
      if (!goesOn()) return null;
      relaxed = master.solve();
      if (relaxed.objective >= before) break;
      before = relaxed.objective;
      const rewards = rewardsOf(model, relaxed.prices);
      const found = left.flatMap((worker) => {
        const better = solver.best(worker, rewards, relaxed.own[worker.index] - 1);
        return better ? [{ worker: worker.index, week: better.week }] : [];
      });
      if (master.add(found) === 0) break;
    }
    if (left.length > 0) relaxed = master.solve();
  }
}
