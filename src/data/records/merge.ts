import { groupedBy } from '@/core/grouped';
import { DEFAULT_RULES } from '@/core/plan/types';
import { type Row, type RowChange, type TableName, type Value, isSameRow, keyColumns } from './records';

/** A value that two people changed differently. Null in place of a row: it is not there. */
export interface RowConflict {
  readonly table: TableName;
  /** null: the row, or the rows of this place, as a whole. */
  readonly column: string | null;
  readonly theirs: readonly Row[];
  readonly mine: readonly Row[];
}

/** Which side counts where both changed the same. */
export type Preference = 'mine' | 'theirs';

/** Tables whose rows say something only together: the rows of one place are one thing. */
const PLACES: Partial<Record<TableName, readonly string[]>> = {
  site_hours: ['site_id', 'since', 'weekday'],
  site_date: ['site_id', 'date'],
  availability_block: ['availability_id', 'weekday'],
  need: ['set_id', 'role_id', 'weekday'],
  person_pay: ['person_id', 'role_id', 'since'],
};

/** Columns that only say in which order rows stand. */
const ORDER = new Set(['position']);

/**
 * Merges what one person made of a form with what others made meanwhile. `mine` turns the rows as they are into
 * those of the form, `opened` into those that the form was opened on. What only one side changed stands; where both
 * changed the same differently, `prefer` decides, and without it that is a conflict.
 */
export function mergeRows(
  mine: readonly RowChange[],
  opened: readonly RowChange[],
  prefer?: Preference,
): { rows: RowChange[]; conflicts: RowConflict[] } {
  const theirs = groupedBy(opened, placeOf);
  const rows: RowChange[] = [];
  const conflicts: RowConflict[] = [];
  for (const [place, changes] of groupedBy(mine, placeOf)) {
    const others = theirs.get(place);
    if (!others) rows.push(...changes);
    else if (PLACES[changes[0].table]) mergePlace(changes, others, prefer, rows, conflicts);
    else mergeRow(changes[0], others[0], prefer, rows, conflicts);
  }
  return { rows, conflicts };
}

/** Names the place a change is at: the row, or all rows of what is said as a whole. */
function placeOf(change: RowChange): string {
  const row = (change.after ?? change.before)!;
  const columns = PLACES[change.table] ?? keyColumns(change.table);
  return JSON.stringify([change.table, ...columns.map((column) => row[column] ?? null)]);
}

/** All rows of one place at once: both sides say them in full. */
function mergePlace(
  mine: readonly RowChange[],
  opened: readonly RowChange[],
  prefer: Preference | undefined,
  rows: RowChange[],
  conflicts: RowConflict[],
): void {
  const isSame =
    sayings(mine.map((change) => change.after)) === sayings(opened.map((change) => change.after));
  const goSame =
    sayings(mine.map((change) => change.before)) === sayings(opened.map((change) => change.before));
  // The form says what it was opened on: then what others made of it stands.
  if (isSame && goSame) return;
  if (prefer === 'mine') rows.push(...mine);
  else if (prefer === undefined)
    conflicts.push({
      table: mine[0].table,
      column: null,
      theirs: mine.flatMap((change) => (change.before ? [change.before] : [])),
      mine: mine.flatMap((change) => (change.after ? [change.after] : [])),
    });
}

/** What rows say, without the ids that were made for them. */
function sayings(rows: readonly (Row | null)[]): string {
  return rows
    .flatMap((row) =>
      row ? [JSON.stringify({ ...row, id: null, position: null }, Object.keys(row).sort())] : [],
    )
    .sort()
    .join();
}

function mergeRow(
  { table, before: now, after: mine }: RowChange,
  { after: opened }: RowChange,
  prefer: Preference | undefined,
  rows: RowChange[],
  conflicts: RowConflict[],
): void {
  if (mine && opened && isSameRow(mine, opened)) return;
  if (!mine && !opened) return;
  if (!mine || !opened || !now) {
    // Gone on one side and changed on the other.
    if (prefer === 'mine') rows.push({ table, before: now, after: mine });
    else if (prefer === undefined)
      conflicts.push({ table, column: null, theirs: now ? [now] : [], mine: mine ? [mine] : [] });
    return;
  }
  const merged: Record<string, Value> = { ...now };
  for (const column of Object.keys(mine)) {
    const [is, was, wanted] = [now[column] ?? null, opened[column] ?? null, mine[column] ?? null];
    if (wanted === was || wanted === is) continue;
    if (is === was || ORDER.has(column)) {
      merged[column] = wanted;
      continue;
    }
    const parts = mergedParts([is, was, wanted], column === 'rules' ? DEFAULT_RULES : {}, prefer);
    if (parts !== null) merged[column] = parts;
    else if (prefer === 'mine') merged[column] = wanted;
    else if (prefer === undefined) conflicts.push({ table, column, theirs: [now], mine: [mine] });
  }
  if (!isSameRow(merged, now)) rows.push({ table, before: now, after: merged });
}

/**
 * Columns that hold several things by name, such as the rules of a site, are merged thing by thing; what one does not
 * name has its default. Null: in conflict.
 */
function mergedParts(
  sides: readonly Value[],
  defaults: object,
  prefer: Preference | undefined,
): string | null {
  const [is, was, wanted] = sides.map(partsOf);
  if (!is || !was || !wanted) return null;
  const merged: Record<string, unknown> = { ...is };
  for (const name of new Set([...Object.keys(was), ...Object.keys(wanted)])) {
    const [a, b, c] = [is, was, wanted].map((side) =>
      JSON.stringify({ ...defaults, ...side }[name as keyof object]),
    );
    if (c === b || c === a) continue;
    if (a !== b && prefer === undefined) return null;
    if (a !== b && prefer === 'theirs') continue;
    if (c === undefined) delete merged[name];
    else merged[name] = wanted[name];
  }
  return JSON.stringify(merged);
}

function partsOf(value: Value): Record<string, unknown> | null {
  if (typeof value !== 'string' || !value.startsWith('{')) return null;
  try {
    return JSON.parse(value) as Record<string, unknown>;
  } catch {
    return null;
  }
}
