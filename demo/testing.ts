import { copyFileSync, existsSync, mkdtempSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { parseDate } from '../src/core/time/day';
import { type Database, openDatabase } from '../src/data/database';
import { makeDemo } from './saltmere';

/** The Monday of the demo's week in tests: the 23rd of November 2026. */
export const DEMO_MONDAY = parseDate('2026-11-23')!;

/** Where the demo of a run of tests lies; each run makes it once. */
const folder = process.env.VICENDA_TEST_FILES ?? mkdtempSync(join(tmpdir(), 'vicenda-test-'));

async function masterFile(): Promise<string> {
  const file = join(folder, 'demo.db');
  if (existsSync(file)) return file;
  const own = join(folder, `demo-${process.pid}.db`);
  const db = await openDatabase(own);
  await makeDemo(db, DEMO_MONDAY);
  await sql`pragma wal_checkpoint(truncate)`.execute(db);
  await db.destroy();
  // Where two processes make it at once, either's will do.
  renameSync(own, file);
  return file;
}

/** The demo in memory, as it was just made: a copy, which takes a tenth of making it. It is its Tuesday, unless a test says otherwise. */
export async function demoDatabase(): Promise<Database> {
  process.env.VICENDA_NOW ??= '2026-11-24T10:00:00Z';
  const file = await masterFile();
  const db = await openDatabase(':memory:', undefined, 0);
  await sql`pragma foreign_keys = off`.execute(db);
  await sql`attach ${file} as master`.execute(db);
  const { rows } = await sql<{ type: string; name: string; sql: string }>`
    select type, name, sql from master.sqlite_master where sql is not null and name not like 'sqlite_%'
  `.execute(db);
  for (const { sql: text } of rows.filter(({ type }) => type === 'table')) await sql.raw(text).execute(db);
  for (const { name } of rows.filter(({ type }) => type === 'table'))
    await sql`insert into main.${sql.ref(name)} select * from master.${sql.ref(name)}`.execute(db);
  for (const { sql: text } of rows.filter(({ type }) => type !== 'table')) await sql.raw(text).execute(db);
  const version = await sql<{ user_version: number }>`pragma master.user_version`.execute(db);
  await sql.raw(`pragma user_version = ${Number(version.rows[0].user_version)}`).execute(db);
  await sql`detach master`.execute(db);
  await sql`pragma foreign_keys = on`.execute(db);
  return db;
}

/** The demo in a file of its own, as it was just made. */
export async function demoFile(file: string): Promise<Database> {
  copyFileSync(await masterFile(), file);
  return openDatabase(file);
}
