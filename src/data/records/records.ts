import { anewId } from '@/core/leave/ledger';
import { type Insertable, type RawBuilder, type Selectable, sql } from 'kysely';
import { groupedBy } from '@/core/grouped';
import { type Problem, fail } from '@/core/plan/problem';
import type { Database } from '../database';
import type { Schema } from '../schema';
import { amongTexts, linesInText } from './lines';

/**
 * Tables that commands write row by row, with the columns that name a row. A command is kept as the rows it
 * changed, each as it was and as it is, so that it can be shown, explained and taken back.
 */
const KEYS = {
  site: ['id'],
  site_hours: ['site_id', 'since', 'weekday', 'from_minute', 'to_minute'],
  site_date: ['site_id', 'date', 'from_minute', 'to_minute'],
  site_budget: ['site_id', 'since'],
  area: ['id'],
  role: ['id'],
  site_role: ['site_id', 'role_id'],
  holiday: ['id'],
  need_set: ['id'],
  need_date: ['site_id', 'date'],
  need: ['id'],
  custom_field: ['id'],
  person: ['id'],
  person_site: ['person_id', 'site_id'],
  person_role: ['person_id', 'role_id'],
  person_pay: ['id'],
  person_field: ['person_id', 'field_id'],
  availability: ['id'],
  availability_block: ['availability_id', 'weekday', 'from_minute', 'to_minute', 'kind'],
  leave: ['id'],
  leave_type: ['id'],
  leave_exception: ['id'],
  person_contract: ['person_id', 'since'],
  leave_request: ['id'],
  leave_event: ['id'],
  shift_request: ['id'],
  shift_request_event: ['id'],
  alternative: ['id'],
  punch: ['id'],
  clock_device: ['id'],
  typed_hours: ['id'],
  timesheet_step: ['id'],
  payroll_export: ['id'],
  punch_request: ['id'],
  work_activity: ['id'],
  call_round: ['id'],
  call_asked: ['round_id', 'person_id'],
  leave_entry: ['id'],
  leave_grant: ['id'],
  leave_limit: ['id'],
  leave_closed: ['id'],
  customer: ['id'],
  place: ['id'],
  service: ['id'],
  crew: ['id'],
  crew_member: ['id'],
  crew_date: ['crew_id', 'date'],
  job_round: ['id'],
  job: ['id'],
  visit: ['id'],
  published_visit: ['id'],
  job_material: ['id'],
  job_note: ['id'],
  shift: ['id'],
  published_shift: ['id'],
  publication: ['id'],
  setting: ['name'],
  station: ['id'],
  shift_template: ['id'],
  week_template: ['id'],
  pattern: ['id'],
  pattern_exception: ['pattern_id', 'key'],
  daybook: ['site_id', 'date'],
  user: ['id'],
  account_grant: ['id'],
  invitation: ['id'],
  news: ['id'],
  outbox: ['id'],
  told_wish: ['person_id'],
  task_tick: ['shift_id', 'task'],
  availability_proposal: ['id'],
  wish: ['person_id', 'date'],
  calendar_feed: ['owner'],
} as const satisfies Record<string, readonly string[]>;

/** The tables in which the records of a business stand. */
export const RECORD_TABLES = Object.keys(KEYS) as (keyof typeof KEYS)[];

/** Columns that only the database counts. */
const COUNTED = { site_date: ['id'], site: ['version'] } as const;

export type TableName = keyof typeof KEYS;
export type Value = string | number | null;

/** A row of whatever table. */
export type Row = Readonly<Record<string, Value>>;

type CountedColumn<T> = T extends keyof typeof COUNTED ? (typeof COUNTED)[T][number] : never;

/** A row of a table as it is read, without what only the database counts. */
export type RowOf<T extends TableName> = T extends TableName
  ? Readonly<Omit<Selectable<Schema[T]>, CountedColumn<T>>>
  : never;

/** A row of a table as it is to be: what the table has a value for by itself may be left out. */
export type NewRow<T extends TableName> = Readonly<
  Omit<Insertable<Schema[T]>, CountedColumn<T>> & Partial<RowOf<T>>
>;

/** One row before and after a command; null: it was not there, or is no more. */
export interface RowChange {
  readonly table: TableName;
  readonly before: Row | null;
  readonly after: Row | null;
}

