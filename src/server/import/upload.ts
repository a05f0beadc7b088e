import { randomUUID } from 'node:crypto';
import type { Database } from '@/data/database';
import { keepDraft } from '@/data/people/import-store';
import { UnreadableFile } from '@/formats/table/cells';
import type { Actor } from '../access/actor';
import { timestamp } from '../now';
import { OverLimit, runOnFile } from '../workers/pool';
import type { PackedTables } from '../workers/read-file.worker';

/** The most that is taken, in bytes. */
export const MOST_BYTES = 20_000_000;
/** How long a file that nobody imported is kept, in milliseconds. */
const KEPT_MS = 24 * 3600 * 1000;

/** The tables in a file, packed as they are kept; read in a thread of its own within limits of time and memory. Throws {@link UnreadableFile}. */
export async function unpackTables(bytes: Uint8Array, onRows: (rows: number) => void): Promise<string> {
  try {
    const read = await runOnFile<PackedTables>('packTables', { bytes }, onRows);
    if (!read.ok) throw new UnreadableFile(read.message);
    return read.content;
  } catch (error) {
    if (!(error instanceof OverLimit)) throw error;
    throw new UnreadableFile(
      error.limit === 'time'
        ? 'The file takes too long to read: it holds far more than a list. Copy the list into a new file and try again.'
        : 'The file needs too much memory: it holds far more than a list. Copy the list into a new file and try again.',
    );
  }
}

/** Takes a file in and keeps it until it is imported; answers the id it is kept under. Throws {@link UnreadableFile}. */
export async function keepFile(
  db: Database,
  actor: Actor,
  file: { readonly name: string; readonly bytes: Uint8Array },
  onRows: (rows: number) => void,
): Promise<string> {
  const content = await unpackTables(file.bytes, onRows);
  const id = randomUUID();
  const before = timestamp(-KEPT_MS);
  await keepDraft(db, { id, at: timestamp(), actor: actor.id, name: file.name, content }, before);
  return id;
}
