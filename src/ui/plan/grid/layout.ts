import { type Line } from '@/core/plan/arrangement';
import { HEADING_HEIGHT, ROW_HEIGHT } from '../../canvas/row';

/** The lines of the canvas, where each begins in pixels, and the order of the rows. */
export interface Lines {
  readonly lines: readonly Line[];
  readonly tops: readonly number[];
  /** Places in the plan in the order shown. */
  readonly rows: readonly number[];
  /** Where a row stands in that order. */
  readonly positionOf: ReadonlyMap<number, number>;
}

/** Lines below one another. */
export function layOutLines(lines: readonly Line[]): Lines {
  const tops: number[] = [];
  let top = 0;
  for (const line of lines) {
    tops.push(top);
    top += heightOf(line);
  }
  const rows = lines.flatMap((line) => (line.kind === 'row' ? [line.row] : []));
  return { lines, tops, rows, positionOf: new Map(rows.map((row, at) => [row, at])) };
}

/** The height of a line in pixels. */
export function heightOf(line: Line): number {
  return line.kind === 'row' ? ROW_HEIGHT : HEADING_HEIGHT;
}

/** The row at a height in pixels from the first line's top; null between rows and below them. */
export function rowAt({ lines, tops }: Lines, y: number): number | null {
  let at = tops.length - 1;
  while (at >= 0 && tops[at] > y) at--;
  const line = lines[at];
  return line?.kind === 'row' && y < tops[at] + ROW_HEIGHT ? line.row : null;
}

/** Where a row's line begins, in pixels; 0 where it is not shown. */
export function topOf({ lines, tops }: Lines, row: number): number {
  return tops[lines.findIndex((line) => line.kind === 'row' && line.row === row)] ?? 0;
}
