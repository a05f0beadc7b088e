import type ExcelJS from 'exceljs';
import { draftsText } from '@/core/sheets/drafts-text';
import type { SheetCell, TableSheet } from '@/core/sheets/table-sheet';
import { HOURS, TEXT, WIDE } from './book-line';

/** Signs on a line of a day, and the height of a line in points. */
const [SIGNS, LINE] = [19, 14.5];

function linesOf({ away, entries }: SheetCell): number {
  const texts = entries.map(({ times, what }) => Math.ceil((times.length + 1 + what.length) / SIGNS));
  return texts.reduce((sum, lines) => sum + lines, away ? 1 : 0);
}

/** Adds the week as it is printed: people by days, to be read and not to be computed with. */
export function addWeek(
  book: ExcelJS.Workbook,
  { title, site, heads, rows, drafts, of, empty }: TableSheet,
): void {
  const sheet = book.addWorksheet('Week', {
    pageSetup: { ...WIDE, printTitlesRow: '1:2' },
    views: [{ state: 'frozen', xSplit: 1, ySplit: 2 }],
  });
  sheet.columns = [
    { width: 24, style: { numFmt: TEXT } },
    ...heads.map(() => ({ width: SIGNS, style: { numFmt: TEXT } })),
    { width: 9, style: { numFmt: HOURS } },
  ];
  const note = draftsText(drafts, of, 'in slanted letters');
  sheet.addRow([`${title}, ${site}${note === null ? '' : `. ${note}`}`]).font = { bold: true };
  sheet.addRow([
    '',
    ...heads.map(({ name, remark }) => (remark ? `${name}\n${remark}` : name)),
    'Hours',
  ]).font = {
    bold: true,
  };
  sheet.getRow(2).alignment = { wrapText: true, vertical: 'bottom' };
  for (const { name, cells, paid } of rows) {
    const row = sheet.addRow([
      name,
      ...cells.map(({ away, entries }) =>
        [...(away ? ['away'] : []), ...entries.map(({ times, what }) => `${times} ${what}`.trim())].join(
          '\n',
        ),
      ),
      (paid ?? 0) / 60,
    ]);
    row.alignment = { wrapText: true, vertical: 'top' };
    // No spreadsheet makes room for lines that it did not break itself.
    row.height = LINE * Math.max(1, ...cells.map(linesOf));
    cells.forEach(({ entries }, i) => {
      if (entries.some(({ draft }) => draft)) row.getCell(i + 2).font = { italic: true };
    });
  }
  if (rows.length === 0) sheet.addRow([empty]);
}
