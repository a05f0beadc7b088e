import JSZip from 'jszip';
import { sql } from 'kysely';
import { type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { RECORD_TABLES, loadRows } from '@/data/records/records';
import { formatCsv } from '@/formats/table/csv';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';

/** Of the tables of records those that hold what lets somebody in, and no record of anybody. */
const LEFT_OUT: readonly string[] = ['invitation', 'calendar_feed', 'setting'];
const TABLES = [...RECORD_TABLES, 'sign_in_event', 'erased_person'].filter(
  (name) => !LEFT_OUT.includes(name),
);

/** Columns of the others that let somebody in. */
const SECRET_COLUMNS = new Set(['token', 'code_hash', 'token_hash', 'password']);

/** Everything of the organisation as a zip of CSV files, a file a table, as it is stored. For its owner. */
export async function exportAll(db: Database, actor: Actor): Promise<Result<{ zip: Uint8Array }>> {
  const refused = checkAccess(actor, 'records.export', null);
  if (refused) return refused;
  const zip = new JSZip();
  for (const table of TABLES) {
    const { rows } = await sql<Row>`select * from ${sql.table(table)}`.execute(db);
    zip.file(`${table}.csv`, csvOf(await columnsOf(db, table), rows));
  }
  zip.file('log.csv', await logOf(db, null));
  return { ok: true, zip: await zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' }) };
}

/** Everything on record of one person as a zip of CSV files: what they may ask for. For the owner to hand over. */
export async function exportPerson(
  db: Database,
  actor: Actor,
  person: string,
): Promise<Result<{ zip: Uint8Array; name: string }>> {
  const refused = checkAccess(actor, 'records.export', null);
  if (refused) return refused;
  const [row] = await loadRows(db, 'person', { id: person });
  if (!row) return fail('unknown', 'there is no such person', 'person');
  const zip = new JSZip();
  for (const table of TABLES) {
    const columns = await columnsOf(db, table);
    const column = table === 'person' ? 'id' : 'person_id';
    if (!columns.includes(column)) continue;
    const { rows } = await sql<Row>`
      select * from ${sql.table(table)} where ${sql.ref(column)} = ${person}`.execute(db);
    if (rows.length > 0) zip.file(`${table}.csv`, csvOf(columns, rows));
  }
  const { rows: blocks } = await sql<Row>`
    select availability_block.* from availability_block
    join availability on availability.id = availability_id where person_id = ${person}`.execute(db);
  zip.file('availability_block.csv', csvOf(await columnsOf(db, 'availability_block'), blocks));
  const { rows: trails } = await sql<Row>`
    select leave_event.* from leave_event
    join leave_request on leave_request.id = request_id where person_id = ${person}`.execute(db);
  if (trails.length > 0) zip.file('leave_event.csv', csvOf(await columnsOf(db, 'leave_event'), trails));
  const { rows: signIns } = await sql<Row>`
    select sign_in_event.* from sign_in_event
    join "user" on "user".id = user_id where person_id = ${person}`.execute(db);
  if (signIns.length > 0) zip.file('sign_in_event.csv', csvOf(await columnsOf(db, 'sign_in_event'), signIns));
  zip.file('log.csv', await logOf(db, person));
  return {
    ok: true,
    zip: await zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' }),
    name: row.name,
  };
}

type Row = Readonly<Record<string, unknown>>;

async function columnsOf(db: Database, table: string): Promise<string[]> {
  const { rows } = await sql<{ name: string }>`select name from pragma_table_info(${table})`.execute(db);
  return rows.map(({ name }) => name).filter((name) => !SECRET_COLUMNS.has(name));
}

function csvOf(columns: readonly string[], rows: readonly Row[]): string {
  const textOf = (value: unknown) => (value === null || value === undefined ? '' : String(value));
  return formatCsv([columns, ...rows.map((row) => columns.map((column) => textOf(row[column])))]);
}

/** What was done, when and by whom; of one person, or (null) all of it. */
async function logOf(db: Database, person: string | null): Promise<string> {
  const rows = await db
    .selectFrom('activity')
    .select(['activity.at', 'activity.actor', 'activity.kind', 'activity.title'])
    .$if(person !== null, (query) =>
      query.where('activity.seq', 'in', (subjects) =>
        subjects
          .selectFrom('activity_subject')
          .select('activity_subject.seq')
          .where('activity_subject.kind', '=', 'person')
          .where('activity_subject.id', '=', person!),
      ),
    )
    .orderBy('activity.seq')
    .execute();
  return csvOf(['at', 'actor', 'kind', 'title'], rows);
}
