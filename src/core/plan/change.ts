import { type VisitChange, applyVisit } from '../jobs/visit-change';
import { type Failed, type Result, fail, failAll, failedAt } from './problem';
import { type Known, shiftFaults } from './shift-faults';
import { keepPlaces, placeOfShift } from './shift-index';
import type { Leave, Plan, Shift } from './types';

/**
 * The only ways a plan is altered. `set` carries just the fields that change. `was`: the values a change was made on,
 * where somebody else may have changed them since.
 */
export type Change =
  | { readonly do: 'add'; readonly shift: Shift }
  | { readonly do: 'set'; readonly id: string; readonly shift: ShiftPatch; readonly was?: ShiftPatch }
  | { readonly do: 'remove'; readonly id: string; readonly was?: Shift }
  | { readonly do: 'add-leave'; readonly person: string; readonly leave: Leave }
  | { readonly do: 'set-leave'; readonly person: string; readonly id: string; readonly leave: LeavePatch }
  | { readonly do: 'remove-leave'; readonly person: string; readonly id: string }
  | VisitChange;

export type ShiftPatch = Partial<Omit<Shift, 'id'>>;
export type LeavePatch = Partial<Omit<Leave, 'id'>>;

/**
 * The plan after one change, and the change that takes it back. The given plan is left as it was.
 * Refuses ids that are not there, or are there already, and spans that end before they begin.
 *
 * @example
 * const done = apply(plan, { do: 'remove', id: 's1' });
 * if (done.ok) apply(done.plan, done.inverse); // holds what `plan` held
 */
export function apply(plan: Plan, change: Change): Result<{ plan: Plan; inverse: Change }> {
  switch (change.do) {
    case 'add': {
      if (findShift(plan, change.shift.id) >= 0)
        return fail('taken', `there is already a shift "${change.shift.id}"`, 'shift.id');
      const wrong = faultOf(plan, change.shift);
      if (wrong) return wrong;
      return {
        ok: true,
        plan: { ...plan, shifts: [...plan.shifts, change.shift] },
        inverse: { do: 'remove', id: change.shift.id },
      };
    }
    case 'set': {
      const at = findShift(plan, change.id);
      if (at < 0) return fail('unknown', `no shift "${change.id}"`, 'id');
      const before = plan.shifts[at];
      const after = { ...before, ...change.shift, id: before.id };
      const wrong = faultOf(plan, after);
      if (wrong) return wrong;
      const shifts = replaced(plan.shifts, at, after);
      keepPlaces(plan.shifts, shifts);
      return {
        ok: true,
        plan: { ...plan, shifts },
        inverse: { do: 'set', id: change.id, shift: reversed(before, change.shift) },
      };
    }
    case 'remove': {
      const at = findShift(plan, change.id);
      if (at < 0) return fail('unknown', `no shift "${change.id}"`, 'id');
      return {
        ok: true,
        plan: { ...plan, shifts: without(plan.shifts, at) },
        inverse: { do: 'add', shift: plan.shifts[at] },
      };
    }
    case 'add-visit':
    case 'set-visit':
    case 'remove-visit': {
      if (!plan.work) return fail('unknown', 'this plan has no visits', 'do');
      const done = applyVisit(plan.work, change);
      return done.ok ? { ok: true, plan: { ...plan, work: done.work }, inverse: done.inverse } : done;
    }
    default:
      return applyLeave(plan, change);
  }
}

/** Applies changes in order, all or none; the inverse takes all of them back. */
export function applyAll(plan: Plan, changes: readonly Change[]): Result<{ plan: Plan; inverse: Change[] }> {
  if (changes.length > FEW && changes.every(isShiftChange)) return applyMany(plan, changes);
  let now = plan;
  const inverse: Change[] = [];
  for (let i = 0; i < changes.length; i++) {
    const done = apply(now, changes[i]);
    if (!done.ok) return failedAt(done, `[${i}]`);
    now = done.plan;
    inverse.unshift(done.inverse);
  }
  return { ok: true, plan: now, inverse };
}

/** Up to so many changes it is quicker to look for each shift than to note where all of them are. */
const FEW = 12;

/** A change of a shift, and of nothing else. */
export type ShiftChange = Extract<Change, { do: 'add' | 'set' | 'remove' }>;

/** Whether a change is one of a shift. */
export function isShiftChange(change: Change): change is ShiftChange {
  return change.do === 'add' || change.do === 'set' || change.do === 'remove';
}

/** Whether a change is one of a visit. */
export function isVisitChange(change: Change): change is VisitChange {
  return change.do === 'add-visit' || change.do === 'set-visit' || change.do === 'remove-visit';
}

