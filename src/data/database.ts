import { existsSync, mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { CompiledQuery, Kysely, type SqliteDatabase, SqliteDialect, sql } from 'kysely';
import { openDriver } from './driver';
import { MIGRATIONS } from './migrations/list';
import type { Schema } from './schema';

export type Database = Kysely<Schema>;

/** A data file that cannot be used, in words for the person who started the application. */
export class DataFileError extends Error {
  constructor(
    readonly code: 'locked' | 'read-only' | 'newer' | 'foreign' | 'not-a-data-file' | 'unreachable',
    message: string,
  ) {
    super(message);
  }
}

/** How long opening waits for another process that is writing, in milliseconds. */
const BUSY_MS = 3000;
/** How long one statement does afterwards: it holds everybody up. `inTransaction` waits for longer. */
const STATEMENT_BUSY_MS = 50;

/**
 * Opens a data file, making it and its folder where there is none, and brings it up to date; where that takes long
 * `onProgress` hears the share that is done, from 0 to 1. `version`: the form to bring it to; tests make old files.
 * @throws DataFileError when it is locked, read-only, made by a newer version or no data file at all
 */
export async function openDatabase(
  file: string,
  onProgress: (share: number) => void = () => undefined,
  version = MIGRATIONS.length,
): Promise<Database> {
  const inMemory = file === ':memory:';
  let driver: SqliteDatabase | null = null;
  try {
    if (!inMemory && !existsSync(dirname(file))) mkdirSync(dirname(file), { recursive: true });
    driver = openDriver(file, { timeout: BUSY_MS });
    const database = new Kysely<Schema>({ dialect: new SqliteDialect({ database: driver }) });
    // Before anything is written into it.
    await refuseForeign(database, file);
    for (const setting of [
      'pragma journal_mode = wal',
      'pragma synchronous = full',
      'pragma foreign_keys = on',
    ])
      await database.executeQuery(CompiledQuery.raw(setting));
    await migrate(database, file, version, onProgress);
    await database.executeQuery(CompiledQuery.raw(`pragma busy_timeout = ${STATEMENT_BUSY_MS}`));
    if (!inMemory) FILES.set(database, resolve(file));
    return database;
  } catch (error) {
    driver?.close();
    throw explain(error, file);
  }
}

/** The file of each open database; one in memory has none. */
// The framework makes a copy of this module for pages, one for routes, one for its start: what one has opened the others
// are asked about.
const FILES = ((globalThis as { vicendaFiles?: WeakMap<Database, string> }).vicendaFiles ??= new WeakMap());

/** The file that a database stands in; null: it is in memory, and there is no other way to it. */
export function fileOf(database: Database): string | null {
  return FILES.get(database) ?? null;
}

/**
 * Another connection to a data file that was opened already. One for `reading` writes nothing, and sees within a
 * transaction what stood there when it began, whoever writes meanwhile.
 */
export async function connectTo(file: string, { reading }: { readonly reading: boolean }): Promise<Database> {
  const driver = openDriver(file, { timeout: STATEMENT_BUSY_MS, reading });
  const database = new Kysely<Schema>({ dialect: new SqliteDialect({ database: driver }) });
  for (const setting of [
    'synchronous = full',
    'foreign_keys = on',
    'temp_store = memory',
    ...(reading ? ['query_only = on'] : []),
  ])
    await database.executeQuery(CompiledQuery.raw(`pragma ${setting}`));
  return database;
}

/** A file of another program is left as it is, also where it looks like an empty one by its version. */
async function refuseForeign(database: Database, file: string): Promise<void> {
  const version = await versionOf(database);
  const { rows } = await sql<{ name: string }>`select name from sqlite_master where type = 'table'`.execute(
    database,
  );
  const isOurs =
    version === 0 ? rows.length === 0 : OURS.every((table) => rows.some(({ name }) => name === table));
  if (!isOurs)
    throw new DataFileError(
      'foreign',
      `${file} belongs to another program. Move it away, or point VICENDA_DATA to another folder.`,
    );
}

/** Tables that every data file has had from the first version on. */
export const OURS = ['site', 'person', 'shift', 'setting'];

async function migrate(
  database: Database,
  file: string,
  target: number,
  onProgress: (share: number) => void,
): Promise<void> {
  const version = await versionOf(database);
  if (version > MIGRATIONS.length)
    throw new DataFileError(
      'newer',
      `The data file ${file} was made by a newer version of Vicenda (its form is ${version}, this version ` +
        `knows up to ${MIGRATIONS.length}). Start that version, or point VICENDA_DATA to another folder.`,
    );
  // Taking the write lock also shows, before anybody works, whether the file can be written at all.
  await database.transaction().execute(async (trx) => {
    for (let step = await versionOf(trx); step < target; step++) {
      for (const part of MIGRATIONS[step])
        if (typeof part === 'string') await trx.executeQuery(CompiledQuery.raw(part));
        else await part(trx, onProgress);
      await trx.executeQuery(CompiledQuery.raw(`pragma user_version = ${step + 1}`));
    }
    const version = await versionOf(trx);
    await trx.executeQuery(CompiledQuery.raw(`pragma user_version = ${version}`));
  });
}

/** The form of a data file: how many migrations it has seen. */
export async function versionOf(database: Database): Promise<number> {
  const { rows } = await sql<{ user_version: number }>`pragma user_version`.execute(database);
  return Number(rows[0].user_version);
}

function explain(error: unknown, file: string): unknown {
  if (error instanceof DataFileError) return error;
  const { code = '', message = '' } = error as { code?: string; message?: string };
  const says = (pattern: RegExp) => pattern.test(`${code} ${message}`);
  if (says(/SQLITE_BUSY|SQLITE_LOCKED|database is locked/i))
    return new DataFileError(
      'locked',
      `The data file ${file} is locked by another program. Close whatever else is using it (perhaps another ` +
        `Vicenda), and start again.`,
    );
  if (says(/SQLITE_READONLY|readonly|read-only|EROFS/i))
    return new DataFileError(
      'read-only',
      `The data file ${file} cannot be written. Give this user the right to write the file and its folder, ` +
        `or point VICENDA_DATA to another folder.`,
    );
  if (says(/SQLITE_NOTADB|not a database|SQLITE_CORRUPT|malformed/i))
    return new DataFileError(
      'not-a-data-file',
      `${file} is not a Vicenda data file, or it is damaged. Move it away or restore a copy.`,
    );
  if (says(/SQLITE_CANTOPEN|unable to open|EACCES|ENOTDIR|ENOENT|EPERM/i))
    return new DataFileError(
      'unreachable',
      `The data file ${file} cannot be opened. Check that its folder exists and that this user may use it.`,
    );
  return error;
}
