import { randomUUID } from 'node:crypto';
import type { Database } from '@/data/database';
import { keepDraft, knownHeads } from '@/data/people/import-store';
import { readRows } from '@/data/records/records';
import { type Table, UnreadableFile } from '@/formats/table/cells';
import type { Actor } from '../../access/actor';
import { now } from '../../clock';
import { todayOf } from '../../commands/request';
import { OverLimit, runOnFile } from '../../work/pool';
import type { FileTables } from '../../work/read-file.worker';
import { packed } from './draft';
import type { ImportPreview } from './payload';
import { firstOptions, planImport } from './plan-import';

/** The most that is taken, in bytes. */
export const MOST_BYTES = 20_000_000;
/** How long a file that nobody imported is kept, in milliseconds. */
const KEPT_MS = 24 * 3600 * 1000;

/** Takes the bytes of a stream up to the limit. Throws {@link UnreadableFile} where there are more. */
export async function takeBytes(stream: ReadableStream<Uint8Array> | null): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  let size = 0;
  if (stream)
    for await (const part of stream as unknown as AsyncIterable<Uint8Array>) {
      size += part.byteLength;
      if (size > MOST_BYTES) {
        await stream.cancel().catch(() => undefined);
        throw new UnreadableFile(
          `The file is larger than ${MOST_BYTES / 1_000_000} MB. A list of people is far smaller: leave out what does not belong to it.`,
        );
      }
      parts.push(part);
    }
  if (size === 0) throw new UnreadableFile('The file is empty.');
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.byteLength;
  }
  return bytes;
}

/** The tables in a file, read in a thread of its own within limits of time and memory. Throws {@link UnreadableFile}. */
export async function readTables(
  bytes: Uint8Array,
  onRows: (rows: number) => void,
): Promise<readonly Table[]> {
  try {
    const read = await runOnFile<FileTables>('readTables', { bytes }, onRows);
    if (!read.ok) throw new UnreadableFile(read.message);
    return read.tables;
  } catch (error) {
    if (!(error instanceof OverLimit)) throw error;
    throw new UnreadableFile(
      error.limit === 'time'
        ? 'The file takes too long to read: it holds far more than a list of people. Copy the list into a new file and try again.'
        : 'The file needs too much memory: it holds far more than a list of people. Copy the list into a new file and try again.',
    );
  }
}

/** Takes a file in, keeps it, and says how it would be read and what that would do. */
export async function takeFile(
  db: Database,
  actor: Actor,
  file: { readonly name: string; readonly bytes: Uint8Array; readonly site: string | null },
  onRows: (rows: number) => void,
): Promise<ImportPreview> {
  const tables = await readTables(file.bytes, onRows);
  const id = randomUUID();
  const at = new Date(now()).toISOString();
  const before = new Date(now() - KEPT_MS).toISOString();
  await keepDraft(db, { id, at, actor: actor.id, name: file.name, content: packed(tables) }, before);
  const fields = (await readRows(db, 'field', {})).map((row) => ({
    id: String(row.id),
    name: String(row.name),
  }));
  const options = firstOptions(id, tables, fields, await knownHeads(db), file.site);
  const planned = await planImport(db, await todayOf(db, file.site ?? undefined), options);
  if (!planned.ok) throw new UnreadableFile(planned.problem.message);
  return planned.plan.preview;
}
