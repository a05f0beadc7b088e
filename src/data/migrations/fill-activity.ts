import { sql } from 'kysely';
import type { Change } from '@/core/plan/change';
import { type ShiftEntry, type Subject, keepSubjects, shiftsOf } from '../activity/activity-store';
import { splitParts } from '../activity/parts';
import { pack } from '../activity/packing';
import type { Database } from '../database';
import type { RowChange } from '../records/records';

interface OldEdit {
  seq: number;
  id: string;
  at: string;
  actor: string;
  site_id: string;
  version: number;
  changes: string;
  inverse: string;
}

interface OldCommand {
  seq: number;
  id: string;
  at: string;
  actor: string;
  kind: string;
  title: string;
  changes: string;
  entries: string;
  undoes: string | null;
}

/**
 * Brings both old logs into the new one, in the order in which things were done. `onProgress` hears the share that
 * is done, from 0 to 1.
 */
export async function fillActivity(db: Database, onProgress: (share: number) => void): Promise<void> {
  const order = await sql<{ at: string; command: number; seq: number }>`
    select at, 1 as command, seq from command_log
    union all
    select at, 0 as command, seq from change_log
    where id not in (select value from command_log, json_each(command_log.entries))
    order by 1, 2, 3
  `.execute(db);
  for (const [i, { command, seq }] of order.rows.entries()) {
    if (Number(command) === 1) await bringCommand(db, Number(seq));
    else await bringEdit(db, await editOf(db, 'seq', Number(seq)));
    if (i % 200 === 199) onProgress((i + 1) / order.rows.length);
  }
}

async function editOf(db: Database, column: 'seq' | 'id', value: number | string): Promise<OldEdit> {
  const { rows } = await sql<OldEdit>`select * from change_log where ${sql.ref(column)} = ${value}`.execute(
    db,
  );
  return rows[0];
}

function entryOf(edit: OldEdit): ShiftEntry {
  return {
    site: edit.site_id,
    changes: JSON.parse(edit.changes) as Change[],
    inverse: JSON.parse(edit.inverse) as Change[],
  };
}

async function bringEdit(db: Database, edit: OldEdit): Promise<void> {
  const { id, at, actor } = edit;
  const seq = await copyInto(db, { id, at, actor, kind: 'plan.change', title: '', undoes: null }, [], [edit]);
  await keepSubjects(db, seq, shiftsOf([entryOf(edit)]));
}

async function bringCommand(db: Database, oldSeq: number): Promise<void> {
  const { rows } = await sql<OldCommand>`select * from command_log where seq = ${oldSeq}`.execute(db);
  const [command] = rows;
  const edits: OldEdit[] = [];
  for (const id of JSON.parse(command.entries) as string[]) {
    const edit = await editOf(db, 'id', id);
    if (edit) edits.push(edit);
  }
  const about = await sql<Subject>`select kind, id from command_about where seq = ${oldSeq}`.execute(db);
  const seq = await copyInto(db, command, JSON.parse(command.changes) as RowChange[], edits);
  await keepSubjects(db, seq, [...about.rows, ...shiftsOf(edits.map(entryOf))]);
}

async function copyInto(
  db: Database,
  {
    id,
    at,
    actor,
    kind,
    title,
    undoes,
  }: Pick<OldCommand, 'id' | 'at' | 'actor' | 'kind' | 'title' | 'undoes'>,
  rows: readonly RowChange[],
  edits: readonly OldEdit[],
): Promise<number> {
  const { payload, inverse } = splitParts({ rows, shifts: edits.map(entryOf) });
  const { seq } = await db
    .insertInto('activity')
    .values({
      ...{ id, at, actor, kind, title, undoes },
      request: null,
      payload: await pack(payload),
      inverse: await pack(inverse),
    })
    .returning('seq')
    .executeTakeFirstOrThrow();
  for (const edit of edits)
    await db
      .insertInto('activity_site')
      .values({ site_id: edit.site_id, revision: Number(edit.version), seq })
      .execute();
  return seq;
}
