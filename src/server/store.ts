import { join } from 'node:path';
import { type Database, openDatabase } from '@/data/database';

/** The folder that holds the data file. */
export function dataFolder(): string {
  return process.env.VICENDA_DATA || join(process.cwd(), 'data');
}

/** The data file. */
export function dataFile(): string {
  return join(dataFolder(), 'vicenda.db');
}

// Pages, route handlers and instrumentation get a copy of this module each; the connection must be one.
const shared = globalThis as { vicendaDatabase?: Promise<Database> };

/** Says how far a long change of the data file's form has come, for who started the application. */
function sayProgress(share: number): void {
  console.error(`Bringing the data file up to date: ${Math.round(share * 100)} %`);
}

/** The one open database of this process. */
export function database(): Promise<Database> {
  shared.vicendaDatabase ??= openDatabase(dataFile(), sayProgress).catch((error: unknown) => {
    shared.vicendaDatabase = undefined;
    throw error;
  });
  return shared.vicendaDatabase;
}

/** The database if it was opened, for who only wants to close it. */
export async function openedDatabase(): Promise<Database | null> {
  const db = await shared.vicendaDatabase?.catch(() => null);
  shared.vicendaDatabase = undefined;
  return db ?? null;
}
