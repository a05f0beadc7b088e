import type ExcelJS from 'exceljs';
import { type Judgement, coverageBetween } from '@/core/consequences/judge';
import { columnName } from '../table/cells';
import { DATE, TIME, WIDE, dateCell } from './book-line';
import type { ShiftsSheet } from './shifts-sheet';

/** Fills the sheet of people on, needed and missing by block and role, and in all. What is on is computed from the shifts. */
export function addCoverage(sheet: ExcelJS.Worksheet, judgement: Judgement, shifts: ShiftsSheet): void {
  const { plan, ranges } = judgement;
  const rows = [...plan.roles.map(({ name }) => name), 'Everybody'];
  sheet.columns = [
    { width: 16, style: { numFmt: DATE } },
    { width: 8, style: { numFmt: TIME } },
    // What formulas count by; nobody reads it.
    { width: 9, hidden: true },
    { width: 9, hidden: true },
    ...rows.flatMap(() => [{ width: 7 }, { width: 7 }, { width: 7 }]),
  ];
  sheet.addRow(['', '', '', '', ...rows.flatMap((name) => [name, '', ''])]).font = { bold: true };
  sheet.addRow(['Date', 'From', 'Minute', 'To', ...rows.flatMap(() => ['On', 'Needed', 'Missing'])]).font = {
    bold: true,
  };
  sheet.getRow(2).alignment = { horizontal: 'right' };
  rows.forEach((_, row) => {
    sheet.mergeCells(1, 5 + row * 3, 1, 7 + row * 3);
    sheet.getColumn(5 + row * 3).border = { left: { style: 'thin' } };
  });
  Object.assign(sheet.pageSetup, WIDE, { printTitlesRow: '1:2' });
  sheet.views = [{ state: 'frozen', xSplit: 2, ySplit: 2 }];

  // Every day has the hours of all of them: a shift that is moved to another hour is seen there.
  const own = ranges.slice(0, plan.days).flatMap((range) => range ?? []);
  const shared = {
    from: Math.min(...own.map(({ from }) => from)),
    to: Math.max(...own.map(({ to }) => to)),
  };
  for (let day = 0; day <= plan.days; day++) {
    const range = day < plan.days && own.length > 0 ? shared : ranges[day];
    if (!range) continue;
    const blocks = rows.map((_, row) => coverageBetween(judgement, row, day, range));
    blocks[0].forEach((block, i) => {
      const at = sheet.rowCount + 1;
      const [from, to] = [day * 1440 + block.from, day * 1440 + block.to];
      const cells: ExcelJS.CellValue[] = [dateCell(plan.from + day), (block.from % 1440) / 1440, from, to];
      rows.forEach((_, row) => {
        const { staffed, needed, gap } = blocks[row][i];
        const role = row < plan.roles.length ? String(row + 1) : null;
        const [on, need] = [columnName(4 + row * 3), columnName(5 + row * 3)];
        cells.push(
          {
            formula: `MIN(${shifts.onAt(`$C${at}`, role)},${shifts.leastWithin(`$C${at}`, `$D${at}`, role)})`,
            result: staffed,
          },
          needed,
          { formula: `MAX(0,${need}${at}-${on}${at})`, result: gap },
        );
      });
      sheet.addRow(cells);
    });
  }
  const last = sheet.rowCount;
  rows.forEach((_, row) => {
    const missing = columnName(6 + row * 3);
    sheet.addConditionalFormatting({
      ref: `${missing}3:${missing}${Math.max(3, last)}`,
      rules: [
        {
          type: 'cellIs',
          operator: 'greaterThan',
          formulae: ['0'],
          priority: row + 1,
          style: { font: { bold: true, color: { argb: 'FFB93A1E' } } },
        },
      ],
    });
  });
}
