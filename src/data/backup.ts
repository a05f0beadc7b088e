import { chmodSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'kysely';
import { type Database, OURS, connectTo, versionOf } from './database';
import { MIGRATIONS } from './migrations/list';

/** A back-up that cannot be made or used, in words for the person who asked for it. */
export class BackupError extends Error {}

/** Under which name a back-up holds what signs people in, until it is restored. */
const SECRET = 'backup secret';
const NAME = /^vicenda-\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ(?:-\d+)?\.db$/;

/** What goes with a back-up: what signs people in, how many stay in the folder, and when it is made (UTC). */
export interface BackupOptions {
  readonly secret: string;
  readonly keep: number;
  readonly at: string;
}

/** A back-up as it was made. */
export interface MadeBackup {
  readonly file: string;
  readonly bytes: number;
  /** Older ones that were removed. */
  readonly removed: readonly string[];
}

/**
 * Copies a data file as it stands into a folder, while others use it: whole or not at all, checked, and only then
 * under its name. With it goes what signs people in. Of those in the folder the last `keep` stay.
 * @throws BackupError when there is no room, or the copy is not whole; nothing is left behind then
 */
export async function makeBackup(
  db: Database,
  folder: string,
  { secret, keep, at }: BackupOptions,
): Promise<MadeBackup> {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new BackupError(`${folder} cannot be written: ${(error as Error).message}`);
  }
  const file = freeName(folder, at);
  const part = `${file}.part`;
  rmSync(part, { force: true });
  try {
    await sql`vacuum into ${sql.lit(part)}`.execute(db);
    chmodSync(part, 0o600);
    const copy = await connectTo(part, { reading: false });
    try {
      await checkWhole(copy, part);
      await copy
        .insertInto('setting')
        .values({ name: SECRET, value: secret })
        .onConflict((row) => row.column('name').doUpdateSet({ value: secret }))
        .execute();
    } finally {
      await copy.destroy();
    }
    renameSync(part, file);
  } catch (error) {
    if (error instanceof BackupError) throw error;
    const { message } = error as Error;
    const isFull = /full|no space/i.test(message);
    throw new BackupError(
      isFull ? `There is no room for a back-up in ${folder}.` : `The back-up could not be made: ${message}`,
    );
  } finally {
    for (const left of [part, `${part}-wal`, `${part}-shm`, `${part}-journal`]) rmSync(left, { force: true });
  }
  const removed = backupsIn(folder).slice(0, -keep);
  for (const old of removed) rmSync(join(folder, old));
  return { file, bytes: statSync(file).size, removed };
}

/** The names of the back-ups in a folder, in the order in which they were made. */
export function backupsIn(folder: string): string[] {
  if (!existsSync(folder)) return [];
  const names = readdirSync(folder).filter((name) => NAME.test(name));
  return names.sort((a, b) => backupTime(a) - backupTime(b) || turnOf(a) - turnOf(b));
}

/** When a back-up was made, in milliseconds since 1970, by its name. */
export function backupTime(name: string): number {
  return Date.parse(
    name.slice('vicenda-'.length).replace(/^(.{10}T)(\d\d)-(\d\d)-(\d\d)Z.*$/, '$1$2:$3:$4Z'),
  );
}

/** Two in one second get names of their own, in the order in which they were made. */
function freeName(folder: string, at: string): string {
  const base = `vicenda-${at.slice(0, 19).replaceAll(':', '-')}Z`;
  const turns = backupsIn(folder)
    .filter((name) => name.startsWith(base))
    .map(turnOf);
  const turn = Math.max(0, ...turns) + 1;
  return join(folder, turn === 1 ? `${base}.db` : `${base}-${turn}.db`);
}

function turnOf(name: string): number {
  return Number(/Z-(\d+)\.db$/.exec(name)?.[1] ?? 1);
}

/**
 * Refuses a file that is no whole back-up of this application, or one of a newer version.
 * @throws BackupError
 */
export async function checkWhole(db: Database, file: string): Promise<void> {
  const { rows } = await sql<{ integrity_check: string }>`pragma integrity_check`.execute(db).catch(() => {
    throw new BackupError(`${file} is no back-up of Vicenda, or is broken.`);
  });
  if (rows[0]?.integrity_check !== 'ok')
    throw new BackupError(`${file} is broken: ${rows[0]?.integrity_check ?? 'it cannot be read'}.`);
  const tables = await sql<{ name: string }>`select name from sqlite_master where type = 'table'`.execute(db);
  if (!OURS.every((table) => tables.rows.some(({ name }) => name === table)))
    throw new BackupError(`${file} is no back-up of Vicenda.`);
  const version = await versionOf(db);
  if (version > MIGRATIONS.length)
    throw new BackupError(
      `${file} was made by a newer version of Vicenda (its form is ${version}, this version knows up to ${MIGRATIONS.length}). Restore it with that version.`,
    );
}

/** Takes what signs people in out of a restored file; null: it holds none. */
export async function takeSecret(db: Database): Promise<string | null> {
  const row = await db.selectFrom('setting').select('value').where('name', '=', SECRET).executeTakeFirst();
  await db.deleteFrom('setting').where('name', '=', SECRET).execute();
  return row?.value ?? null;
}
