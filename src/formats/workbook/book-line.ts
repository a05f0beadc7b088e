import type ExcelJS from 'exceljs';
import type { ResolvedShift } from '@/core/plan/resolved-shift';
import { type Day, formatDate } from '@/core/time/day';

/** A shift of a workbook, with what it is named by. */
export interface BookLine {
  readonly shift: ResolvedShift;
  /** Empty: open. What tells two people of one name apart is in it. */
  readonly person: string;
  readonly number: string;
  readonly role: string;
  readonly state: string;
}

/** Cells that hold text and stay text when somebody edits them. */
export const TEXT = '@';
export const DATE = 'ddd d mmm yyyy';
export const TIME = 'hh:mm';
export const HOURS = '0.00';

/** Printed lying, all columns on one page. */
export const WIDE = { orientation: 'landscape', fitToPage: true, fitToWidth: 1, fitToHeight: 0 } as const;

/** A date as a workbook holds it: midnight, in UTC. */
export function dateCell(day: Day): Date {
  return new Date(`${formatDate(day)}T00:00:00Z`);
}

/** The first row in bold, and in view when the sheet is scrolled. */
export function withHead(sheet: ExcelJS.Worksheet, columns = 0): void {
  sheet.getRow(1).font = { bold: true };
  sheet.views = [{ state: 'frozen', ySplit: 1, xSplit: columns }];
}
