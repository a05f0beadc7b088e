import type ExcelJS from 'exceljs';
import type { Role } from '@/core/plan/types';
import { TEXT, withHead } from './book-line';

/** Where roles are numbered: formulas look for numbers, as a name may hold what they take for a sign. */
export interface RolesSheet {
  /** The cells of the names and of their numbers. */
  readonly names: string;
  readonly numbers: string;
}

/** Adds the roles, numbered from 1 in the order of the plan. */
export function addRoles(book: ExcelJS.Workbook, roles: readonly Role[]): RolesSheet {
  const sheet = book.addWorksheet('Roles');
  sheet.columns = [
    { header: 'Role', width: 24, style: { numFmt: TEXT } },
    { header: 'Number', width: 10 },
  ];
  roles.forEach(({ name }, i) => sheet.addRow([name, i + 1]));
  withHead(sheet);
  const last = Math.max(2, roles.length + 1);
  return { names: `Roles!$A$2:$A$${last}`, numbers: `Roles!$B$2:$B$${last}` };
}
