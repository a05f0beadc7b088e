import { type Judgement, judge } from '../consequences/judge';
import type { Plan } from '../plan/types';
import { DAY } from '../time/span';
import { type Worker, workerOf } from './worker-of';
import { type DaySpan, type ShiftTime, type TimeInRole, timesInUse, timesOfWeek } from './shift-times';

/** What the parts of the goal weigh, in points: a hundred are one unit of the currency. */
export interface Weights {
  /** A minute that nobody covers who is needed: more than any shift costs, as it comes before all else. */
  readonly missing: number;
  /** A minute that somebody would rather not work. */
  readonly ratherNot: number;
  /** A paid minute below, and above, the contract. */
  readonly under: number;
  readonly over: number;
}

export const WEIGHTS: Weights = { missing: 2000, ratherNot: 8, under: 5, over: 2 };

/** What can be given to somebody on a day: a span in a role, and which segments it covers. */
export interface Option {
  readonly span: DaySpan;
  /** The row of the role. */
  readonly role: number;
  /** The segments of the role's row that it covers, and those of everybody's: from the first to before the second. */
  readonly own: readonly [number, number];
  readonly all: readonly [number, number];
}

/** A stretch of a row in which the need is the same, and that each option covers whole or not at all. */
export interface Segment {
  readonly row: number;
  /** Minutes since the plan's first midnight. */
  readonly from: number;
  readonly to: number;
  /** How many are missing in it as the plan stands. */
  readonly need: number;
}

/** A week of a plan in whole numbers: what can be given to whom, what it covers and what it costs. */
export interface Model {
  readonly judgement: Judgement;
  /** The first day of the week in the plan. */
  readonly firstDay: number;
  readonly weights: Weights;
  readonly options: readonly Option[];
  readonly segments: readonly Segment[];
  readonly workers: readonly Worker[];
  /** Elapsed minutes at which the week begins and ends. */
  readonly begin: number;
  readonly end: number;
}

/** What is asked for besides the plan. */
export interface Asked {
  /** Which week of the plan, 0 the first. */
  readonly week?: number;
  /** Times at which shifts are worked besides those of the plan: of templates, of weeks before. */
  readonly times?: readonly ShiftTime[];
  readonly weights?: Partial<Weights>;
}

/** The model of a week of a plan. What stands in the plan stays. */
export function modelOf(plan: Plan, { week = 0, times = [], weights }: Asked = {}): Model {
  const judgement = judge(plan);
  const firstDay = week * 7;
  const found = timesOfWeek(judgement, firstDay, [...timesInUse(judgement), ...times]);
  const segments = segmentsOf(judgement, firstDay, found);
  const options = optionsOf(judgement, found, segments);
  const { clock } = judgement.context;
  const first = plan.from + firstDay;
  const all = { ...WEIGHTS, ...weights };
  return {
    ...{ judgement, firstDay, weights: all, options, segments },
    workers: plan.people.map((_, index) => workerOf(judgement, index, firstDay, options, all)),
    begin: clock.elapsed(first * DAY),
    end: clock.elapsed((first + 7) * DAY),
  };
}

/**
 * The rows of a plan cut where what is missing changes or an option begins or ends; only where somebody is missing. What
 * the last week needs in the night after it is its own; what others need then is the next week's.
 */
function segmentsOf(
  { plan, staffing: { needed, staffed } }: Judgement,
  firstDay: number,
  times: readonly TimeInRole[],
): Segment[] {
  const segments: Segment[] = [];
  const everybody = plan.roles.length;
  const begin = firstDay * DAY;
  const isLast = firstDay + 7 >= plan.days;
  const end = isLast ? needed[everybody].length : begin + 7 * DAY;
  for (let row = 0; row <= everybody; row++) {
    const cuts = new Set([begin, end]);
    for (const { span, role } of times)
      if (role === row || row === everybody)
        for (const minute of [span.from, span.to]) cuts.add(Math.min(begin + span.day * DAY + minute, end));
    const missing = (t: number) => needed[row][t] - staffed[row][t];
    for (let t = begin + 1; t < end; t++) if (missing(t) !== missing(t - 1)) cuts.add(t);
    const sorted = [...cuts].sort((a, b) => a - b);
    for (let i = 0; i + 1 < sorted.length; i++) {
      const need = missing(sorted[i]);
      if (need > 0) segments.push({ row, from: sorted[i], to: sorted[i + 1], need });
    }
  }
  return segments;
}

function optionsOf(
  { plan, context }: Judgement,
  times: readonly TimeInRole[],
  segments: readonly Segment[],
): Option[] {
  const range = (row: number, from: number, to: number): [number, number] => {
    let a = segments.findIndex((one) => one.row === row && one.to > from);
    if (a < 0) a = segments.length;
    let b = a;
    while (b < segments.length && segments[b].row === row && segments[b].from < to) b++;
    return [a, b];
  };
  return times.flatMap(({ span, role }): Option[] => {
    const [from, to] = [span.resolved.from - context.start, span.resolved.to - context.start];
    const own = range(role, from, to);
    const all = range(plan.roles.length, from, to);
    // What covers nothing that is missing is nothing to propose.
    return own[0] === own[1] && all[0] === all[1] ? [] : [{ span, role, own, all }];
  });
}

/** Minutes of a segment. */
export function lengthOf({ from, to }: Segment): number {
  return to - from;
}

/** The same week when nothing counts but what is missing; `weight`: of a minute of it, in points. */
export function onlyMissing(model: Model, weight: number): Model {
  return {
    ...model,
    weights: { missing: weight, ratherNot: 0, under: 0, over: 0 },
    workers: model.workers.map((worker) => ({
      ...{ ...worker, overtimeCost: 0 },
      choices: worker.choices.map((list) => list.map(({ option }) => ({ option, cost: 0 }))),
    })),
  };
}
