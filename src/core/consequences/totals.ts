import { type Amount, decimalsOf, sumToMinor } from '../hours/money';
import type { Day } from '../time/day';
import type { Judgement } from './judge';

/** Hours and cost of a plan. Minutes are paid minutes, cost is in minor units, each line rounded once. */
export interface Totals {
  readonly people: readonly {
    readonly person: string;
    readonly paidMinutes: number;
    readonly overtimeMinutes: number;
    readonly cost: number;
    /** Paid minutes by the date on which shifts start; dates without a shift are left out. */
    readonly days: ReadonlyMap<Day, number>;
  }[];
  readonly days: readonly {
    readonly date: Day;
    readonly paidMinutes: number;
    readonly cost: number;
  }[];
  /** All days together: the sum of the people's lines. */
  readonly week: {
    readonly paidMinutes: number;
    readonly overtimeMinutes: number;
    readonly cost: number;
  };
}

/** Hours and cost by person, by day and in all. */
export function totalsOf({ plan, people }: Judgement): Totals {
  const lines = plan.people.map((person, i) => {
    const state = people[i];
    const days = state.view.pay.flatMap((week) => week.days.map((day) => [day.date, day.paid] as const));
    return {
      person: person.id,
      paidMinutes: state.paid,
      overtimeMinutes: state.overtime,
      cost: state.cost,
      days: new Map(days),
    };
  });
  const total = (pick: (line: (typeof lines)[number]) => number) =>
    lines.reduce((sum, line) => sum + pick(line), 0);
  return {
    people: lines,
    days: dayTotals({ plan, people }),
    week: {
      paidMinutes: total((line) => line.paidMinutes),
      overtimeMinutes: total((line) => line.overtimeMinutes),
      cost: total((line) => line.cost),
    },
  };
}

/** Hours and cost by day; each day is added up exactly and rounded on its own. */
export function dayTotals({ plan, people }: Pick<Judgement, 'plan' | 'people'>): Totals['days'] {
  const decimals = decimalsOf(plan.site.currency);
  const paid = new Array<number>(plan.days).fill(0);
  const costs: Amount[][] = Array.from({ length: plan.days }, () => []);
  for (const state of people)
    for (const week of state.view.pay)
      for (const day of week.days) {
        paid[day.date - plan.from] += day.paid;
        costs[day.date - plan.from].push(day.cost);
      }
  return paid.map((paidMinutes, i) => ({
    date: plan.from + i,
    paidMinutes,
    cost: sumToMinor(costs[i], decimals),
  }));
}