/** The rows of a table in which every given column has the given value. */
export async function loadRows<T extends TableName>(
  db: Database,
  table: T,
  where: Partial<RowOf<T>>,
): Promise<RowOf<T>[]> {
  const { rows } = await sql<Row>`select * from ${sql.table(table)} where ${matching(where as Row)}`.execute(
    db,
  );
  return rows.map((row) => publicColumns(table, row));
}

/** The same for a table that is only known as it runs. */
function loadAny(db: Database, table: TableName, where: Row): Promise<Row[]> {
  return loadRows(db, table, where as never);
}

/** The rows of a table whose column has one of some values. */
export async function loadRowsOf<T extends TableName>(
  db: Database,
  table: T,
  column: keyof RowOf<T> & string,
  values: readonly string[],
): Promise<RowOf<T>[]> {
  const { rows } =
    await sql<Row>`select * from ${sql.table(table)} where ${sql.ref(column)} in ${amongTexts(values)}`.execute(
      db,
    );
  return rows.map((row) => publicColumns(table, row));
}

/** Those of some changes that do not find the rows as they were when they were made. */
export async function misfits(db: Database, changes: readonly RowChange[]): Promise<RowChange[]> {
  const found: RowChange[] = [];
  for (const change of changes) {
    const [now] = await loadAny(db, change.table, keyWhere(change.table, (change.before ?? change.after)!));
    if (change.before ? !fits(change, now) : now !== undefined) found.push(change);
  }
  return found;
}

/** A row that goes has to be as it was; of one that changes only what changes has to. */
function fits(change: RowChange, now: Row | undefined): boolean {
  const { before, after } = change;
  if (!now || !before) return false;
  if (!after) return isSameRow(now, before);
  return changedColumns(change).every((column) => (now[column] ?? null) === (before[column] ?? null));
}

/** What has to change so that `before` becomes `after`. Rows that stay as they are do not appear. */
export function rowChanges<T extends TableName>(
  table: T,
  before: readonly RowOf<T>[],
  after: readonly NewRow<T>[],
): RowChange[] {
  const old = new Map((before as readonly Row[]).map((row) => [keyOf(table, row), row]));
  const changes: RowChange[] = [];
  for (const row of after as readonly Row[]) {
    const key = keyOf(table, row);
    const was = old.get(key) ?? null;
    old.delete(key);
    const now = was ? { ...was, ...row } : row;
    if (!was || !isSameRow(was, now)) changes.push({ table, before: was, after: now });
  }
  for (const row of old.values()) changes.push({ table, before: row, after: null });
  return changes;
}

/** Rows by the table they are of. */
export type RowsByTable = { readonly [T in TableName]?: readonly object[] };

/**
 * Rows by table as they are after changes, which were made on them; columns that only the database counts stay as they
 * were, and changes of other tables are left out. Nothing is written.
 */
export function withChanges<Rows extends RowsByTable>(rows: Rows, changes: readonly RowChange[]): Rows {
  const next: Partial<Record<TableName, readonly object[]>> = { ...rows };
  for (const [table, mine] of groupedBy(changes, ({ table }) => table)) {
    const before = rows[table];
    if (before) next[table] = applied(table, before as readonly Row[], mine);
  }
  return next as Rows;
}

function applied(table: TableName, rows: readonly Row[], changes: readonly RowChange[]): Row[] {
  const after = new Map(rows.map((row) => [keyOf(table, row), row]));
  for (const change of changes) {
    const was = change.before && after.get(keyOf(table, change.before));
    if (change.before) after.delete(keyOf(table, change.before));
    if (change.after) after.set(keyOf(table, change.after), { ...was, ...change.after });
  }
  return [...after.values()];
}

/** The changes that take these back, the last first. Entries of a ledger stay, and others take them back. */
export function inverseOf(changes: readonly RowChange[]): RowChange[] {
  return changes
    .map(({ table, before, after }) =>
      table === 'leave_entry' && after && !before
        ? { table, before: null, after: reversalOf(after) }
        : { table, before: after, after: before },
    )
    .reverse();
}

