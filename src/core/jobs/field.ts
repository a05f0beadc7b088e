import type { PlanContext } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person } from '../plan/types';
import { type CrewRow, crewRow, personRow } from './crew-hours';
import { fieldDates } from './field-dates';
import { type ResolvedVisit, byVisitStart, resolveVisit } from './resolved-visit';
import type { Crew, FieldWork, Job, Place, Service, Visit } from './types';

/** What field work is looked up by: made once for the same crews, places, services and jobs. */
export interface FieldIndex {
  readonly crews: ReadonlyMap<string, Crew>;
  readonly places: ReadonlyMap<string, Place>;
  readonly services: ReadonlyMap<string, Service>;
  readonly jobs: ReadonlyMap<string, Job>;
}

const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
  new Map(list.map((one) => [one.id, one]));

/** Field work by ids. */
export function fieldIndex({ crews, places, services, jobs }: FieldWork): FieldIndex {
  return { crews: byId(crews), places: byId(places), services: byId(services), jobs: byId(jobs) };
}

/** The place of a job; null: it is no customer's. */
export function placeOfJob({ places }: FieldIndex, { place }: Job): Place | null {
  return (place !== null && places.get(place)) || null;
}

/** A crew, or somebody without one, with its visits. */
export interface FieldRow {
  readonly row: CrewRow;
  /** By start. */
  readonly visits: readonly ResolvedVisit[];
}

/** The row of a crew, without its visits. */
export function rowOfCrew(
  context: PlanContext,
  crew: Crew,
  personOf: (id: string) => Person | undefined,
  shiftsOf: (person: string) => readonly ResolvedShift[],
): CrewRow {
  const people = new Map(
    crew.members.flatMap(({ person: id }) => {
      const person = personOf(id);
      return person ? [[id, person] as const] : [];
    }),
  );
  const elsewhere = (id: string) => shiftsOf(id).filter(({ site }) => site !== null);
  return crewRow(context, crew, people, elsewhere, fieldDates(context.plan));
}

/** The row of somebody without a crew, without their visits. */
export function rowOfPerson(context: PlanContext, person: Person, shifts: readonly ResolvedShift[]): CrewRow {
  return personRow(context, person, shifts, fieldDates(context.plan));
}

/** Visits of a row on the clocks, by start. `known`: those of the same row that were set on them before; what stays is taken over. */
export function visitsOn(
  context: PlanContext,
  index: FieldIndex,
  row: CrewRow,
  visits: readonly Visit[],
  known: readonly ResolvedVisit[] = [],
): ResolvedVisit[] {
  const before = new Map(known.map((resolved) => [resolved.visit, resolved]));
  return visits
    .map((visit) => before.get(visit) ?? resolveVisit(context, row, visit, index.jobs.get(visit.job)!))
    .sort(byVisitStart);
}
