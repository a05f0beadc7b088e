import type { Judgement } from '../consequences/judge';
import type { Change } from '../plan/change';
import type { Cell } from './cell';
import { type NewId, type TypedShift, clearChanges, typedChanges } from './cell-changes';
import { type CellNames, parseCell } from './cell-text';

/** A cell of pasted text that cannot be read. */
export interface PastedFault {
  /** Counted from 1 in what was pasted. */
  readonly row: number;
  readonly column: number;
  readonly text: string;
  readonly message: string;
}

/** What pasting a block of text would do. */
export interface Pasted {
  readonly changes: readonly Change[];
  readonly faults: readonly PastedFault[];
  /** Cells that hold something, and those of them that lie past the last row or day. */
  readonly cells: number;
  readonly outside: number;
}

/**
 * The cells of text as a spreadsheet copies it: tabs between cells, a line a row; a cell with tabs or lines in it stands
 * in quotes.
 *
 * @example
 * parseBlock('9-5\toff\n\t"9-1\n2-6"'); // [['9-5', 'off'], ['', '9-1\n2-6']]
 */
export function parseBlock(text: string): string[][] {
  const rows: string[][] = [[]];
  const CELL = /\t|\r?\n|\r|"(?:[^"]|"")*"(?=\t|\r|\n|$)|[^\t\r\n]+/gy;
  let cell = '';
  for (const [part] of text.replace(/(?:\r?\n|\r)$/, '').matchAll(CELL)) {
    if (part === '\t') {
      rows.at(-1)!.push(cell);
      cell = '';
    } else if (/^[\r\n]/.test(part)) {
      rows.at(-1)!.push(cell);
      cell = '';
      rows.push([]);
    } else cell = /^".*"$/s.test(part) ? part.slice(1, -1).replaceAll('""', '"') : part;
  }
  rows.at(-1)!.push(cell);
  return rows;
}

/** Text of cells as a spreadsheet takes it; the way back of {@link parseBlock}. */
export function formatBlock(rows: readonly (readonly string[])[]): string {
  const quoted = (text: string) => (/[\t\r\n]|^"/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  return rows.map((cells) => cells.map(quoted).join('\t')).join('\n');
}

/**
 * Puts a block of text into cells as if each were typed, from one on to the right and down. An empty cell leaves what
 * is there, `off` takes it away, and what cannot be read is left out and told.
 * `cellAt`: the cell of a row and day of the block; null past the last.
 */
export function pasteBlock(
  judgement: Judgement,
  block: readonly (readonly string[])[],
  cellAt: (row: number, day: number) => Cell | null,
  names: CellNames,
  newId: NewId,
): Pasted {
  const changes: Change[] = [];
  const faults: PastedFault[] = [];
  let [cells, outside] = [0, 0];
  block.forEach((row, r) =>
    row.forEach((raw, d) => {
      const text = raw.replace(/\s*[\r\n]+\s*/g, ', ').trim();
      if (text === '') return;
      cells++;
      const cell = cellAt(r, d);
      if (!cell) return void outside++;
      const read = parseCell(judgement, cell, text, names);
      if (!read.ok) faults.push({ row: r + 1, column: d + 1, text, message: read.problem.message });
      else changes.push(...changesOf(judgement, cell, read.value, newId));
    }),
  );
  return { changes, faults, cells, outside };
}

function changesOf(judgement: Judgement, cell: Cell, typed: readonly TypedShift[], newId: NewId): Change[] {
  return typed.length === 0 ? clearChanges(judgement, [cell]) : typedChanges(judgement, cell, typed, newId);
}
