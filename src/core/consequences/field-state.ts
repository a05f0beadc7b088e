import { groupedBy } from '../grouped';
import type { CrewCheck, JobCheck } from '../checks/shared/check';
import type { Snag } from '../checks/shared/snag';
import { placesById } from '../jobs/by-id';
import { type FieldIndex, type FieldRow, fieldIndex, rowOfCrew, rowOfPerson, visitsOn } from '../jobs/field';
import type { VisitChange } from '../jobs/visit-change';
import type { FieldWork, Job, Visit } from '../jobs/types';
import type { PlanContext } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person, Plan } from '../plan/types';
import type { Running, Sink } from './reporter';

/** A crew, or somebody without one, with its visits and what is wrong with them. */
export interface FieldRowState extends FieldRow {
  readonly snags: readonly Snag[];
}

/** What is known of a plan's field work. Immutable; what an edit leaves alone is shared. */
export interface FieldState {
  readonly index: FieldIndex;
  /** All crews, and those people who have visits without one. */
  readonly crews: ReadonlyMap<string, FieldRowState>;
  readonly people: ReadonlyMap<string, FieldRowState>;
  /** What is wrong with jobs; those with nothing are left out. */
  readonly jobs: ReadonlyMap<string, readonly Snag[]>;
}

/** What field work is judged by, besides itself. */
export interface FieldGround {
  readonly plan: Plan;
  readonly context: PlanContext;
  readonly checks: {
    readonly sink: Sink;
    readonly crew: readonly Running<CrewCheck>[];
    readonly job: readonly Running<JobCheck>[];
  };
  personOf(id: string): Person | undefined;
  shiftsOf(person: string): readonly ResolvedShift[];
}

/** Judges all field work of a plan; null: it has none. */
export function fieldState(ground: FieldGround): FieldState | null {
  const { work } = ground.plan;
  if (!work) return null;
  const index = fieldIndex(work);
  const ofCrew = groupedBy(work.visits, ({ crew }) => crew);
  const ofPerson = groupedBy(work.visits, ({ person }) => person);
  const ofJob = visitsByJob(work.visits);
  return {
    index,
    crews: new Map(work.crews.map(({ id }) => [id, crewState(ground, index, id, ofCrew.get(id) ?? [])])),
    people: new Map(
      [...ofPerson].flatMap(([id, visits]) => {
        if (id === null) return [];
        const state = personState(ground, index, id, visits);
        return state ? [[id, state] as const] : [];
      }),
    ),
    jobs: new Map(
      work.jobs.flatMap((job) => {
        const snags = jobSnags(ground, index, job, ofJob.get(job.id) ?? []);
        return snags.length > 0 ? [[job.id, snags] as const] : [];
      }),
    ),
  };
}

/**
 * Field work after some changes: only crews, people and jobs whose visits changed, and those whose people did, are looked at again.
 *
 * @param touched the people whose leave or shifts changed
 * @param away those of them whose leave did: a crew does not go by the shifts of its people
 */
export function fieldAfter(
  before: FieldState | null,
  old: FieldWork | undefined,
  ground: FieldGround,
  changes: readonly VisitChange[],
  touched: ReadonlySet<string>,
  away: ReadonlySet<string>,
): FieldState | null {
  const { work } = ground.plan;
  if (!before || !work || !old) return fieldState(ground);
  const crews = new Set<string>();
  const people = new Set<string>();
  const jobs = new Set<string>();
  const ids = new Set(changes.map((change) => (change.do === 'add-visit' ? change.visit.id : change.id)));
  const now = visitsNamed(old.visits, work.visits, ids);
  for (const visit of [...visitsNamed(old.visits, old.visits, ids), ...now]) {
    jobs.add(visit.job);
    if (visit.crew !== null) crews.add(visit.crew);
    if (visit.person !== null) people.add(visit.person);
  }
  /** The visits of a row as they are now: those it had that did not change, and what changed into its. */
  const visitsOf = (row: FieldRow | undefined, isIts: (visit: Visit) => boolean) => [
    ...(row?.visits ?? []).flatMap(({ visit }) => (ids.has(visit.id) ? [] : [visit])),
    ...now.filter(isIts),
  ];
  const manned = new Set<string>();
  for (const id of touched) if (before.people.has(id)) people.add(id);
  if (away.size > 0)
    for (const crew of work.crews)
      if (crew.members.some(({ person }) => away.has(person))) manned.add(crew.id);
  if (crews.size + people.size + manned.size === 0) return before;
  const { index } = before;
  const rows = new Map(before.crews);
  for (const id of new Set([...crews, ...manned])) {
    const visits = visitsOf(before.crews.get(id), ({ crew }) => crew === id);
    const was = manned.has(id) ? undefined : before.crews.get(id);
    rows.set(id, crewState(ground, index, id, visits, was));
  }
  const alone = new Map(before.people);
  for (const id of people) {
    const visits = visitsOf(before.people.get(id), ({ person }) => person === id);
    const state = visits.length === 0 ? null : personState(ground, index, id, visits);
    if (state) alone.set(id, state);
    else alone.delete(id);
  }
  let wrong: Map<string, readonly Snag[]> | null = null;
  for (const id of jobs) {
    const job = index.jobs.get(id);
    const visits = [
      ...(visitsByJob(old.visits).get(id) ?? []).filter((visit) => !ids.has(visit.id)),
      ...now.filter((visit) => visit.job === id),
    ];
    const snags = job ? jobSnags(ground, index, job, visits) : [];
    if (snags.length === 0 && !before.jobs.has(id)) continue;
    wrong ??= new Map(before.jobs);
    if (snags.length > 0) wrong.set(id, snags);
    else wrong.delete(id);
  }
  return { index, crews: rows, people: alone, jobs: wrong ?? before.jobs };
}

