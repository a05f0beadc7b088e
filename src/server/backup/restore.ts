import { copyFileSync, existsSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { sql } from 'kysely';
import { BackupError, checkWhole, takeSecret } from '@/data/backup';
import { type Database, connectTo, openDatabase } from '@/data/database';
import { erasedPeople, eraseAgain } from '@/data/people/erased';

/** What restoring did. */
export interface Restored {
  /** The file that was in use, kept aside; null: there was none. */
  readonly aside: string | null;
  /** How many people were erased again, as they had been since the back-up was made. */
  readonly erased: number;
}

/**
 * Puts a back-up in the place of the data file. It is checked first, the present file is kept aside, and who was
 * erased since stays erased. `at`: UTC.
 * @throws BackupError when the file cannot be used, or a server runs on the data file; nothing is changed then
 */
export async function restore(backup: string, dataFile: string, at: string): Promise<Restored> {
  if (!existsSync(backup)) throw new BackupError(`There is no file ${backup}.`);
  // What is checked and mended is a copy: the back-up stays as it is.
  const copy = `${dataFile}.restoring`;
  drop(copy);
  copyFileSync(backup, copy);
  try {
    await inspected(copy, backup);
    const since = existsSync(dataFile) ? await lookAtPresent(dataFile) : [];
    const db = await openDatabase(copy);
    const secret = await takeSecret(db);
    const erased = await eraseAgain(db, since);
    await settle(db);
    const aside = existsSync(dataFile) ? setAside(dataFile, at) : null;
    renameSync(copy, dataFile);
    if (secret !== null) writeFileSync(join(dirname(dataFile), 'secret.key'), secret, { mode: 0o600 });
    return { aside, erased };
  } finally {
    drop(copy);
  }
}

async function inspected(copy: string, named: string): Promise<void> {
  const db = await connectTo(copy, { reading: false }).catch(() => {
    throw new BackupError(`${named} is no back-up of Vicenda.`);
  });
  try {
    await checkWhole(db, named);
  } finally {
    await db.destroy();
  }
}

/** Who was erased from the file in use. Refused while a server runs on it: it would go on writing into what is moved away. */
async function lookAtPresent(dataFile: string): Promise<readonly { person: string; at: string }[]> {
  const db = await connectTo(dataFile, { reading: false });
  try {
    const held = await db
      .selectFrom('lease')
      .select('until')
      .where('until', '>', new Date().toISOString())
      .executeTakeFirst()
      .catch(() => undefined);
    if (held)
      throw new BackupError(
        'A server runs on the data file. Stop it first; if it was killed, wait for a minute.',
      );
    const erased = await erasedPeople(db);
    await sql`pragma wal_checkpoint(truncate)`.execute(db);
    return erased;
  } finally {
    await db.destroy();
  }
}

/** Writes everything into the one file, and closes it. */
async function settle(db: Database): Promise<void> {
  await sql`pragma wal_checkpoint(truncate)`.execute(db);
  await db.destroy();
}

function setAside(dataFile: string, at: string): string {
  const aside = dataFile.replace(/\.db$/, `-before-${at.slice(0, 19).replaceAll(':', '-')}Z.db`);
  renameSync(dataFile, aside);
  for (const end of ['-wal', '-shm']) if (existsSync(dataFile + end)) renameSync(dataFile + end, aside + end);
  return aside;
}

function drop(file: string): void {
  for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true });
}
