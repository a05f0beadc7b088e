import Papa from 'papaparse';
import { FORMULA, type Table, UnreadableFile, guarded, unguarded } from './cells';
import { checkLines } from './limits';

/** The text of a file's bytes: UTF-8 with or without a mark, UTF-16 with one, else Windows-1252. */
export function decodeText(bytes: Uint8Array): string {
  const starts = (...mark: number[]) => mark.every((byte, i) => bytes[i] === byte);
  if (starts(0xff, 0xfe)) return new TextDecoder('utf-16le').decode(bytes);
  if (starts(0xfe, 0xff)) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/**
 * Reads text with commas, semicolons or tabs (RFC 4180 where it is followed); empty lines are passed over.
 *
 * @example
 * parseCsv('Name;Role\n"Holt; Mira";Bar'); // rows of `Name`, `Role` and of `Holt; Mira`, `Bar`
 */
export function parseCsv(text: string): Table {
  if (text.includes('\0'))
    throw new UnreadableFile('This is no text: save the list as CSV or XLSX and try again.');
  const delimiter = separatorOf(text);
  checkLines(text, delimiter);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter, skipEmptyLines: false });
  const lines = data
    .map((cells, i) => ({ row: i + 1, cells: cells.map((cell) => valueOf(cell.trim())) }))
    .filter((line) => line.cells.some((cell) => cell !== ''));
  return { sheet: null, lines };
}

function valueOf(cell: string): string {
  return cell.startsWith('=') ? `${FORMULA}${cell}` : unguarded(cell);
}

/** The separator that parts the first lines into the most cells, and evenly; a comma where none does. */
function separatorOf(text: string): string {
  const sample = text.slice(0, 20_000);
  let best = ',';
  let most = 1;
  for (const delimiter of ['\t', ';', ',']) {
    const { data } = Papa.parse<string[]>(sample, { delimiter, preview: 12 });
    // The first line tells: a separator that only stands inside later cells is none.
    const width = data[0]?.length ?? 0;
    const score = width > 1 ? width * data.filter((line) => line.length === width).length : 0;
    if (score > most) {
      best = delimiter;
      most = score;
    }
  }
  return best;
}

/** Writes lines as CSV (RFC 4180: CRLF, quotes doubled), with a mark so that spreadsheets see UTF-8. */
export function formatCsv(lines: readonly (readonly string[])[]): string {
  const text = Papa.unparse(
    lines.map((line) => line.map(guarded)),
    { newline: '\r\n' },
  );
  return `\uFEFF${text}\r\n`;
}
