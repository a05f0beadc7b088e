import { type AvailabilityOf } from '../availability/allowed';
import type {
  CoverageCheck,
  CrewCheck,
  JobCheck,
  PlanShift,
  PersonCheck,
  PersonView,
  WeekCheck,
  WorkingDay,
} from '../checks/shared/check';
import { doubtfulShifts } from '../checks/shared/availability-use';
import { activeChecks } from '../checks/list';
import type { Snag } from '../checks/shared/snag';
import { blocksOf } from '../coverage/blocks';
import { type Presence, type Staffing, presenceOf } from '../coverage/staffing';
import { type Amount, decimalsOf, sumToMinor } from '../hours/money';
import { type WeekPay, weekPay } from '../hours/pay';
import type { PlanContext } from '../plan/plan-context';
import { type ResolvedShift, byStart } from '../plan/resolved-shift';
import type { Person, Plan } from '../plan/types';
import type { Span } from '../time/span';
import type { FieldGround, FieldState } from './field-state';
import { type Running, type Sink, running } from './reporter';

/** A plan with everything that is known about it. Immutable; what an edit leaves alone is shared. */
export interface Judgement {
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly checks: RunningChecks;
  /** By person, in the plan's order; the last one holds the open shifts. */
  readonly people: readonly PersonState[];
  readonly indexOf: ReadonlyMap<string, number>;
  readonly staffing: Staffing;
  /** Minutes that coverage shows, by day of the plan and the day after it; null: nothing to show. */
  readonly ranges: readonly (Span | null)[];
  /** Snags of coverage, by day × rows + row. */
  readonly cells: readonly (readonly Snag[])[];
  readonly weeks: readonly WeekState[];
  /** Crews and their visits; null: the plan has none. */
  readonly field: FieldState | null;
}

/** The checks a site has on, ready to run, by what they depend on. */
export interface RunningChecks {
  readonly sink: Sink;
  readonly person: readonly Running<PersonCheck>[];
  readonly coverage: readonly Running<CoverageCheck>[];
  readonly week: readonly Running<WeekCheck>[];
  readonly crew: readonly Running<CrewCheck>[];
  readonly job: readonly Running<JobCheck>[];
}

/** One person's part of a judgement. */
export interface PersonState {
  readonly view: PersonView;
  readonly presence: readonly Presence[];
  readonly snags: readonly Snag[];
  readonly paid: number;
  readonly overtime: number;
  /** In minor units, rounded once, over the whole plan and by week. */
  readonly cost: number;
  readonly weekCosts: readonly number[];
}

export interface WeekState {
  readonly paid: number;
  /** Minor units: the sum of what is printed for each person. */
  readonly cost: number;
  readonly snags: readonly Snag[];
}

/** The checks of a plan that are on. */
export function runningChecks({ rules }: Plan): RunningChecks {
  const sink: Sink = { into: [] };
  const active = activeChecks(rules);
  return {
    sink,
    person: running(active.person, rules, sink),
    coverage: running(active.coverage, rules, sink),
    week: running(active.week, rules, sink),
    crew: running(active.crew, rules, sink),
    job: running(active.job, rules, sink),
  };
}

/** A judgement of which coverage and weeks are still to be looked at. */
export type Partial = Omit<Judgement, 'cells' | 'weeks' | 'ranges' | 'field'> & Pick<Judgement, 'ranges'>;

/** Open shifts are nobody's: nobody is asked. */
export const NEVER_ASKED: AvailabilityOf = () => ({ allowed: [], ratherNot: [] });

/** Judges one person with all their shifts, which it sorts. */
export function personState(
  context: PlanContext,
  checks: RunningChecks,
  person: Person | null,
  shifts: ResolvedShift[],
  availability: AvailabilityOf,
): PersonState {
  const all = shifts.sort(byStart);
  const isOwn = (resolved: ResolvedShift): resolved is PlanShift => resolved.planShift !== null;
  const own: readonly PlanShift[] = all.every(isOwn) ? (all as PlanShift[]) : all.filter(isOwn);
  const pay: WeekPay[] = person ? context.weeks.map((week) => weekPay(context, person, all, week)) : [];
  const doubtful = doubtfulShifts(person, own);
  const view: PersonView = {
    context,
    person,
    all,
    shifts: own,
    days: workingDays(all),
    availability,
    doubtful,
    pay,
  };
  const decimals = decimalsOf(context.site.currency);
  const costs = pay.map((week): Amount[] => week.days.map((day) => day.cost));
  const weekCosts = costs.map((list) => sumToMinor(list, decimals));
  return {
    view,
    presence: person ? presenceOf(context, all) : [],
    snags: inspected(checks, view),
    paid: pay.reduce((sum, week) => sum + week.paid, 0),
    overtime: pay.reduce((sum, week) => sum + week.overtime, 0),
    cost: weekCosts.length === 1 ? weekCosts[0] : sumToMinor(costs.flat(), decimals),
    weekCosts,
  };
}

/** What the checks of people find. */
export function inspected(checks: RunningChecks, view: PersonView): Snag[] {
  const snags: Snag[] = (checks.sink.into = []);
  if (view.shifts.length > 0 || view.person !== null)
    for (const { check, report } of checks.person) check.inspect(view, report);
  return snags;
}

function workingDays(all: readonly ResolvedShift[]): WorkingDay[] {
  const days: { date: number; parts: ResolvedShift[] }[] = [];
  for (const resolved of all) {
    const last = days[days.length - 1];
    if (last && last.date === resolved.date) last.parts.push(resolved);
    else days.push({ date: resolved.date, parts: [resolved] });
  }
  return days;
}

/** The snags of one row of coverage on one day of the plan. */
export function cellSnags(partial: Partial, row: number, day: number): Snag[] {
  const { context, plan, checks, staffing, ranges } = partial;
  const range = ranges[day];
  if (!range) return [];
  const snags: Snag[] = (checks.sink.into = []);
  const view = {
    context,
    date: plan.from + day,
    role: plan.roles[row]?.id ?? null,
    blocks: blocksOf(context, staffing, row, day, range),
  };
  for (const { check, report } of checks.coverage) check.inspect(view, report);
  return snags;
}

/** Judges one week of the whole site by what it comes to. */
export function weekState(partial: Partial, i: number, paid: number, cost: number): WeekState {
  const { context, checks } = partial;
  const snags: Snag[] = (checks.sink.into = []);
  const view = { context, week: context.weeks[i], paid, cost, people: partial.plan.people };
  for (const { check, report } of checks.week) check.inspect(view, report);
  return { paid, cost, snags };
}

/** What the field work of a judged plan is looked at by. */
export function fieldGround({
  plan,
  context,
  checks,
  people,
  indexOf,
}: Pick<Judgement, 'plan' | 'context' | 'checks' | 'people' | 'indexOf'>): FieldGround {
  const at = (id: string) => people[indexOf.get(id) ?? -1] as PersonState | undefined;
  return {
    // A context is made once for a plan, and field work changes: what is looked up in it is the plan's own.
    ...{ plan, checks, context: context.plan === plan ? context : { ...context, plan } },
    personOf: (id) => plan.people[indexOf.get(id) ?? -1],
    shiftsOf: (id) => at(id)?.view.all ?? [],
  };
}

/** All shifts of one person, those around the plan too. */
export function shiftsOf(state: PersonState): readonly ResolvedShift[] {
  return state.view.all;
}
