import { randomUUID } from 'node:crypto';
import type { Database } from '@/data/database';
import { keepDraft, knownHeads } from '@/data/people/import-store';
import { readRows } from '@/data/records/records';
import { type Table, UnreadableFile } from '@/formats/table/cells';
import { decodeText, readCsv } from '@/formats/table/csv';
import { readXlsx } from '@/formats/table/xlsx';
import type { Actor } from '../../actor';
import { now } from '../../clock';
import { todayOf } from '../../commands/run';
import type { ImportPreview } from './payload';
import { firstOptions, planImport } from './plan-import';
import { checkArchive } from './zip';

/** The most that is taken, in bytes and in rows. */
export const MOST_BYTES = 20_000_000;
const MOST_ROWS = 20_000;
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

/** The tables in a file, whatever its name says it is. */
export async function tablesOf(bytes: Uint8Array, onRows: (rows: number) => void): Promise<Table[]> {
  const isArchive = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const isOld = bytes[0] === 0xd0 && bytes[1] === 0xcf;
  if (isArchive) checkArchive(bytes);
  const tables = isArchive || isOld ? await readXlsx(bytes, onRows) : [readCsv(decodeText(bytes))];
  const rows = tables.reduce((sum, table) => sum + table.lines.length, 0);
  if (rows === 0) throw new UnreadableFile('There is nothing in the file.');
  if (rows > MOST_ROWS)
    throw new UnreadableFile(`The file has ${rows} rows; at most ${MOST_ROWS} are read at once. Split it.`);
  onRows(rows);
  return tables;
}

/** Takes a file in, keeps it, and says how it would be read and what that would do. */
export async function takeFile(
  db: Database,
  actor: Actor,
  file: { readonly name: string; readonly bytes: Uint8Array; readonly site: string | null },
  onRows: (rows: number) => void,
): Promise<ImportPreview> {
  const tables = await tablesOf(file.bytes, onRows);
  const id = randomUUID();
  const at = new Date(now()).toISOString();
  const before = new Date(now() - KEPT_MS).toISOString();
  await keepDraft(db, { id, at, actor: actor.id, name: file.name, content: JSON.stringify(tables) }, before);
  const fields = (await readRows(db, 'field', {})).map((row) => ({
    id: String(row.id),
    name: String(row.name),
  }));
  const options = firstOptions(id, tables, fields, await knownHeads(db), file.site);
  const planned = await planImport(db, await todayOf(db), options);
  if (!planned.ok) throw new UnreadableFile(planned.problem.message);
  return planned.plan.preview;
}
