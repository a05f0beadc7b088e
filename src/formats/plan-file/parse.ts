import { type Change, applyAll } from '@/core/plan/change';
import type { Plan } from '@/core/plan/types';
import { type Fault, formatPath } from '../fault';
import { leaveFrom, planFrom, shiftFrom } from './convert';
import type { RawChange, RawLeave, RawPlan, RawShift } from './raw';
import {
  type Known,
  leaveReferenceFaults,
  planDays,
  referenceFaults,
  shiftReferenceFaults,
} from './references';
import { PLAN, changeShapeFaults, shapeFaults } from './shape';

export type ReadResult<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] };

/** A plan as read, with its raw form, which keeps how times were written. */
export interface ReadPlan {
  readonly plan: Plan;
  readonly raw: RawPlan;
}

/**
 * Reads the text of a plan file. All faults are reported at once, each with its path.
 *
 * @example
 * const read = parsePlan(text);
 * if (read.ok) judge(read.value.plan);
 * else for (const { path, message } of read.faults) console.error(`${path}: ${message}`); // $.shifts[0].to: …
 */
export function parsePlan(text: string): ReadResult<ReadPlan> {
  const parsed = parse(text);
  if (!parsed.ok) return parsed;
  const faults = [...shapeFaults(PLAN, parsed.value), ...referenceFaults(parsed.value)];
  if (faults.length > 0) return { ok: false, faults };
  const raw = parsed.value as RawPlan;
  return { ok: true, value: { plan: planFrom(raw), raw } };
}

/**
 * Reads a list of changes to a plan, each against the plan as the ones before leave it. All faults are
 * reported at once; a change with a fault of form is passed over when the ones after it are read.
 *
 * @example
 * parseChanges('[{ "do": "set", "id": "s1", "shift": { "to": "18:00" } }]', read.value);
 */
export function parseChanges(text: string, { plan, raw }: ReadPlan): ReadResult<ReadChanges> {
  const parsed = parse(text);
  if (!parsed.ok) return parsed;
  if (!Array.isArray(parsed.value))
    return { ok: false, faults: [{ path: '$', message: 'must be a list of changes' }] };
  const reader = new ChangeReader(raw);
  const changes = parsed.value.map((item: unknown, i) => {
    const faults = changeShapeFaults(item, i);
    reader.faults.push(...faults);
    return faults.length > 0 ? null : reader.read(item as RawChange, i);
  });
  if (reader.faults.length > 0) return { ok: false, faults: reader.faults };
  const valid = changes as Change[];
  const done = applyAll(plan, valid);
  if (!done.ok)
    return { ok: false, faults: [{ path: `$${done.problem.path}`, message: done.problem.message }] };
  return { ok: true, value: { changes: valid, shifts: reader.shifts } };
}

/** Changes as read, with the shifts as they are written after them. */
export interface ReadChanges {
  readonly changes: readonly Change[];
  readonly shifts: ReadonlyMap<string, RawShift>;
}

function parse(text: string): ReadResult<unknown> {
  try {
    return { ok: true, value: JSON.parse(text.replace(/^\uFEFF/, '')) };
  } catch (error) {
    return { ok: false, faults: [{ path: '$', message: `not JSON: ${(error as Error).message}` }] };
  }
}

/** Follows the changes through the raw plan, so that a partial change is checked as the whole it makes. */
class ChangeReader {
  readonly faults: Fault[] = [];
  readonly shifts: Map<string, RawShift>;
  private readonly leave: Map<string, Map<string, RawLeave>>;
  private readonly known: Known;

  constructor(raw: RawPlan) {
    this.shifts = new Map(raw.shifts.map((shift) => [shift.id, shift]));
    this.leave = new Map(
      raw.people.map((person) => [person.id, new Map((person.leave ?? []).map((l) => [l.id, l]))]),
    );
    this.known = {
      roles: new Set(raw.roles.map((role) => role.id)),
      people: new Set(raw.people.map((person) => person.id)),
      days: planDays(raw),
    };
  }

  read(change: RawChange, i: number): Change | null {
    switch (change.do) {
      case 'add':
        return this.addShift(change.shift, i);
      case 'set':
        return this.setShift(change.id, change.shift, i);
      case 'remove':
        if (!this.shifts.delete(change.id)) return this.fault([i, 'id'], `no shift "${change.id}"`);
        return { do: 'remove', id: change.id };
      default:
        return this.readLeave(change, i);
    }
  }

  private addShift(shift: RawShift, i: number): Change | null {
    if (this.shifts.has(shift.id)) this.fault([i, 'shift', 'id'], `"${shift.id}" is used twice`);
    if (!this.checkShift(shift, i)) return null;
    this.shifts.set(shift.id, shift);
    return { do: 'add', shift: shiftFrom(shift) };
  }

  private setShift(id: string, patch: Partial<RawShift>, i: number): Change | null {
    const before = this.shifts.get(id);
    if (!before) return this.fault([i, 'id'], `no shift "${id}"`);
    if (patch.id !== undefined && patch.id !== id)
      return this.fault([i, 'shift', 'id'], 'an id cannot be changed');
    const after = { ...before, ...patch };
    if (!this.checkShift(after, i)) return null;
    this.shifts.set(id, after);
    const { id: _same, ...whole } = shiftFrom(after);
    return { do: 'set', id, shift: whole };
  }

  private checkShift(shift: RawShift, i: number): boolean {
    const faults = shiftReferenceFaults(shift, [i, 'shift'], this.known);
    this.faults.push(...faults);
    return faults.length === 0;
  }

  private readLeave(
    change: Extract<RawChange, { do: 'add-leave' | 'set-leave' | 'remove-leave' }>,
    i: number,
  ): Change | null {
    const { person } = change;
    const mine = this.leave.get(person);
    if (!mine) return this.fault([i, 'person'], `no person "${person}"`);
    if (change.do === 'add-leave') {
      const { leave } = change;
      if (mine.has(leave.id)) return this.fault([i, 'leave', 'id'], `"${leave.id}" is used twice`);
      if (!this.checkLeave(leave, i)) return null;
      mine.set(leave.id, leave);
      return { do: 'add-leave', person, leave: leaveFrom(leave) };
    }
    const before = mine.get(change.id);
    if (!before) return this.fault([i, 'id'], `no leave "${change.id}"`);
    if (change.do === 'remove-leave') {
      mine.delete(change.id);
      return { do: 'remove-leave', person, id: change.id };
    }
    if (change.leave.id !== undefined && change.leave.id !== change.id)
      return this.fault([i, 'leave', 'id'], 'an id cannot be changed');
    const after = { ...before, ...change.leave };
    if (!this.checkLeave(after, i)) return null;
    mine.set(change.id, after);
    const { id: _same, ...leave } = leaveFrom(after);
    return { do: 'set-leave', person, id: change.id, leave };
  }

  private checkLeave(leave: RawLeave, i: number): boolean {
    const faults = leaveReferenceFaults(leave, [i, 'leave']);
    this.faults.push(...faults);
    return faults.length === 0;
  }

  private fault(steps: (string | number)[], message: string): null {
    this.faults.push({ path: formatPath(steps), message });
    return null;
  }
}
