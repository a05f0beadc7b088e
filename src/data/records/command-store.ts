import type { Database } from '../database';
import type { RowChange } from './records';

/** One command as kept: who did what when, and to which rows. */
export interface CommandEntry {
  readonly id: string;
  readonly at: string;
  readonly actor: string;
  readonly kind: string;
  /** What it did, in words. */
  readonly title: string;
  readonly changes: readonly RowChange[];
  /** Ids of plan edits that came with it. */
  readonly entries: readonly string[];
  readonly undoes: string | null;
}

/** What a command is about, so that its history can be found. */
export interface About {
  readonly kind: 'person' | 'site' | 'role';
  readonly id: string;
}

/** Keeps a command and what it is about. */
export async function keepCommand(db: Database, entry: CommandEntry, about: readonly About[]): Promise<void> {
  const { seq } = await db
    .insertInto('command_log')
    .values({
      id: entry.id,
      at: entry.at,
      actor: entry.actor,
      kind: entry.kind,
      title: entry.title,
      changes: JSON.stringify(entry.changes),
      entries: JSON.stringify(entry.entries),
      undoes: entry.undoes,
    })
    .returning('seq')
    .executeTakeFirstOrThrow();
  const rows = [...new Map(about.map((one) => [`${one.kind} ${one.id}`, one])).values()];
  for (let i = 0; i < rows.length; i += 500)
    await db
      .insertInto('command_about')
      .values(rows.slice(i, i + 500).map(({ kind, id }) => ({ seq, kind, id })))
      .execute();
}

/** The command with this id, or null. */
export async function findCommand(db: Database, id: string): Promise<CommandEntry | null> {
  const row = await db.selectFrom('command_log').selectAll().where('id', '=', id).executeTakeFirst();
  return row ? entryOf(row) : null;
}

/** Whether some command took this one back. */
export async function isUndone(db: Database, id: string): Promise<boolean> {
  const row = await db.selectFrom('command_log').select('id').where('undoes', '=', id).executeTakeFirst();
  return row !== undefined;
}

/** What an old command was about. */
export async function aboutOf(db: Database, id: string): Promise<About[]> {
  const rows = await db
    .selectFrom('command_about')
    .innerJoin('command_log', 'command_log.seq', 'command_about.seq')
    .where('command_log.id', '=', id)
    .select(['command_about.kind', 'command_about.id'])
    .execute();
  return rows.map(({ kind, id: about }) => ({ kind: kind as About['kind'], id: about }));
}

/** The latest commands about something, the newest first. */
export async function commandsAbout(db: Database, about: About, most: number): Promise<CommandEntry[]> {
  const rows = await db
    .selectFrom('command_log')
    .innerJoin('command_about', 'command_about.seq', 'command_log.seq')
    .where('command_about.kind', '=', about.kind)
    .where('command_about.id', '=', about.id)
    .orderBy('command_log.seq', 'desc')
    .limit(most)
    .selectAll('command_log')
    .execute();
  return rows.map(entryOf);
}

function entryOf(row: {
  id: string;
  at: string;
  actor: string;
  kind: string;
  title: string;
  changes: string;
  entries: string;
  undoes: string | null;
}): CommandEntry {
  const { id, at, actor, kind, title, undoes } = row;
  return {
    id,
    at,
    actor,
    kind,
    title,
    undoes,
    changes: JSON.parse(row.changes) as RowChange[],
    entries: JSON.parse(row.entries) as string[],
  };
}
