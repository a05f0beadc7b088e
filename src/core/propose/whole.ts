import { addedBy, overBudgetPoints } from './budget';
import { Covered } from './covered';
import type { Model } from './model';
import type { PersonWeek } from './person-week';

/** A plan of this model while weeks of it change, with what it comes to. */
export class Whole {
  readonly weeks: PersonWeek[];
  readonly covered: Covered;
  /** Paid minutes that are proposed, and what they are paid, in points. */
  paid: number;
  pay: number;
  private cost: number;

  constructor(
    private readonly model: Model,
    weeks: readonly PersonWeek[],
  ) {
    this.weeks = weeks.slice();
    this.covered = new Covered(model, weeks);
    this.cost = weeks.reduce((sum, week) => sum + week.cost, 0);
    ({ paid: this.paid, pay: this.pay } = addedBy(weeks));
  }

  /** Points: what its weeks cost, what is over the budget, and what is missing. */
  get total(): number {
    const { cost, paid, pay, covered, model } = this;
    return cost + covered.missing * model.weights.missing + overBudgetPoints(model, paid, pay);
  }

  /** Takes the week of somebody out until another is put in. */
  take(index: number): PersonWeek {
    this.count(this.weeks[index], -1);
    return this.weeks[index];
  }

  /** Puts a week in for somebody who was taken out. */
  put(index: number, week: PersonWeek): void {
    this.weeks[index] = week;
    this.count(week, 1);
  }

  private count(week: PersonWeek, by: 1 | -1): void {
    this.covered.add(week.options, by);
    this.cost += by * week.cost;
    this.paid += by * week.paid;
    this.pay += by * week.pay;
  }
}

/** Points of a plan of this model: what its weeks cost, what is over the budget, and what is missing. */
export function totalOf(model: Model, weeks: readonly PersonWeek[]): number {
  return new Whole(model, weeks).total;
}
