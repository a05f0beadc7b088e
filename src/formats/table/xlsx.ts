import ExcelJS from 'exceljs';
import { formatClock } from '@/core/time/format';
import { FORMULA, type Table, UnreadableFile, guarded, unguarded } from './cells';

/** What of a sheet says nothing of a list, and can ask for millions of cells. */
const NOT_READ = ['dataValidations', 'conditionalFormatting'];

/** How often progress is told, in rows. */
const STEP = 500;

/**
 * Reads the sheets of a workbook that hold anything. Dates become `YYYY-MM-DD`, times `HH:MM`; of a formula the
 * result that the file carries is read, nothing is computed; without one the cell is {@link FORMULA}. Throws {@link UnreadableFile}.
 */
export async function parseXlsx(
  bytes: Uint8Array,
  onRows: (rows: number) => void = () => undefined,
): Promise<Table[]> {
  const starts = (...mark: number[]) => mark.every((byte, i) => bytes[i] === byte);
  if (starts(0xd0, 0xcf, 0x11, 0xe0))
    throw new UnreadableFile(
      'This is a workbook of the old form (.xls), whatever its name says, or one with a password. Save it as XLSX or CSV and try again.',
    );
  if (!starts(0x50, 0x4b))
    throw new UnreadableFile('This is no workbook. Save the list as XLSX or CSV and try again.');
  const workbook = new ExcelJS.Workbook();
  // Names of ranges say nothing of a list, and one over a whole sheet would be spelled out cell by cell.
  Object.defineProperty(workbook.definedNames, 'model', { get: () => [], set: () => undefined });
  try {
    await workbook.xlsx.load(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
      { ignoreNodes: NOT_READ },
    );
  } catch {
    throw new UnreadableFile(
      'The workbook is damaged and cannot be read. Save it anew as XLSX or CSV and try again.',
    );
  }
  const tables: Table[] = [];
  let read = 0;
  for (const sheet of workbook.worksheets) {
    const lines: { row: number; cells: string[] }[] = [];
    sheet.eachRow((row, number) => {
      const cells: string[] = [];
      for (let i = 1; i <= row.cellCount; i++) cells.push(textOf(row.getCell(i).value).trim());
      while (cells.length > 0 && cells[cells.length - 1] === '') cells.pop();
      if (cells.length > 0) lines.push({ row: number, cells });
      if (++read % STEP === 0) onRows(read);
    });
    if (lines.length > 0) tables.push({ sheet: sheet.name, lines });
  }
  return tables;
}

function textOf(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return dateText(value);
  if (typeof value !== 'object') return typeof value === 'string' ? unguarded(value) : String(value);
  if ('richText' in value) return value.richText.map((part) => part.text).join('');
  if ('text' in value)
    return typeof value.text === 'string' ? value.text : textOf(value.text as ExcelJS.CellValue);
  if ('formula' in value || 'sharedFormula' in value) {
    const { result } = value as { result?: ExcelJS.CellValue };
    return result === undefined || result === null ? FORMULA : textOf(result);
  }
  return 'error' in value ? String(value.error) : '';
}

/** Workbooks hold times as dates of the year 1899 and dates as midnights, both in UTC. */
function dateText(date: Date): string {
  const iso = date.toISOString();
  const minute = date.getUTCHours() * 60 + date.getUTCMinutes();
  if (date.getUTCFullYear() < 1901) return formatClock(minute);
  return minute === 0 ? iso.slice(0, 10) : `${iso.slice(0, 10)} ${formatClock(minute)}`;
}

/** Writes lines as a workbook of one sheet; everything is text, the first line stays in view. */
export async function formatXlsx(
  sheetName: string,
  lines: readonly (readonly string[])[],
): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  const sheet = workbook.addWorksheet(sheetName, { views: [{ state: 'frozen', ySplit: 1 }] });
  for (const line of lines) sheet.addRow(line.map(guarded));
  sheet.getRow(1).font = { bold: true };
  sheet.columns.forEach((column) => {
    column.width = 18;
    column.numFmt = '@';
  });
  return new Uint8Array((await workbook.xlsx.writeBuffer()) as ArrayBuffer);
}
