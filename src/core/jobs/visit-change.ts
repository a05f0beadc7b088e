import { type Failed, type Problem, type Result, fail, failAll } from '../plan/problem';
import { placesById } from './by-id';
import type { FieldWork, Job, Visit } from './types';

/** How visits are altered. `set-visit` carries just what changes. */
export type VisitChange =
  | { readonly do: 'add-visit'; readonly visit: Visit }
  | {
      readonly do: 'set-visit';
      readonly id: string;
      readonly visit: VisitPatch;
      /** The values it was made on, where somebody else may have changed them since. */
      readonly was?: VisitPatch;
    }
  | { readonly do: 'remove-visit'; readonly id: string };

export type VisitPatch = Partial<Omit<Visit, 'id'>>;

/** The longest that a visit lasts by hand, in minutes of work. */
export const MOST_VISIT_MINUTES = 30_000;

/** The field work after one change of a visit, and the change that takes it back. */
export function applyVisit(
  work: FieldWork,
  change: VisitChange,
): Result<{ work: FieldWork; inverse: VisitChange }> {
  const { visits } = work;
  if (change.do === 'add-visit') {
    const { visit } = change;
    if (placesById(visits).has(visit.id))
      return fail('taken', `there is already a visit "${visit.id}"`, 'visit.id');
    const wrong = faultOf(work, visit);
    if (wrong) return wrong;
    return {
      ok: true,
      work: { ...work, visits: [...visits, visit] },
      inverse: { do: 'remove-visit', id: visit.id },
    };
  }
  const at = placesById(visits).get(change.id);
  if (at === undefined) return fail('unknown', `no visit "${change.id}"`, 'id');
  const before = visits[at];
  if (change.do === 'remove-visit') {
    const left = visits.slice();
    left.splice(at, 1);
    return { ok: true, work: { ...work, visits: left }, inverse: { do: 'add-visit', visit: before } };
  }
  const after: Visit = { ...before, ...change.visit, id: before.id };
  const wrong = faultOf(work, after);
  if (wrong) return wrong;
  const changed = visits.slice();
  changed[at] = after;
  return {
    ok: true,
    work: { ...work, visits: changed },
    inverse: { do: 'set-visit', id: before.id, visit: reversed(before, change.visit) },
  };
}

function reversed(before: Visit, patch: VisitPatch): VisitPatch {
  return Object.fromEntries(
    (Object.keys(patch) as (keyof VisitPatch)[]).map((key) => [key, before[key]]),
  ) as VisitPatch;
}

function faultOf(work: FieldWork, visit: Visit): Failed | null {
  return failAll(visitFaults(work, visit), 'visit');
}

/** What is wrong with a visit, each with its place. */
export function visitFaults(work: FieldWork, visit: Visit): Problem[] {
  const faults: Problem[] = [];
  const wrong = (path: string, message: string) => faults.push(fail('input', message, path).problem);
  const job = work.jobs[placesById(work.jobs).get(visit.job) ?? -1] as Job | undefined;
  if (!job) wrong('job', `no job "${visit.job}"`);
  if ((visit.crew === null) === (visit.person === null))
    wrong('crew', 'a visit is of a crew or of somebody without one');
  if (visit.crew !== null && !placesById(work.crews).has(visit.crew))
    wrong('crew', `no crew "${visit.crew}"`);
  if (!Number.isInteger(visit.from) || visit.from < 0 || visit.from > 1439)
    wrong('from', 'it begins at a minute of the day');
  if (visit.minutes !== null && !isWithin(visit.minutes, MOST_VISIT_MINUTES))
    wrong('minutes', `it lasts 1 to ${MOST_VISIT_MINUTES} minutes`);
  if (visit.personMinutes !== null && job && !isWithin(visit.personMinutes, job.personMinutes))
    wrong('personMinutes', 'its share is some of the person-minutes of the job');
  return faults;
}

function isWithin(minutes: number, most: number): boolean {
  return Number.isInteger(minutes) && minutes >= 1 && minutes <= most;
}