const BY_JOB = new WeakMap<readonly Visit[], ReadonlyMap<string, readonly Visit[]>>();

/** Visits by their job; worked out once for the same list. */
function visitsByJob(visits: readonly Visit[]): ReadonlyMap<string, readonly Visit[]> {
  let groups = BY_JOB.get(visits);
  if (!groups) BY_JOB.set(visits, (groups = groupedBy(visits, ({ job }) => job)));
  return groups;
}

/** Those of some visits that are named; the place of each in a list that most of them come from is known. */
function visitsNamed(
  known: readonly Visit[],
  visits: readonly Visit[],
  ids: ReadonlySet<string>,
): readonly Visit[] {
  const places = placesById(known);
  const found: Visit[] = [];
  for (const id of ids) {
    const there = visits[places.get(id) ?? visits.length - 1] as Visit | undefined;
    const visit = there?.id === id ? there : visits.find((one) => one.id === id);
    if (visit) found.push(visit);
  }
  return found;
}

/** All that is wrong in field work. */
export function fieldSnags(state: FieldState | null): Snag[] {
  if (!state) return [];
  const rows = [...state.crews.values(), ...state.people.values()];
  return [...rows.flatMap(({ snags }) => snags), ...[...state.jobs.values()].flat()];
}

function crewState(
  ground: FieldGround,
  index: FieldIndex,
  id: string,
  visits: readonly Visit[],
  known?: FieldRow,
): FieldRowState {
  const { context } = ground;
  const row =
    known?.row ??
    rowOfCrew(
      context,
      index.crews.get(id)!,
      (one) => ground.personOf(one),
      (one) => ground.shiftsOf(one),
    );
  const resolved = visitsOn(context, index, row, visits, known?.visits);
  return inspectedRow(ground, index, { row, visits: resolved });
}

function personState(
  ground: FieldGround,
  index: FieldIndex,
  id: string,
  visits: readonly Visit[],
): FieldRowState | null {
  const person = ground.personOf(id);
  if (!person) return null;
  const row = rowOfPerson(ground.context, person, ground.shiftsOf(id));
  return inspectedRow(ground, index, { row, visits: visitsOn(ground.context, index, row, visits) });
}

function inspectedRow(
  { context, checks }: FieldGround,
  index: FieldIndex,
  { row, visits }: FieldRow,
): FieldRowState {
  const snags: Snag[] = (checks.sink.into = []);
  for (const { check, report } of checks.crew) check.inspect({ context, index, row, visits }, report);
  // Visits around the plan are known for what they leave free: what is wrong with them is told in their own week.
  const { from, days } = context.plan;
  return { row, visits, snags: snags.filter(({ date }) => date >= from && date < from + days) };
}

function jobSnags(
  { context, checks, plan }: FieldGround,
  index: FieldIndex,
  job: Job,
  visits: readonly Visit[],
): Snag[] {
  const snags: Snag[] = (checks.sink.into = []);
  const { today } = plan.work!;
  for (const { check, report } of checks.job) check.inspect({ context, index, job, visits, today }, report);
  return snags;
}
