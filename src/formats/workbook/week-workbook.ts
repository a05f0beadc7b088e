import ExcelJS from 'exceljs';
import type { Judgement } from '@/core/consequences/judge';
import type { TableSheet } from '@/core/sheets/table-sheet';
import type { BookLine } from './book-line';
import { addCoverage } from './coverage-sheet';
import { addHours } from './hours-sheet';
import { addRoles } from './roles-sheet';
import { addShifts } from './shifts-sheet';
import { addWeek } from './week-sheet';

/** What a workbook of a week is made of. */
export interface WeekBook {
  /** The week as it is printed. */
  readonly sheet: TableSheet;
  readonly judgement: Judgement;
  /** The shifts of the week by date and start, those of the night before it first. */
  readonly lines: readonly BookLine[];
}

/**
 * A week as a workbook: as it is printed, then the shifts, a row each, and coverage and hours computed from them by
 * formulas, so that whoever changes a time sees what it would do. What the application computed stands in each as its
 * last result. Names and notes are text, also once a cell is edited.
 */
export async function weekWorkbook({ sheet, judgement, lines }: WeekBook): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  addWeek(book, sheet);
  // The other sheets are named by formulas: in the order in which they are read.
  const coverage = book.addWorksheet('Coverage');
  const hours = book.addWorksheet('Hours');
  const roles = addRoles(book, judgement.plan.roles);
  const shifts = addShifts(book, lines, judgement, roles);
  addCoverage(coverage, judgement, shifts);
  addHours(hours, judgement, lines, shifts);
  return new Uint8Array((await book.xlsx.writeBuffer()) as ArrayBuffer);
}
