import type { Change } from '@/core/plan/change';
import { withoutPreconditions } from '@/core/plan/preconditions';
import type { Shift } from '@/core/plan/types';
import { type Row, type RowChange, type TableName, keyColumns } from '../records/records';
import type { RecordedChanges } from './activity-store';

/** What an activity did, as it is stored for good. */
export interface StoredPayload {
  readonly rows: readonly { readonly table: TableName; readonly after: Row | null }[];
  readonly shifts: readonly { readonly site: string; readonly changes: readonly Change[] }[];
}

/**
 * What it takes to undo it, kept for the undo window: rows as they were, and for each change of a shift what takes
 * it back. Null for one that was added: to take it away again nothing more need be known.
 */
export interface StoredInverse {
  readonly rows: readonly (Row | null)[];
  readonly shifts: readonly (readonly (Change | null)[])[];
}

/** Tables with so many columns that only those which changed are kept of a row. */
const WIDE: ReadonlySet<TableName> = new Set<TableName>(['site', 'person', 'shift']);

/** The two parts in which deeds are stored. */
export function splitParts({ rows, shifts }: RecordedChanges): {
  payload: StoredPayload;
  inverse: StoredInverse;
} {
  const compact = rows.map(compactRow);
  return {
    payload: {
      rows: compact.map(({ table, after }) => ({ table, after })),
      shifts: shifts.map(({ site, changes }) => ({ site, changes: withoutPreconditions(changes) })),
    },
    inverse: {
      rows: compact.map(({ before }) => before),
      shifts: shifts.map(({ inverse }) =>
        withoutPreconditions(inverse).map((change) => (change.do === 'remove' ? null : change)),
      ),
    },
  };
}

/**
 * Deeds from their two parts; without the second nothing tells how it was before. What takes changes of shifts back
 * knows the values that they left, so that it does not undo what came later.
 */
export function joinParts(payload: StoredPayload, inverse: StoredInverse | null): RecordedChanges {
  return {
    rows: payload.rows.map(({ table, after }, i) => ({ table, after, before: inverse?.rows[i] ?? null })),
    shifts: payload.shifts.map(({ site, changes }, i) => ({
      site,
      changes,
      inverse: inverse ? inverseOf(changes, inverse.shifts[i]) : [],
    })),
  };
}

function compactRow(change: RowChange): RowChange {
  const { table, before, after } = change;
  if (!before || !after || !WIDE.has(table)) return change;
  const keys: readonly string[] = keyColumns(table);
  const columns = Object.keys(after).filter(
    (column) => keys.includes(column) || before[column] !== after[column],
  );
  const part = (row: Row): Row => Object.fromEntries(columns.map((column) => [column, row[column] ?? null]));
  return { table, before: part(before), after: part(after) };
}

/** The last change is taken back first, so the stored list stands in the other order. */
function inverseOf(changes: readonly Change[], stored: readonly (Change | null)[]): Change[] {
  const left = new Map<string, Shift>();
  const made = changes.map((change): Change | null => {
    if (change.do === 'add') left.set(change.shift.id, change.shift);
    else if (change.do === 'set') {
      const known = left.get(change.id);
      if (known) left.set(change.id, { ...known, ...change.shift });
    }
    return change;
  });
  return stored.map((back, i): Change => {
    const change = made[changes.length - 1 - i]!;
    if (back === null && change.do === 'add')
      return { do: 'remove', id: change.shift.id, was: left.get(change.shift.id) };
    if (back?.do === 'set' && change.do === 'set') return { ...back, was: change.shift };
    if (back) return back;
    throw new TypeError('an activity is kept without what takes it back');
  });
}
