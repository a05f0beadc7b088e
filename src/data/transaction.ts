import { setTimeout as sleep } from 'node:timers/promises';
import type { Database } from './database';

/** How long a write waits for another process that is writing, in milliseconds. */
const BUSY_MS = 5000;
/** How long it rests between two tries; requests that only read go on meanwhile. */
const REST_MS = 25;

/** Why the data file cannot be used just now; the same can be tried again later. */
export interface StorageFault {
  readonly code: 'busy' | 'full' | 'unwritable';
  readonly message: string;
}

const FAULTS: readonly (readonly [RegExp, StorageFault])[] = [
  [
    /SQLITE_BUSY|SQLITE_LOCKED|database is locked/i,
    { code: 'busy', message: 'Another program is writing to the data file. Try again in a moment.' },
  ],
  [
    /SQLITE_FULL|disk is full|ENOSPC/i,
    { code: 'full', message: 'The disk of the server is full. Make room there; then it goes on by itself.' },
  ],
  [
    /SQLITE_READONLY|SQLITE_IOERR|SQLITE_CANTOPEN|readonly database|disk I\/O|unable to open|EROFS|EIO/i,
    { code: 'unwritable', message: 'The server cannot write its data file just now.' },
  ],
];

/** What of the storage an error tells of, or null where it is something else. */
export function storageFault(error: unknown): StorageFault | null {
  const { code = '', message = '' } = (error ?? {}) as { code?: unknown; message?: unknown };
  const text = `${String(code)} ${String(message)}`;
  return FAULTS.find(([pattern]) => pattern.test(text))?.[1] ?? null;
}

/**
 * Runs work in a transaction that writes. Waits its turn where another process is writing, without holding up who
 * only reads; the work itself is run once.
 */
export async function inTransaction<T>(db: Database, work: (trx: Database) => Promise<T>): Promise<T> {
  const until = performance.now() + BUSY_MS;
  for (;;) {
    let begun = false;
    try {
      return await db.transaction().execute((trx) => {
        begun = true;
        return work(trx);
      });
    } catch (error) {
      // Once it has begun nobody else can be writing: then it is no matter of waiting.
      if (begun || storageFault(error)?.code !== 'busy' || performance.now() > until) throw error;
      await sleep(REST_MS);
    }
  }
}
