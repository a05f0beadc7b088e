import type { Model } from './model';
import { type Worker, weekCost, weeklyPremium } from './worker-of';

/**
 * A week of one person: by day the option they take, -1: none; then by day the option that follows it after a pause. Its
 * cost in points, without what it covers; the paid minutes that it adds, and what they are paid, in points.
 */
export interface PersonWeek {
  readonly options: Int32Array;
  readonly cost: number;
  readonly paid: number;
  readonly pay: number;
}

/** What options earn, and what a paid minute and a point of pay cost besides, where the budget of the week is short. */
export interface Rewards {
  readonly options: Float64Array;
  readonly minute: number;
  readonly pay: number;
}

/** Options of a week in which nothing is proposed. */
export function noOptions(): Int32Array {
  return new Int32Array(14).fill(-1);
}

/** The week that some options make, by day and then those after a pause. */
export function weekOf({ options: all, weights }: Model, worker: Worker, options: Int32Array): PersonWeek {
  let [cost, paid, pay, plain] = [0, 0, 0, 0];
  const add = (day: number, option: number) => {
    const choice = worker.choices[day].find((one) => one.option === option)!;
    const its = all[option].span.resolved.paid;
    cost += choice.cost;
    paid += its;
    pay += choice.pay;
    plain += its - choice.apart;
  };
  for (let day = 0; day < 7; day++) {
    const [option, then] = [options[day], options[7 + day]];
    if (option >= 0) add(day, option);
    if (then < 0) continue;
    add(day, then);
    const [first, second] = [all[option].span, all[then].span];
    const pair = worker.pairs[day].find((one) => one.first === first && one.then === second)!;
    cost += pair.cost;
    pay += pair.pay;
    plain -= pair.apart;
  }
  cost += weekCost(worker, weights, paid, plain);
  return { options, cost, paid, pay: pay + weeklyPremium(worker, plain) };
}

/** What options earn at prices by segment, in points for one person through the whole segment; then the budget's. */
export function rewardsOf({ segments, options }: Model, prices: ArrayLike<number>): Rewards {
  const sums = new Float64Array(segments.length + 1);
  for (let i = 0; i < segments.length; i++) sums[i + 1] = sums[i] + prices[i];
  return {
    options: Float64Array.from(
      options,
      ({ own, all }) => sums[own[1]] - sums[own[0]] + sums[all[1]] - sums[all[0]],
    ),
    minute: prices[segments.length] ?? 0,
    pay: prices[segments.length + 1] ?? 0,
  };
}

/** What a week costs less what it earns. */
export function valueOf({ options, cost, paid, pay }: PersonWeek, rewards: Rewards): number {
  let value = cost + rewards.minute * paid + rewards.pay * pay;
  for (const option of options) if (option >= 0) value -= rewards.options[option];
  return value;
}
