import { type Table, UnreadableFile } from '@/formats/table/cells';
import { decodeText, parseCsv } from '@/formats/table/csv';
import { parseXlsx } from '@/formats/table/xlsx';
import { checkArchive } from './zip';

/** The most rows that are taken at once. */
const MOST_ROWS = 20_000;

/** The tables in a file, whatever its name says it is. */
export async function tablesOf(bytes: Uint8Array, onRows: (rows: number) => void): Promise<Table[]> {
  const isArchive = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const isOld = bytes[0] === 0xd0 && bytes[1] === 0xcf;
  if (isArchive) checkArchive(bytes);
  const tables = isArchive || isOld ? await parseXlsx(bytes, onRows) : [parseCsv(decodeText(bytes))];
  const rows = tables.reduce((sum, table) => sum + table.lines.length, 0);
  if (rows === 0) throw new UnreadableFile('There is nothing in the file.');
  if (rows > MOST_ROWS)
    throw new UnreadableFile(`The file has ${rows} rows; at most ${MOST_ROWS} are read at once. Split it.`);
  onRows(rows);
  return tables;
}
