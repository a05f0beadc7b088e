import type { MessagePort } from 'node:worker_threads';
import { type Table, UnreadableFile } from '@/formats/table/cells';
import { tablesOf } from '../people/import/tables';

/** The tables of a file, or why there are none. */
export type FileTables =
  { readonly ok: true; readonly tables: readonly Table[] } | { readonly ok: false; readonly message: string };

/** Reads a file in a thread of its own; `port` hears how many rows have been read. */
export async function readTables({
  bytes,
  port,
}: {
  readonly bytes: Uint8Array;
  readonly port: MessagePort;
}): Promise<FileTables> {
  try {
    return { ok: true, tables: await tablesOf(bytes, (rows) => port.postMessage(rows)) };
  } catch (error) {
    // A class does not survive the way between threads.
    if (error instanceof UnreadableFile) return { ok: false, message: error.message };
    throw error;
  }
}
