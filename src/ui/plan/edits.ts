import type { Judgement } from '@/core/consequences/judge';
import type { Change } from '@/core/plan/change';
import type { Person, Shift } from '@/core/plan/types';
import type { TypedShift } from '@/core/time/read-shifts';
import { DAY } from '@/core/time/span';
import { newId } from '../kit/new-id';

/** A cell of the canvas: a row (a person, or past the last one the open shifts) and a day of the plan. */
export interface Cell {
  readonly row: number;
  readonly day: number;
}

/** Cells between two corners, both included. */
export interface Range {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

export function rangeOf(a: Cell, b: Cell | null): Range {
  const other = b ?? a;
  return {
    top: Math.min(a.row, other.row),
    bottom: Math.max(a.row, other.row),
    left: Math.min(a.day, other.day),
    right: Math.max(a.day, other.day),
  };
}

export function cellsOf(range: Range): Cell[] {
  const cells: Cell[] = [];
  for (let row = range.top; row <= range.bottom; row++)
    for (let day = range.left; day <= range.right; day++) cells.push({ row, day });
  return cells;
}

/** The shifts that start in a cell, by start. */
export function shiftsIn({ plan, people }: Judgement, { row, day }: Cell): Shift[] {
  return people[row].view.own.filter((shift) => shift.date === plan.from + day).map((shift) => shift.own!);
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
    const { from, to } = wanted;
    const role = wanted.role ?? old?.role ?? there[0]?.role ?? usualRole(judgement, cell);
    if (!old) changes.push({ do: 'add', shift: newShift(judgement, cell, { from, to }, role) });
    else if (old.from !== from || old.to !== to || old.role !== role)
      changes.push({ do: 'set', id: old.id, shift: { from, to, role, ...keptBreak(old, from, to) } });
  });
  for (const old of there.slice(typed.length)) changes.push({ do: 'remove', id: old.id });
  return changes;
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
      shift: { ...shift, id: newId(), person, date, fixed: false },
    })),
  ];
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
  const pause = shift.break;
  const moved = to - from === shift.to - shift.from && pause !== null && pause.at !== null;
  const rest = moved
    ? { break: { ...pause, at: pause.at! + from - shift.from } }
    : keptBreak(shift, from, to);
  return [{ do: 'set', id: shift.id, shift: { person, date, from, to, ...rest } }];
}

/** A break fixed in time that new times leave outside is kept in length only. */
function keptBreak(shift: Shift, from: number, to: number): Pick<Shift, 'break'> | object {
  const pause = shift.break;
  if (!pause || pause.at === null) return {};
  return pause.at >= from && pause.at + pause.minutes <= to ? {} : { break: { ...pause, at: null } };
}
