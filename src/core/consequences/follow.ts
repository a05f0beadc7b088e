import { type AvailabilityOf, availabilityOf } from '../availability/allowed';
import type { PersonView } from '../checks/shared/check';
import { type PlanContext, planContext } from '../plan/plan-context';
import { type ResolvedShift, resolveShift } from '../plan/resolved-shift';
import type { Person, Plan, Shift } from '../plan/types';
import { same } from '../same';
import { completed, judge } from './judge';
import {
  type Judgement,
  NEVER_ASKED,
  type PersonState,
  type RunningChecks,
  inspected,
  personState,
  runningChecks,
} from './parts';

/**
 * The judgement of what a judged plan has become: the same site and days with whatever else there and in the rules,
 * the needs, the people and their shifts. Only what differs is looked at again: a person whose rules, shifts and
 * data stay is taken over as they are.
 */
export function follow(before: Judgement, plan: Plan): Judgement {
  const { plan: old } = before;
  if (!same(groundOf(old), groundOf(plan))) return judge(plan);
  const context = planContext(plan);
  const rulesStay = same(old.rules, plan.rules);
  const checks = rulesStay ? before.checks : runningChecks(plan);
  // Lists that hold the very same shifts need not be gone through person by person.
  const stay = sameParts(old.shifts, plan.shifts) && sameParts(old.surroundingShifts, plan.surroundingShifts);
  const [own, around] = stay ? [null, null] : [byPerson(plan.shifts), byPerson(plan.surroundingShifts)];
  let allStay = plan.people.length === old.people.length;
  const people = [...plan.people, null].map((person, i): PersonState => {
    const id = person?.id ?? null;
    const at = person === null ? old.people.length : before.indexOf.get(person.id);
    const state = at === undefined ? undefined : before.people[at];
    const shifts = own?.get(id) ?? [];
    const beside = around?.get(id)?.map((shift) => resolveShift(context, shift)) ?? [];
    if (state && same(state.view.person, person) && (stay || sameShifts(state, shifts, beside))) {
      if (at !== i) allStay = false;
      return rulesStay ? state : lookedAt(context, checks, state);
    }
    allStay = false;
    const list =
      stay && state
        ? state.view.all.slice()
        : [...shifts.map((shift) => resolveShift(context, shift)), ...beside];
    return personState(context, checks, person, list, availabilityFor(person, state?.view));
  });
  const asks = allStay && same(old.needs, plan.needs) && old.rules.minimumOn === plan.rules.minimumOn;
  const indexOf = new Map(plan.people.map((person, i) => [person.id, i]));
  return completed({ plan, context, checks, people, indexOf }, asks ? before.staffing : undefined);
}

/** What all else stands on: where any of it differs everything does. */
function groundOf({ from, days, site, roles, holidays, rules }: Plan): unknown {
  return [from, days, site, roles, holidays, rules.breaks, rules.overtime];
}

function sameParts<T>(a: readonly T[], b: readonly T[]): boolean {
  return a.length === b.length && a.every((part, i) => part === b[i]);
}

function byPerson<S extends { readonly person: string | null }>(
  shifts: readonly S[],
): Map<string | null, S[]> {
  const groups = new Map<string | null, S[]>();
  for (const shift of shifts) {
    const group = groups.get(shift.person);
    if (group) group.push(shift);
    else groups.set(shift.person, [shift]);
  }
  return groups;
}

function sameShifts(
  { view }: PersonState,
  shifts: readonly Shift[],
  around: readonly ResolvedShift[],
): boolean {
  if (view.shifts.length !== shifts.length || view.all.length !== shifts.length + around.length) return false;
  const known = new Map(view.shifts.map((resolved) => [resolved.id, resolved.planShift]));
  if (!shifts.every((shift) => same(known.get(shift.id), shift))) return false;
  const left = view.all.filter((resolved) => resolved.planShift === null);
  return around.every((resolved) => {
    const at = left.findIndex((other) => same(resolved, other));
    if (at >= 0) left.splice(at, 1);
    return at >= 0;
  });
}

/** Somebody of whom only the rules are others. */
function lookedAt(context: PlanContext, checks: RunningChecks, state: PersonState): PersonState {
  const view = { ...state.view, context };
  return { ...state, view, snags: inspected(checks, view) };
}

function availabilityFor(person: Person | null, was: PersonView | undefined): AvailabilityOf {
  if (person === null) return NEVER_ASKED;
  return was?.person === person ? was.availability : availabilityOf(person);
}
