import type { PlanShift } from '../checks/shared/check';
import type { Judgement, PersonState } from '../consequences/judge';
import type { Person, Shift } from '../plan/types';
import { type NeedsRow, cellOf, parseNeedsRow } from './needs-rows';

/** Names a row of the canvas, whatever stands above or below it: a person, the open shifts, a role, or a need. */
export type RowId = `person:${string}` | typeof OPEN_ROW | NeedsRow['id'];

/** The row of open shifts. */
export const OPEN_ROW = 'open';

/** A row of the canvas and a day, counted from the plan's first. */
export interface Cell {
  readonly row: RowId;
  readonly day: number;
}

/** Cells between two corners, both included; top and bottom count the rows in the order shown. */
export interface Range {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** The row of a person; null: that of the open shifts. */
export function rowOf(person: string | null): RowId {
  return person === null ? OPEN_ROW : `person:${person}`;
}

/** The id of the person a row is of; null for every other row. */
export function personIdOf(row: RowId): string | null {
  return row.startsWith('person:') ? row.slice('person:'.length) : null;
}

/** What is known of a person, or of the open shifts; null for other rows, and where the person is not there. */
export function stateOf({ people, indexOf }: Judgement, row: RowId): PersonState | null {
  if (row === OPEN_ROW) return people[people.length - 1];
  const index = indexOf.get(personIdOf(row) ?? '');
  return index === undefined ? null : people[index];
}

/** The person of a row; null where it is not a person's. */
export function personOf(judgement: Judgement, row: RowId): Person | null {
  return stateOf(judgement, row)?.view.person ?? null;
}

/** What is known of the shifts of a cell, by start: of a person, open ones, or whoever fills a role or need. */
export function placedIn(judgement: Judgement, { row, day }: Cell): PlanShift[] {
  const needed = parseNeedsRow(row);
  if (needed) return cellOf(judgement, needed, day).shifts.map(({ shift }) => shift);
  const date = judgement.plan.from + day;
  return stateOf(judgement, row)?.view.shifts.filter((shift) => shift.date === date) ?? [];
}

/** The shifts that start in a cell, by start. */
export function shiftsIn(judgement: Judgement, cell: Cell): Shift[] {
  return placedIn(judgement, cell).map((shift) => shift.planShift!);
}

/** The range between two cells, rows being found in `positionOf`. */
export function rangeOf(a: Cell, b: Cell | null, positionOf: (row: RowId) => number): Range {
  const other = b ?? a;
  const [one, two] = [positionOf(a.row), positionOf(other.row)];
  return {
    top: Math.min(one, two),
    bottom: Math.max(one, two),
    left: Math.min(a.day, other.day),
    right: Math.max(a.day, other.day),
  };
}
