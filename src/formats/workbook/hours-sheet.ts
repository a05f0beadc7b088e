import type ExcelJS from 'exceljs';
import type { Judgement } from '@/core/consequences/judge';
import { columnName } from '../table/cells';
import { type BookLine, DATE, HOURS, TEXT, WIDE, dateCell, withHead } from './book-line';
import type { ShiftsSheet } from './shifts-sheet';

/** Fills the sheet of paid hours by person and day, with their sums: all of it computed from the shifts. */
export function addHours(
  sheet: ExcelJS.Worksheet,
  { plan }: Judgement,
  lines: readonly BookLine[],
  shifts: ShiftsSheet,
): void {
  const days = Array.from({ length: plan.days }, (_, i) => plan.from + i);
  const people = [...new Set(lines.flatMap(({ person }) => (person === '' ? [] : [person])))].sort((a, b) =>
    a.localeCompare(b),
  );
  const paid = new Map<string, number>();
  for (const { shift, person } of lines) {
    const key = `${person} ${shift.date}`;
    paid.set(key, (paid.get(key) ?? 0) + shift.paid / 60);
  }
  sheet.columns = [
    { width: 24, style: { numFmt: TEXT } },
    ...days.map(() => ({ width: 18, style: { numFmt: HOURS } })),
    { width: 10, style: { numFmt: HOURS, font: { bold: true } } },
  ];
  sheet.addRow(['Person', ...days.map(dateCell), 'In all']);
  sheet.getRow(1).numFmt = DATE;
  const lastDay = columnName(days.length);
  people.forEach((name, i) => {
    const row = i + 2;
    const worked = days.map((day) => paid.get(`${name} ${day}`) ?? 0);
    sheet.addRow([
      name,
      ...days.map((_, d): ExcelJS.CellValue => {
        const column = columnName(d + 1);
        // Compared, not searched for: a name may hold signs that a search takes for something else.
        return {
          formula: `SUMPRODUCT((${shifts.person}=$A${row})*(${shifts.date}=${column}$1)*${shifts.paid})`,
          result: worked[d],
        };
      }),
      { formula: `SUM(B${row}:${lastDay}${row})`, result: worked.reduce((all, hours) => all + hours, 0) },
    ]);
  });
  const last = people.length + 1;
  const total = (day: number) => people.reduce((all, name) => all + (paid.get(`${name} ${day}`) ?? 0), 0);
  sheet.addRow([
    'In all',
    ...[...days, null].map((day, d): ExcelJS.CellValue => {
      const column = columnName(d + 1);
      return {
        formula: `SUM(${column}2:${column}${Math.max(2, last)})`,
        result: day === null ? days.reduce((all, one) => all + total(one), 0) : total(day),
      };
    }),
  ]).font = { bold: true };
  Object.assign(sheet.pageSetup, WIDE, { printTitlesRow: '1:1' });
  withHead(sheet, 1);
}
