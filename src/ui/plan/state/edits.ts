import type { Judgement } from '@/core/consequences/judge';
import type { Change } from '@/core/plan/change';
import { NO_DETAIL, type Person, type Shift } from '@/core/plan/types';
import { type ShiftSpec, toShiftFields } from '@/core/plan/shift-spec';
import { diffShift } from '@/core/plan/shift-spec';
import { withTimes } from '@/core/plan/shift-edits';
import type { TypedShift as TypedSpan } from '@/core/time/parse-shifts';
import { DAY } from '@/core/time/span';
import { newId } from '../../commands/new-id';

/** A shift as typed; with the form of a template where its short name was. */
export type TypedShift = TypedSpan & { readonly form?: ShiftSpec };

/**
 * A cell of the canvas: a row (a person by their place in the plan, or past the last one the open shifts) and a day
 * of the plan.
 */
export interface Cell {
  readonly row: number;
  readonly day: number;
}

/** Cells between two corners, both included; top and bottom count the rows in the order shown. */
export interface Range {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** The range between two cells, rows being found in `positionOf`. */
export function rangeOf(a: Cell, b: Cell | null, positionOf: (row: number) => number): Range {
  const other = b ?? a;
  const [one, two] = [positionOf(a.row), positionOf(other.row)];
  return {
    top: Math.min(one, two),
    bottom: Math.max(one, two),
    left: Math.min(a.day, other.day),
    right: Math.max(a.day, other.day),
  };
}

/** The shifts that start in a cell, by start. */
export function shiftsIn({ plan, people }: Judgement, { row, day }: Cell): Shift[] {
  return people[row].view.shifts
    .filter((shift) => shift.date === plan.from + day)
    .map((shift) => shift.planShift!);
}

/** The person of a row; null for the row of open shifts. */
export function personOf({ plan }: Judgement, row: number): Person | null {
  return plan.people[row] ?? null;
}

/** The role a new shift gets where none is named: the person's first that holds on that day. */
export function usualRole(judgement: Judgement, { row, day }: Cell): string | null {
  const person = personOf(judgement, row);
  const date = judgement.plan.from + day;
  const held = person?.roles.find((role) => role.until === null || date <= role.until);
  return held?.role ?? person?.roles[0]?.role ?? judgement.plan.roles[0]?.id ?? null;
}

/** A shift with nothing said beyond when, who and what. */
export function newShift(
  judgement: Judgement,
  cell: Cell,
  span: { from: number; to: number },
  role: string | null,
): Shift {
  return {
    id: newId(),
    person: personOf(judgement, cell.row)?.id ?? null,
    role,
    date: judgement.plan.from + cell.day,
    from: span.from,
    to: span.to,
    break: null,
    fixed: false,
    note: null,
    label: null,
  };
}

/** Changes that make a cell hold just what is typed; shifts that are there are changed before others are made. */
export function typedChanges(judgement: Judgement, cell: Cell, typed: readonly TypedShift[]): Change[] {
  const there = shiftsIn(judgement, cell);
  const changes: Change[] = [];
  typed.forEach((wanted, i) => {
    const old = there[i];
    const { from, to, form } = wanted;
    const role = wanted.role ?? form?.role ?? old?.role ?? there[0]?.role ?? usualRole(judgement, cell);
    if (!old) changes.push(addTyped(judgement, cell, wanted, role));
    else if (form) {
      const { pattern } = old.detail ?? NO_DETAIL;
      const said = toShiftFields(form);
      const patch = diffShift(old, { ...old, ...said, from, to, role, detail: { ...said.detail, pattern } });
      if (patch) changes.push({ do: 'set', id: old.id, shift: patch });
    } else if (old.from !== from || old.to !== to || old.role !== role)
      changes.push({ do: 'set', id: old.id, shift: { role, ...withTimes(old, { from, to }) } });
  });
  for (const old of there.slice(typed.length)) changes.push({ do: 'remove', id: old.id });
  return changes;
}

/** The change that makes a typed shift in a cell, with everything its template says. */
export function addTyped(
  judgement: Judgement,
  cell: Cell,
  { from, to, form }: TypedShift,
  role: string | null,
): Change {
  const said = form ? toShiftFields(form) : {};
  return { do: 'add', shift: { ...newShift(judgement, cell, { from, to }, role), ...said, from, to, role } };
}

/** Changes that empty cells. */
export function clearChanges(judgement: Judgement, cells: readonly Cell[]): Change[] {
  return cells.flatMap((cell) =>
    shiftsIn(judgement, cell).map((shift): Change => ({ do: 'remove', id: shift.id })),
  );
}

/** Changes that make `to` hold copies of the shifts of `from`. A person keeps the role that is copied. */
export function copyChanges(judgement: Judgement, shifts: readonly Shift[], to: Cell): Change[] {
  const person = personOf(judgement, to.row)?.id ?? null;
  const date = judgement.plan.from + to.day;
  return [
    ...clearChanges(judgement, [to]),
    ...shifts.map((shift): Change => ({
      do: 'add',
      shift: copyOf(shift, { person, date }),
    })),
  ];
}

/** A shift of its own that says what another says, apart from what is given. */
export function copyOf(shift: Shift, given: Partial<Shift>): Shift {
  const detail = shift.detail ? { ...shift.detail, pattern: null } : null;
  return { ...shift, id: newId(), fixed: false, detail, ...given };
}

/** Changes that move a shift to a cell and a start; its length stays. */
export function moveChanges(judgement: Judgement, shift: Shift, to: Cell, from: number): Change[] {
  const start = Math.min(Math.max(from, 0), DAY - 1);
  return placeChanges(judgement, shift, to, { from: start, to: start + shift.to - shift.from });
}

/**
 * Changes that put a shift into a cell with other times. Empty where nothing would change, or where it would
 * have no length or last over a day.
 */
export function placeChanges(
  judgement: Judgement,
  shift: Shift,
  cell: Cell,
  { from, to }: { readonly from: number; readonly to: number },
): Change[] {
  if (to <= from || to - from > DAY || from < 0 || from >= DAY) return [];
  const person = personOf(judgement, cell.row)?.id ?? null;
  const date = judgement.plan.from + cell.day;
  const same = from === shift.from && to === shift.to;
  if (same && person === shift.person && date === shift.date) return [];
  const times = same ? { from, to } : withTimes(shift, { from, to });
  return [{ do: 'set', id: shift.id, shift: { person, date, ...times } }];
}

/**
 * Changes as they are kept: a shift of a pattern that somebody changes is changed by hand from then on, unless the
 * change says so itself.
 */
export function byHand({ plan }: Judgement, changes: readonly Change[]): Change[] {
  return changes.map((change) => {
    if (change.do !== 'set') return change;
    const shift = plan.shifts.find((one) => one.id === change.id);
    const pattern = shift?.detail?.pattern;
    if (!shift || !pattern || pattern.overridden || !FOLLOWED.some((field) => field in change.shift))
      return change;
    const said = change.shift.detail?.pattern;
    if (said !== undefined && JSON.stringify(said) !== JSON.stringify(pattern)) return change;
    const detail = { ...shift.detail!, ...change.shift.detail, pattern: { ...pattern, overridden: true } };
    return { ...change, shift: { ...change.shift, detail } };
  });
}

/** The fields in which a shift of a pattern follows it. */
const FOLLOWED = ['person', 'role', 'date', 'from', 'to', 'break', 'label', 'note', 'detail'] as const;
