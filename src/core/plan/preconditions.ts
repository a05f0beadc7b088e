import { same } from '../same';
import type { Change, ShiftPatch } from './change';
import type { Plan, Shift } from './types';

/** A change that no longer finds what it was made on. */
export interface Conflict {
  /** Place of the change in its list. */
  readonly change: number;
  readonly shift: string;
  /** The column that somebody else changed; null: the whole shift is there no more, or is there already. */
  readonly column: keyof ShiftPatch | null;
  /** The shift as it is now; null: it is gone. */
  readonly now: Shift | null;
}

/**
 * The same changes with the values they are made on: `plan` is what the hand that makes them sees. Whoever applies
 * them later can tell what was changed in between.
 */
export function withPreconditions(plan: Pick<Plan, 'shifts'>, changes: readonly Change[]): Change[] {
  const ids = new Set(changes.flatMap((change) => ('id' in change ? [change.id] : [])));
  const now = new Map<string, Shift>();
  if (ids.size > 0) for (const shift of plan.shifts) if (ids.has(shift.id)) now.set(shift.id, shift);
  return changes.map((change): Change => {
    if (change.do === 'add') {
      now.set(change.shift.id, change.shift);
      return change;
    }
    if (change.do !== 'set' && change.do !== 'remove') return change;
    const before = now.get(change.id);
    if (!before) return change;
    if (change.do === 'remove') {
      now.delete(change.id);
      return { ...change, was: before };
    }
    now.set(change.id, { ...before, ...change.shift });
    return { ...change, was: columnsOf(before, Object.keys(change.shift) as (keyof ShiftPatch)[]) };
  });
}

/** Changes without the values they were made on: done to whatever is there. */
export function withoutPreconditions(changes: readonly Change[]): Change[] {
  return changes.map((change) => {
    if (change.do !== 'set' && change.do !== 'remove') return change;
    const { was: _was, ...rest } = change;
    return rest;
  });
}

/**
 * What changes of shifts no longer find as they were made on it, column by column. `now`: the shifts they name as
 * they are, by id. A column that has the wanted value already is no conflict, nor is a shift to remove that is gone.
 */
export function conflictsOf(now: ReadonlyMap<string, Shift>, changes: readonly Change[]): Conflict[] {
  const conflicts: Conflict[] = [];
  const current = new Map(now);
  changes.forEach((change, i) => {
    if (change.do === 'add') {
      const there = current.get(change.shift.id);
      if (there) conflicts.push({ change: i, shift: change.shift.id, column: null, now: there });
      current.set(change.shift.id, change.shift);
    } else if (change.do === 'set') {
      const there = current.get(change.id);
      if (!there) conflicts.push({ change: i, shift: change.id, column: null, now: null });
      else {
        for (const column of changedSince(there, change.was ?? {}))
          if (!same(there[column], change.shift[column]))
            conflicts.push({ change: i, shift: change.id, column, now: there });
        current.set(change.id, { ...there, ...change.shift });
      }
    } else if (change.do === 'remove') {
      const there = current.get(change.id);
      if (there && change.was)
        for (const column of changedSince(there, change.was))
          conflicts.push({ change: i, shift: change.id, column, now: there });
      current.delete(change.id);
    }
  });
  return conflicts;
}

/** The changes that can be done without those in conflict; a shift to remove that is gone is left out. */
export function withoutConflicts(
  now: ReadonlyMap<string, Shift>,
  changes: readonly Change[],
  conflicts: readonly Conflict[],
): Change[] {
  const left = new Set(conflicts.map((conflict) => conflict.shift));
  return changes.filter((change) => {
    const id = change.do === 'add' ? change.shift.id : 'id' in change ? change.id : '';
    if (left.has(id)) return false;
    return change.do !== 'remove' || now.has(id) || changes.some((c) => c.do === 'add' && c.shift.id === id);
  });
}

function columnsOf(shift: Shift, columns: readonly (keyof ShiftPatch)[]): ShiftPatch {
  return Object.fromEntries(columns.map((column) => [column, shift[column] ?? null]));
}

function changedSince(now: Shift, was: ShiftPatch): (keyof ShiftPatch)[] {
  const columns = Object.keys(was).filter((column) => column !== 'id') as (keyof ShiftPatch)[];
  return columns.filter((column) => !same(now[column], was[column]));
}
