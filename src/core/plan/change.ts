import type { Leave, Plan, Shift } from './types';

/** The only ways a plan is altered. `set` carries just the fields that change. */
export type Change =
  | { readonly do: 'add'; readonly shift: Shift }
  | { readonly do: 'set'; readonly id: string; readonly shift: ShiftPatch }
  | { readonly do: 'remove'; readonly id: string }
  | { readonly do: 'add-leave'; readonly person: string; readonly leave: Leave }
  | { readonly do: 'set-leave'; readonly person: string; readonly id: string; readonly leave: LeavePatch }
  | { readonly do: 'remove-leave'; readonly person: string; readonly id: string };

export type ShiftPatch = Partial<Omit<Shift, 'id'>>;
export type LeavePatch = Partial<Omit<Leave, 'id'>>;

/** Expected trouble, as a value: what is wrong and where. */
export interface Problem {
  readonly code: string;
  readonly message: string;
  /** The field it is about, as a path such as `changes[0].shift.role`. */
  readonly path: string;
}

export type Result<T> = ({ readonly ok: true } & T) | { readonly ok: false; readonly problem: Problem };

/** A failed result. */
export function fail(code: string, message: string, path = ''): { ok: false; problem: Problem } {
  return { ok: false, problem: { code, message, path } };
}

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
      return {
        ok: true,
        plan: { ...plan, shifts: replaced(plan.shifts, at, after) },
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
    default:
      return applyLeave(plan, change);
  }
}

/** Applies changes in order, all or none; the inverse takes all of them back. */
export function applyAll(plan: Plan, changes: readonly Change[]): Result<{ plan: Plan; inverse: Change[] }> {
  let now = plan;
  const inverse: Change[] = [];
  for (let i = 0; i < changes.length; i++) {
    const done = apply(now, changes[i]);
    if (!done.ok) return fail(done.problem.code, done.problem.message, `[${i}].${done.problem.path}`);
    now = done.plan;
    inverse.unshift(done.inverse);
  }
  return { ok: true, plan: now, inverse };
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

function faultOf(plan: Plan, shift: Shift): { ok: false; problem: Problem } | null {
  if (shift.date < plan.from || shift.date >= plan.from + plan.days)
    return fail('outside', "outside the plan's dates", 'shift.date');
  if (shift.person !== null && !plan.people.some((person) => person.id === shift.person))
    return fail('unknown', `no person "${shift.person}"`, 'shift.person');
  if (shift.role !== null && !plan.roles.some((role) => role.id === shift.role))
    return fail('unknown', `no role "${shift.role}"`, 'shift.role');
  if (!(shift.from >= 0 && shift.from < 1440)) return fail('time', 'no such time', 'shift.from');
  if (!(shift.to > shift.from && shift.to <= shift.from + 1440))
    return fail('time', 'the shift has no length, or more than a day', 'shift.to');
  const at = shift.break?.at ?? null;
  if (shift.break && at !== null && (at < shift.from || at + shift.break.minutes > shift.to))
    return fail('break', 'the break lies outside the shift', 'shift.break.at');
  return null;
}

function findShift(plan: Plan, id: string): number {
  return plan.shifts.findIndex((shift) => shift.id === id);
}

function reversed<T extends object>(before: T, patch: Partial<T>): Partial<T> {
  const back: Partial<T> = {};
  for (const key of Object.keys(patch) as (keyof T)[]) back[key] = before[key];
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
