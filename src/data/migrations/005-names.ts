import { sql } from 'kysely';
import { pack, unpack } from '../activity/packing';
import type { Database } from '../database';

/** Tables, columns and kinds of commands under the names they have in the program. */
export const names: readonly string[] = [
  'alter table left_out rename to pattern_exception',
  'alter table known_head rename to import_column_alias',
  'alter table field rename to custom_field',
  'alter table person rename column team to groups',
  `update activity set kind = case kind
    when 'people.change' then 'people.updateMany'
    when 'person.save' then 'person.update'
    when 'week-template.keep' then 'week-template.save'
    when 'week-template.drop' then 'week-template.delete'
    else kind end
  where kind in ('people.change', 'person.save', 'week-template.keep', 'week-template.drop')`,
];

const TABLES: Readonly<Record<string, string>> = { left_out: 'pattern_exception', field: 'custom_field' };

/** Columns that hold shifts, or what is said of one, as JSON. */
const COLUMNS = {
  shift: ['detail'],
  published_shift: ['detail'],
  shift_template: ['form'],
  week_template: ['shifts'],
  pattern: ['content'],
} as const;

/** So many rows are read at once. */
const AT_ONCE = 500;

/**
 * What is stored as JSON with the names of today: in shifts, templates and patterns, and in the log of what was done
 * to them. `onProgress` hears the share that is done, from 0 to 1.
 */
export async function renameStored(db: Database, onProgress: (share: number) => void): Promise<void> {
  for (const [table, columns] of Object.entries(COLUMNS))
    for (const column of columns) await renameColumn(db, table, column);
  const { rows } = await sql<{ last: number | null }>`select max(seq) as last from activity`.execute(db);
  const last = Number(rows[0].last ?? 0);
  for (let seq = 0; seq < last; seq += AT_ONCE) {
    await renameActivities(db, seq, seq + AT_ONCE);
    onProgress(Math.min(1, (seq + AT_ONCE) / last));
  }
}

async function renameColumn(db: Database, table: string, column: string): Promise<void> {
  const [of, field] = [sql.table(table), sql.ref(column)];
  let after = 0;
  for (;;) {
    const { rows } = await sql<{ rowid: number; text: string }>`
      select rowid, ${field} as text from ${of}
      where rowid > ${after} and ${field} is not null order by rowid limit ${AT_ONCE}
    `.execute(db);
    for (const { rowid, text } of rows) {
      const now = renamedText(text);
      if (now !== text) await sql`update ${of} set ${field} = ${now} where rowid = ${rowid}`.execute(db);
    }
    if (rows.length < AT_ONCE) return;
    after = Number(rows.at(-1)!.rowid);
  }
}

async function renameActivities(db: Database, from: number, to: number): Promise<void> {
  const rows = await db
    .selectFrom('activity')
    .select(['seq', 'payload', 'inverse'])
    .where('seq', '>', from)
    .where('seq', '<=', to)
    .execute();
  for (const { seq, payload, inverse } of rows) {
    const stored = unpack<Payload>(payload);
    const undone = inverse === null ? null : unpack<Inverse>(inverse);
    const next = {
      rows: stored.rows.map(({ table, after }) => ({
        table: TABLES[table] ?? table,
        after: renamedRow(table, after),
      })),
      shifts: renamed(stored.shifts),
    };
    const nextUndone = undone && {
      rows: undone.rows.map((row, i) => renamedRow(stored.rows[i].table, row)),
      shifts: renamed(undone.shifts),
    };
    if (JSON.stringify([next, nextUndone]) === JSON.stringify([stored, undone])) continue;
    await db
      .updateTable('activity')
      .set({ payload: await pack(next), inverse: nextUndone && (await pack(nextUndone)) })
      .where('seq', '=', seq)
      .execute();
  }
}

type OldRow = Readonly<Record<string, unknown>> | null;
interface Payload {
  readonly rows: readonly { readonly table: string; readonly after: OldRow }[];
  readonly shifts: unknown;
}
interface Inverse {
  readonly rows: readonly OldRow[];
  readonly shifts: unknown;
}

function renamedRow(table: string, row: OldRow): OldRow {
  if (!row) return row;
  const columns: readonly string[] = table in COLUMNS ? COLUMNS[table as keyof typeof COLUMNS] : [];
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => [
      table === 'person' && column === 'team' ? 'groups' : column,
      columns.includes(column) && typeof value === 'string' ? renamedText(value) : value,
    ]),
  );
}

function renamedText(text: string): string {
  return JSON.stringify(renamed(JSON.parse(text)));
}

/** A value in which what is said of shifts and patterns has the names of today. */
function renamed(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(renamed);
  if (typeof value !== 'object' || value === null) return value;
  const isOccurrence = 'key' in value && 'on' in value;
  return Object.fromEntries(
    Object.entries(value).map(([name, part]) => {
      const known = NAMES[name] ?? (isOccurrence ? OF_OCCURRENCE[name] : undefined);
      return [known ?? name, renamed(part)];
    }),
  );
}

const NAMES: Readonly<Record<string, string>> = { once: 'oneOff', stops: 'endings' };
const OF_OCCURRENCE: Readonly<Record<string, string>> = { on: 'originalDate', own: 'overridden' };