/** As {@link applyAll} for many changes of shifts: the list is copied once, and each shift is found at once. */
function applyMany(plan: Plan, changes: readonly ShiftChange[]): Result<{ plan: Plan; inverse: Change[] }> {
  const shifts: (Shift | null)[] = plan.shifts.slice();
  const placeOf = new Map(plan.shifts.map((shift, at) => [shift.id, at]));
  const known: Known = {
    from: plan.from,
    days: plan.days,
    people: new Set(plan.people.map((person) => person.id)),
    roles: new Set(plan.roles.map((role) => role.id)),
  };
  const inverse: Change[] = [];
  for (const [i, change] of changes.entries()) {
    const id = change.do === 'add' ? change.shift.id : change.id;
    const at = placeOf.get(id);
    if (change.do === 'add') {
      const wrong =
        at === undefined
          ? faultIn(known, change.shift)
          : fail('taken', `there is already a shift "${id}"`, 'shift.id');
      if (wrong) return failedAt(wrong, `[${i}]`);
      placeOf.set(id, shifts.push(change.shift) - 1);
      inverse.push({ do: 'remove', id });
      continue;
    }
    if (at === undefined) return fail('unknown', `no shift "${id}"`, `[${i}].id`);
    const before = shifts[at]!;
    if (change.do === 'remove') {
      shifts[at] = null;
      placeOf.delete(id);
      inverse.push({ do: 'add', shift: before });
      continue;
    }
    const after = { ...before, ...change.shift, id };
    const wrong = faultIn(known, after);
    if (wrong) return failedAt(wrong, `[${i}]`);
    shifts[at] = after;
    inverse.push({ do: 'set', id, shift: reversed(before, change.shift) });
  }
  const left = shifts.filter((shift): shift is Shift => shift !== null);
  return { ok: true, plan: { ...plan, shifts: left }, inverse: inverse.reverse() };
}

type LeaveChange = Extract<Change, { person: string }>;

function applyLeave(plan: Plan, change: LeaveChange): Result<{ plan: Plan; inverse: Change }> {
  const who = plan.people.findIndex((person) => person.id === change.person);
  if (who < 0) return fail('unknown', `no person "${change.person}"`, 'person');
  const person = plan.people[who];
  const put = (leave: readonly Leave[]): Plan => ({
    ...plan,
    people: replaced(plan.people, who, { ...person, leave }),
  });
  if (change.do === 'add-leave') {
    if (person.leave.some((entry) => entry.id === change.leave.id))
      return fail('taken', `there is already a leave "${change.leave.id}"`, 'leave.id');
    if (change.leave.to <= change.leave.from)
      return fail('order', 'the leave ends before it begins', 'leave.to');
    return {
      ok: true,
      plan: put([...person.leave, change.leave]),
      inverse: { do: 'remove-leave', person: person.id, id: change.leave.id },
    };
  }
  const at = person.leave.findIndex((entry) => entry.id === change.id);
  if (at < 0) return fail('unknown', `no leave "${change.id}"`, 'id');
  const before = person.leave[at];
  if (change.do === 'remove-leave')
    return {
      ok: true,
      plan: put(without(person.leave, at)),
      inverse: { do: 'add-leave', person: person.id, leave: before },
    };
  const after = { ...before, ...change.leave, id: before.id };
  if (after.to <= after.from) return fail('order', 'the leave ends before it begins', 'leave.to');
  return {
    ok: true,
    plan: put(replaced(person.leave, at, after)),
    inverse: { do: 'set-leave', person: person.id, id: change.id, leave: reversed(before, change.leave) },
  };
}

function faultOf(plan: Plan, shift: Shift): Failed | null {
  return faultIn(
    {
      from: plan.from,
      days: plan.days,
      people: { has: (id) => plan.people.some((person) => person.id === id) },
      roles: { has: (id) => plan.roles.some((role) => role.id === id) },
    },
    shift,
  );
}

function faultIn(known: Known, shift: Shift): Failed | null {
  return failAll(shiftFaults(shift, known), 'shift');
}

function findShift(plan: Plan, id: string): number {
  return placeOfShift(plan.shifts, id);
}

function reversed<T extends object>(before: T, patch: Partial<T>): Partial<T> {
  const back: Partial<T> = {};
  for (const key of Object.keys(patch) as (keyof T)[]) back[key] = before[key] ?? (null as never);
  return back;
}

function replaced<T>(list: readonly T[], at: number, item: T): T[] {
  const copy = list.slice();
  copy[at] = item;
  return copy;
}

function without<T>(list: readonly T[], at: number): T[] {
  const copy = list.slice();
  copy.splice(at, 1);
  return copy;
}
