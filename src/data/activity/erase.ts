import type { Database } from '../database';
import type { Row, TableName } from '../records/records';
import type { StoredInverse, StoredPayload } from './parts';
import { pack, unpack } from './packing';

/** Columns that tell of a person; what only says how they are planned stays. */
const PERSONAL: Partial<Record<TableName, readonly string[]>> = {
  person: ['name', 'number', 'email', 'phone', 'notes', 'birth_date'],
  person_field: ['value'],
  availability: ['comment'],
  leave_request: ['note'],
  shift_request: ['note'],
  // What was said with a step: whose it is stands with the request.
  shift_request_event: ['words'],
  leave_entry: ['note'],
  punch: ['note'],
  job_note: ['note'],
  typed_hours: ['note'],
  timesheet_step: ['content'],
  punch_request: ['reason', 'answer'],
  leave_exception: ['note'],
  // What somebody said of their leave, and what was answered: whose it is stands with the request.
  leave_event: ['reason'],
};

/**
 * Takes personal values of one person out of everything that was done: the log still says when, by whom and to whom
 * by id something was done. `name`: as it stands in titles. Returns how many activities were changed.
 */
export async function erasePerson(db: Database, person: string, name: string): Promise<number> {
  const rows = await db
    .selectFrom('activity_subject')
    .innerJoin('activity', 'activity.seq', 'activity_subject.seq')
    .where('activity_subject.kind', '=', 'person')
    .where('activity_subject.id', '=', person)
    .select(['activity.seq', 'activity.title', 'activity.payload', 'activity.inverse'])
    .execute();
  for (const { seq, title, payload, inverse } of rows) {
    const done = unpack<StoredPayload>(payload);
    const before = inverse === null ? null : unpack<StoredInverse>(inverse);
    const tables = done.rows.map(({ table }) => table);
    await db
      .updateTable('activity')
      .set({
        title: title.replaceAll(name, 'somebody'),
        payload: await pack({
          ...done,
          rows: done.rows.map(({ table, after }) => ({ table, after: erased(table, after, person) })),
        }),
        inverse:
          before &&
          (await pack({ ...before, rows: before.rows.map((row, i) => erased(tables[i], row, person)) })),
      })
      .where('seq', '=', seq)
      .execute();
  }
  return rows.length;
}

function erased(table: TableName, row: Row | null, person: string): Row | null {
  const columns = PERSONAL[table];
  const whose = table === 'person' ? row?.id : /_event$/.test(table) ? person : row?.person_id;
  if (!row || !columns || whose !== person) return row;
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => [column, columns.includes(column) ? null : value]),
  );
}
