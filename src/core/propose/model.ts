import { type Judgement, judge } from '../consequences/judge';
import { resolveShift } from '../plan/resolved-shift';
import type { Plan, Shift } from '../plan/types';
import type { Day } from '../time/day';
import { DAY } from '../time/span';
import type { Wish } from '../wishes/wishes';
import { type Worker, workerOf } from './worker-of';
import { type Left, NO_LIMIT, leftOf } from './budget';
import { SpareMinutes } from './spare-minutes';
import { SplitDays, type Splits, bothSplits, splitsOf } from './split-days';
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
  /** A paid minute, whatever it costs: nobody is put on who is not needed. More than a minute below the contract. */
  readonly worked: number;
  /** A shift that is not one of those to stay near to, and one that its person did not work the week before. */
  readonly change: number;
  readonly unlike: number;
  /** A shift against a wish, for each point of how much it matters. */
  readonly wish: number;
  /** One shift of a kind more than one's share, twice as much for each further one. */
  readonly fair: number;
  /** A point of pay. */
  readonly pay: number;
  /** A day of two parts. */
  readonly split: number;
  /** A minute in which somebody is on who alone could step in elsewhere. */
  readonly reserve: number;
  /** A paid minute, and a point of pay, above the budget of the week. */
  readonly overMinute: number;
  readonly overPay: number;
}

export const WEIGHTS: Weights = {
  ...{ missing: 2000, ratherNot: 8, under: 5, over: 2, worked: 6, change: 500, unlike: 100, wish: 1500 },
  ...{ fair: 150, pay: 1, split: 800, reserve: 0, overMinute: 10, overPay: 0.5 },
};

const NOTHING_COUNTS: Weights = {
  ...{ missing: 0, ratherNot: 0, under: 0, over: 0, worked: 0, change: 0, unlike: 0, wish: 0, fair: 0 },
  ...{ pay: 0, split: 0, reserve: 0, overMinute: 0, overPay: 0 },
};

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
  /** Only open shifts are filled: what is missing is what stays open. */
  readonly isOnlyOpen: boolean;
  /** For whom, when and in which roles shifts are proposed; left out: for all. */
  readonly scope: Pick<Asked, 'people' | 'dates' | 'roles'>;
  /** What is left of the week's budget. */
  readonly left: Left;
  /** Elapsed minutes at which the week begins and ends. */
  readonly begin: number;
  readonly end: number;
}

/** What is asked for besides the plan. Plain data, as it is handed from thread to thread. */
export interface Asked {
  /** Which week of the plan, 0 the first. */
  readonly week?: number;
  /** To whom, on which dates and in which roles shifts are proposed; left out: to all, on all, in all. */
  readonly people?: readonly string[];
  readonly dates?: readonly Day[];
  readonly roles?: readonly string[];
  /** The open shifts of the plan are filled as they are, and nothing else is proposed. */
  readonly isOnlyOpen?: boolean;
  /** Shifts to stay near to, as those of a draft that may be moved: any other costs besides. */
  readonly before?: readonly Shift[];
  /** Shifts of the week before, as if they were of this one: what people are used to. */
  readonly lately?: readonly Shift[];
  /** How days are split besides those of the plan; left out: not at all. */
  readonly splits?: Splits | null;
  /** What people wish for in the week. */
  readonly wishes?: readonly (Wish & { readonly person: string })[];
  /** How many more shifts of a kind than their share people have had, by person and kind. */
  readonly burdens?: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Shifts of a proposal to begin from: what is found is not worse. Those that do not fit any more are left out. */
  readonly known?: readonly Shift[];
  /** Times at which shifts are worked besides those of the plan: of templates, of weeks before. */
  readonly times?: readonly ShiftTime[];
  readonly weights?: Partial<Weights>;
}

/** The model of a week of a plan. What stands in the plan stays. */
export function modelOf(plan: Plan, asked: Asked = {}): Model {
  const { week = 0, weights } = asked;
  const judgement = judge(plan);
  const firstDay = week * 7;
  const { segments, options } = asked.isOnlyOpen
    ? openShiftsOf(judgement, firstDay)
    : gapsOf(judgement, firstDay, asked);
  const { clock } = judgement.context;
  const first = plan.from + firstDay;
  const all = { ...WEIGHTS, ...weights };
  const split = bothSplits(
    asked.splits ?? null,
    splitsOf([...plan.shifts, ...plan.surroundingShifts.filter(({ site: other }) => other === null)]),
  );
  const extra = {
    pairs: split && new SplitDays(judgement, options, split, all),
    spare: all.reserve > 0 ? new SpareMinutes(judgement, firstDay) : null,
  };
  return {
    ...{ judgement, firstDay, weights: all, options, segments },
    isOnlyOpen: asked.isOnlyOpen ?? false,
    scope: { people: asked.people, dates: asked.dates, roles: asked.roles },
    workers: plan.people.map((_, index) => workerOf(judgement, index, firstDay, options, all, asked, extra)),
    left: leftOf(judgement, firstDay),
    begin: clock.elapsed(first * DAY),
    end: clock.elapsed((first + 7) * DAY),
  };
}

type Parts = Pick<Model, 'segments' | 'options'>;

/** What is missing by the needs, and all shift times that cover something of it. */
function gapsOf(judgement: Judgement, firstDay: number, { times = [], roles, dates }: Asked): Parts {
  const { plan } = judgement;
  const found = timesOfWeek(judgement, firstDay, [...timesInUse(judgement), ...times]).filter(
    ({ span, role }) =>
      (!roles || roles.includes(plan.roles[role].id)) &&
      (!dates || dates.includes(plan.from + firstDay + span.day)),
  );
  const segments = segmentsOf(judgement, firstDay, found);
  return { segments, options: optionsOf(judgement, found, segments) };
}

/** The open shifts, alike ones together: each is covered by nothing but itself. */
function openShiftsOf({ plan, context }: Judgement, firstDay: number): Parts {
  const first = plan.from + firstDay;
  const segments: Segment[] = [];
  const options: Option[] = [];
  const alike = new Map<string, number>();
  for (const shift of plan.shifts) {
    const role = plan.roles.findIndex(({ id }) => id === shift.role);
    if (shift.person !== null || role < 0 || shift.date < first || shift.date >= first + 7) continue;
    const key = likeness(shift);
    const known = alike.get(key);
    if (known !== undefined) {
      segments[known] = { ...segments[known], need: segments[known].need + 1 };
      continue;
    }
    const at = segments.length;
    alike.set(key, at);
    const resolved = resolveShift(context, shift);
    const day = shift.date - first;
    const start = (firstDay + day) * DAY;
    segments.push({ row: role, from: start + shift.from, to: start + shift.to, need: 1 });
    const span = { day, from: shift.from, to: shift.to, resolved };
    options.push({ span, role, own: [at, at + 1], all: [at, at] });
  }
  return { segments, options };
}

/** What two shifts have in common that are worked alike. */
export function likeness({ date, role, from, to, break: pause }: Shift): string {
  return [date, role, from, to, JSON.stringify(pause)].join(' ');
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
    left: NO_LIMIT,
    weights: { ...NOTHING_COUNTS, missing: weight },
    workers: model.workers.map((worker) => ({
      ...{ ...worker, overtimeCost: 0 },
      choices: worker.choices.map((list) => list.map((choice) => ({ ...choice, cost: 0, pay: 0 }))),
      pairs: worker.pairs.map((list) => list.map((pair) => ({ ...pair, cost: 0, pay: 0 }))),
    })),
  };
}
