import { type TableRow, columnName } from '@/formats/table/cells';

/** Lines with what was typed in place of some of their cells; `width`: how many columns are read. */
export function withMended(
  lines: readonly TableRow[],
  width: number,
  mended: Readonly<Record<string, string>> = {},
): readonly TableRow[] {
  if (Object.keys(mended).length === 0) return lines;
  return lines.map((line) => ({
    ...line,
    cells: Array.from(
      { length: width },
      (_, i) => mended[`${columnName(i)}${line.row}`] ?? line.cells[i] ?? '',
    ),
  }));
}
