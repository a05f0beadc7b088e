/** A table as read from a file: the text of its cells, and on which row of the file each line stands. */
export interface Table {
  /** Name of the sheet; null where a file has none. */
  readonly sheet: string | null;
  readonly lines: readonly TableRow[];
}

export interface TableRow {
  /** Row of the file, from 1. */
  readonly row: number;
  readonly cells: readonly string[];
}

/** A cell that cannot be taken as it is, and why. */
export interface CellFault {
  /** As spreadsheets name it: `D17`. */
  readonly cell: string;
  readonly column: string;
  /** What the cell holds, mended or not. */
  readonly text: string;
  readonly message: string;
}

/** A file that cannot be read, in a sentence for the person who picked it. */
export class UnreadableFile extends Error {}

/** The letters of a column: 0 is A, 26 is AA. */
export function columnName(index: number): string {
  let name = '';
  for (let n = index + 1; n > 0; n = Math.floor((n - 1) / 26))
    name = String.fromCharCode(65 + ((n - 1) % 26)) + name;
  return name;
}

/** Stands at the beginning of a cell that is a formula and not a value: a sign that no list holds. */
export const FORMULA = '\uE000';

/** Text that a spreadsheet would take for a formula. */
const DANGEROUS = /^[=+\-@\t\r]/;

/**
 * A text so that no spreadsheet runs it: what begins as a formula does gets an apostrophe in front, and so does a
 * text that begins with one, so that {@link unguarded} gives back what was there.
 */
export function guarded(text: string): string {
  return DANGEROUS.test(text) || text.startsWith("'") ? `'${text}` : text;
}

/** The way back of {@link guarded}. An apostrophe before anything else is part of the text. */
export function unguarded(text: string): string {
  return text.startsWith("'") && (DANGEROUS.test(text.slice(1)) || text[1] === "'") ? text.slice(1) : text;
}
