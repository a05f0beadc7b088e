import type { MessagePort } from 'node:worker_threads';
import { UnreadableFile } from '@/formats/table/cells';
import { packed } from '../import/draft';
import { tablesOf } from '../import/tables';

/** The tables of a file as they are kept, or why there are none. */
export type PackedTables =
  { readonly ok: true; readonly content: string } | { readonly ok: false; readonly message: string };

/** Reads a file in a thread of its own; `port` hears how many rows have been read. */
export async function packTables({
  bytes,
  port,
}: {
  readonly bytes: Uint8Array;
  readonly port: MessagePort;
}): Promise<PackedTables> {
  try {
    return { ok: true, content: packed(await tablesOf(bytes, (rows) => port.postMessage(rows))) };
  } catch (error) {
    // A class does not survive the way between threads.
    if (error instanceof UnreadableFile) return { ok: false, message: error.message };
    throw error;
  }
}