/** What takes an entry of a ledger back; of one that takes another back, what makes that anew. */
function reversalOf(entry: Row): Row {
  const isReversal = entry.reverses !== null;
  return {
    ...entry,
    id: isReversal ? anewId(String(entry.id)) : `${entry.id} reversed`,
    amount: -Number(entry.amount),
    key: null,
    reverses: isReversal ? null : entry.id,
  };
}

/**
 * Writes changes; to be called in a transaction. A row that is no longer as it was when the change was made is
 * not overwritten: the answer says so, and the transaction has to be given up.
 */
export async function applyRowChanges(
  db: Database,
  changes: readonly RowChange[],
): Promise<{ ok: false; problem: Problem } | null> {
  await sql`pragma defer_foreign_keys = on`.execute(db);
  const fresh: RowChange[] = [];
  for (const change of changes) {
    const { table, before, after } = change;
    if (!before) {
      fresh.push(change);
      continue;
    }
    const key = keyWhere(table, before);
    const [now] = await loadAny(db, table, key);
    if (!fits(change, now))
      return fail('changed-meanwhile', 'this was changed elsewhere in the meantime', table);
    if (!after) await sql`delete from ${sql.table(table)} where ${matching(key)}`.execute(db);
    else {
      const columns = changedColumns(change);
      const sets = columns.map((column) => sql`${sql.ref(column)} = ${after[column]}`);
      if (sets.length > 0)
        await sql`update ${sql.table(table)} set ${sql.join(sets)} where ${matching(key)}`.execute(db);
    }
  }
  return insertRows(db, fresh);
}

function changedColumns({ before, after }: RowChange): string[] {
  return Object.keys(after ?? {}).filter((column) => after![column] !== before?.[column]);
}

/** The columns that name a row of a table. */
export function keyColumns(table: TableName): readonly string[] {
  return KEYS[table];
}

async function insertRows(
  db: Database,
  changes: readonly RowChange[],
): Promise<{ ok: false; problem: Problem } | null> {
  const groups = new Map<string, { table: TableName; columns: string[]; rows: Row[] }>();
  for (const { table, after } of changes) {
    if (!after) continue;
    const columns = Object.keys(after);
    const name = `${table} ${columns.join()}`;
    const group = groups.get(name) ?? { table, columns, rows: [] };
    group.rows.push(after);
    groups.set(name, group);
  }
  for (const { table, columns, rows } of groups.values()) {
    const { from, at } = linesInText(rows.map((row) => columns.map((column) => row[column])));
    const into = sql.join(columns.map((column) => sql.ref(column)));
    const values = sql.join(columns.map((_, i) => at(i)));
    try {
      await sql`insert into ${sql.table(table)} (${into}) select ${values} from ${from}`.execute(db);
    } catch (error) {
      if (/UNIQUE|PRIMARY/i.test((error as Error).message))
        return fail('changed-meanwhile', 'this was made elsewhere in the meantime', table);
      throw error;
    }
  }
  return null;
}

/** A row as the database hands it over, as one of its table. */
function publicColumns<T extends TableName>(table: T, row: Row): RowOf<T> {
  const counted: readonly string[] = table in COUNTED ? COUNTED[table as keyof typeof COUNTED] : [];
  const plain: Record<string, Value> = {};
  for (const [column, value] of Object.entries(row))
    if (!counted.includes(column)) plain[column] = typeof value === 'bigint' ? Number(value) : value;
  return plain as RowOf<T>;
}

function keyWhere(table: TableName, row: Row): Record<string, Value> {
  return Object.fromEntries(KEYS[table].map((column) => [column, row[column] ?? null]));
}

function keyOf(table: TableName, row: Row): string {
  return JSON.stringify(KEYS[table].map((column) => row[column] ?? null));
}

/** Whether two rows say the same; a column that is not there is null. */
export function isSameRow(a: Row, b: Row): boolean {
  const columns = new Set([...Object.keys(a), ...Object.keys(b)]);
  for (const column of columns) if ((a[column] ?? null) !== (b[column] ?? null)) return false;
  return true;
}

function matching(where: Readonly<Record<string, Value>>): RawBuilder<unknown> {
  const parts = Object.entries(where).map(([column, value]) => sql`${sql.ref(column)} is ${value}`);
  return parts.length > 0 ? sql.join(parts, sql` and `) : sql`true`;
}
