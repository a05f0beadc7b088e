import type { AvailabilityOf } from '../../availability/allowed';
import type { Block } from '../../coverage/blocks';
import type { WeekPay } from '../../hours/pay';
import type { CrewRow } from '../../jobs/crew-hours';
import type { FieldIndex } from '../../jobs/field';
import type { ResolvedVisit } from '../../jobs/resolved-visit';
import type { Job, Visit } from '../../jobs/types';
import type { PlanContext, Week } from '../../plan/plan-context';
import type { ResolvedShift } from '../../plan/resolved-shift';
import type { Person, Plan, Rules, Severity } from '../../plan/types';
import type { Day } from '../../time/day';
import type { Words } from './messages';
import type { Fix, Snag, Unit } from './snag';

/** What a check reports: a snag without what the list of checks knows anyway. */
export type Finding = Partial<Omit<Snag, 'code' | 'severity' | 'date'>> & { readonly date: Day };

export type Report = (finding: Finding) => void;

/** One person and everything of theirs that is judged; for open shifts the person is null. */
export interface PersonView {
  readonly context: PlanContext;
  readonly person: Person | null;
  /** All shifts, those around the plan too, by start. */
  readonly all: readonly ResolvedShift[];
  /** The plan's own shifts, by start. */
  readonly shifts: readonly PlanShift[];
  /** Working days, those around the plan too, by date. */
  readonly days: readonly WorkingDay[];
  readonly availability: AvailabilityOf;
  /** Those of `own` that availability may speak against; the rest lie plainly inside it. */
  readonly doubtful: readonly PlanShift[];
  /** Pay of each week of the frame; empty for open shifts. */
  readonly pay: readonly WeekPay[];
}

export type PlanShift = ResolvedShift & { readonly id: string };

/** All shifts of one person that start on one date. */
export interface WorkingDay {
  readonly date: Day;
  readonly parts: readonly ResolvedShift[];
}

/** One row of one date in coverage. */
export interface CoverageView {
  readonly context: PlanContext;
  readonly date: Day;
  /** null: everybody. */
  readonly role: string | null;
  readonly blocks: readonly Block[];
}

/** One week of the whole site. Cost in minor units, the sum of what is printed for each person. */
export interface WeekView {
  readonly context: PlanContext;
  readonly week: Week;
  readonly paid: number;
  readonly cost: number;
  /** Everybody of the plan, with their leave. */
  readonly people: readonly Person[];
}

/** How a check reads among the rules of a site; `{}` stands where its limit is written. */
export interface RuleWords {
  readonly text: string;
  readonly limit?: { readonly key: LimitKey; readonly unit: 'hours' | 'days' | 'people' };
}

/** The rules that are one figure. */
export type LimitKey = {
  [K in keyof Rules]: Rules[K] extends number ? K : never;
}[keyof Rules];

interface CheckBase {
  readonly code: string;
  /** What it is called on the screen. */
  readonly title: string;
  readonly rule: RuleWords;
  readonly severity: Severity;
  /** What `amount` is counted in; null where there is none. */
  readonly unit: Unit | null;
  /** The limit a snag is measured against, unless a finding names its own. */
  limit?(rules: Rules): number | null;
  /** The sentence about a snag of this check. */
  message(snag: Snag, words: Words): string;
  /** A way out, where there is an obvious one. */
  fix?(snag: Snag, plan: Plan, words: Words): Fix | null;
}

/** Judged anew when that person's shifts, leave or availability change. */
export interface PersonCheck extends CheckBase {
  readonly dependsOn: 'person';
  inspect(view: PersonView, report: Report): void;
}

/** Judged anew when somebody is on or off in that row on that date. */
export interface CoverageCheck extends CheckBase {
  readonly dependsOn: 'coverage';
  inspect(view: CoverageView, report: Report): void;
}

/** Judged anew when hours or cost of that week change. */
export interface WeekCheck extends CheckBase {
  readonly dependsOn: 'week';
  inspect(view: WeekView, report: Report): void;
}

/** A crew, or somebody without one, with its visits. */
export interface CrewView {
  readonly context: PlanContext;
  readonly index: FieldIndex;
  readonly row: CrewRow;
  /** By start. */
  readonly visits: readonly ResolvedVisit[];
}

/** A job with its visits. */
export interface JobView {
  readonly context: PlanContext;
  readonly index: FieldIndex;
  readonly job: Job;
  readonly visits: readonly Visit[];
  /** The present date; null: nothing is late. */
  readonly today: Day | null;
}

/** Judged anew when visits of that crew, or its people, change. */
export interface CrewCheck extends CheckBase {
  readonly dependsOn: 'crew';
  inspect(view: CrewView, report: Report): void;
}

/** Judged anew when visits of that job change. */
export interface JobCheck extends CheckBase {
  readonly dependsOn: 'job';
  inspect(view: JobView, report: Report): void;
}

export type Check = PersonCheck | CoverageCheck | WeekCheck | CrewCheck | JobCheck;

/** The place of a snag of one shift of the plan. */
export function placeOf(shift: PlanShift): Place {
  const { date, role, person, planShift } = shift;
  return { date, from: planShift!.from, to: planShift!.to, role, person, shifts: [shift.id] };
}

/** The place of a snag of several shifts: the last one's. Names only shifts of the plan. */
export function placeOfAll(parts: readonly ResolvedShift[]): Place {
  const own = parts.filter((part): part is PlanShift => part.planShift !== null);
  return { ...placeOf(own[own.length - 1]), shifts: own.map((part) => part.id) };
}

type Place = Pick<Snag, 'date' | 'from' | 'to' | 'role' | 'person' | 'shifts'>;
