import type { Content, ContentTable, CustomTableLayout, TableCell } from 'pdfmake/interfaces';
import { draftsText } from '@/core/sheets/drafts-text';
import { PAPERS, type Paper } from '@/core/sheets/paper';
import { type SheetCell, type SheetEntry, type TableSheet, inParts } from '@/core/sheets/table-sheet';
import { civilOf } from '@/core/time/day';
import { formatHours } from '@/core/time/format';
import { LINE, MUTED, PdfPage } from './document';
import type { Face } from './faces';

/** Ground of days that do not belong to the sheet. */
const OUTSIDE = '#efece4';
const PADDING = 2.5;
const HOURS = 44;
/** How wide the column of names is, by kind of sheet. */
const NAMES = { week: 100, month: 96, person: 52 } as const;
/** A week of no more rows is written large. */
const FEW_ROWS = 24;
/** How many signs of a cell surely fit on a page, and what an entry takes besides its own words. */
const MOST_SIGNS = 300;
const ENTRY_SIGNS = 20;
/** The least height of a day on a sheet that is somebody's own. */
const OWN_DAY = 62;

/** Sheets of people, or of somebody's weeks, by days, as one PDF: each begins on a page of its own. */
export async function tablesPdf(
  sheets: readonly TableSheet[],
  title: string,
  paper: Paper,
  faces: readonly Face[],
): Promise<Uint8Array> {
  const page = new PdfPage(faces, paper);
  const parts = sheets.flatMap((sheet) => inParts(sheet, PAPERS[paper].isUpright));
  const content = parts.map((part, i) => tableOf(page, part, i > 0));
  return page.file(title, content);
}

function tableOf(page: PdfPage, sheet: TableSheet, isNext: boolean): Content {
  const { kind, heads, rows, paid } = sheet;
  const hasHours = rows.some((row) => row.paid !== null);
  const room = page.width - (heads.length + (hasHours ? 2 : 1)) * 2 * PADDING;
  const names = NAMES[kind];
  const width = (room - names - (hasHours ? HOURS : 0)) / heads.length;
  const columns = heads.length + (hasHours ? 2 : 1);
  // Where there is room it is written so that it can be read from a step away.
  const size = kind === 'person' || (kind === 'week' && rows.length <= FEW_ROWS) ? 9.5 : 8;
  const hours = (minutes: number, weight: 'normal' | 'bold' = 'normal') => ({
    ...page.text(formatHours(minutes), { size, weight, width: HOURS }),
    alignment: 'right' as const,
  });
  const body: TableCell[][] = [
    titleRow(page, sheet, columns),
    [
      page.text(sheet.corner, { width: names, color: MUTED }),
      ...heads.map(({ name, remark }) => ({
        stack: [
          page.text(name, { weight: 'bold', width }),
          ...(remark ? [page.text(remark, { size: 7, color: MUTED, width })] : []),
        ],
      })),
      ...(hasHours
        ? [{ ...page.text('Hours', { weight: 'bold', width: HOURS }), alignment: 'right' as const }]
        : []),
    ],
    ...rows.map((row): TableCell[] => [
      page.text(row.name, { size, weight: 'bold', width: names }),
      ...row.cells.map((cell) => cellOf(page, cell, kind, width, size)),
      ...(hasHours ? [hours(row.paid ?? 0)] : []),
    ]),
  ];
  if (rows.length === 0)
    body.push([{ ...page.text(sheet.empty, { width: room }), colSpan: columns }, ...filled(columns - 1)]);
  if (paid !== null && rows.length > 0)
    body.push([
      page.text('In all', { size, weight: 'bold', width: names }),
      ...filled(columns - 2),
      hours(paid, 'bold'),
    ]);
  const table: ContentTable = {
    table: {
      headerRows: 2,
      dontBreakRows: !rows.some(isTall),
      widths: [names, ...heads.map(() => width), ...(hasHours ? [HOURS] : [])],
      heights: (row) => (kind === 'person' && row > 1 && row < 2 + rows.length ? OWN_DAY : 'auto'),
      body,
    },
    layout: LAYOUT,
    ...(isNext ? { pageBreak: 'before' as const } : {}),
  };
  return table;
}

/** Whether a row might be taller than a page: kept in one piece it would not be drawn at all. */
function isTall({ cells }: TableSheet['rows'][number]): boolean {
  return cells.some(
    ({ entries }) => entries.reduce((sum, { what }) => sum + ENTRY_SIGNS + what.length, 0) > MOST_SIGNS,
  );
}

/** What the sheet is, over its table on every page. */
function titleRow(page: PdfPage, sheet: TableSheet, columns: number): TableCell[] {
  const { title, site, remark, drafts, of } = sheet;
  const room = page.width * 0.7;
  const said = [draftsText(drafts, of, 'with a dashed line'), remark].filter(Boolean).join(' ');
  return [
    {
      colSpan: columns,
      columns: [
        {
          width: room,
          stack: [
            page.text(title, { size: 14, isTitle: true, weight: 'bold', width: room }),
            ...(said ? [page.text(said, { width: room })] : []),
          ],
        },
        {
          ...page.text(site, { size: 10, weight: 'bold', width: page.width * 0.28 }),
          alignment: 'right',
          margin: [0, 4, 0, 0],
        },
      ],
      margin: [0, 0, 0, 3],
    },
    ...filled(columns - 1),
  ];
}

function filled(count: number): TableCell[] {
  return Array.from({ length: count }, () => '');
}

function cellOf(
  page: PdfPage,
  { date, away, entries }: SheetCell,
  kind: TableSheet['kind'],
  width: number,
  size: number,
): TableCell {
  if (date === null) return { text: '', fillColor: OUTSIDE };
  const stack: Content[] = [];
  if (kind === 'person') stack.push(page.text(String(civilOf(date).date), { size: 7, color: MUTED, width }));
  if (away) stack.push(page.text('away', { size: kind === 'month' ? 6 : size, color: MUTED, width }));
  for (const entry of entries)
    stack.push(kind === 'month' ? narrow(page, entry, width) : wide(page, entry, width, size));
  return stack.length === 0 ? '' : { stack };
}

function wide(page: PdfPage, { times, what, draft }: SheetEntry, width: number, size: number): Content {
  const words = what === '' ? '' : ` ${what.replaceAll(' · ', '\u00a0· ')}`;
  return {
    text: [
      page.text(times, { size, weight: 'bold', isDashed: draft, width }),
      page.text(words, { size, width }),
    ],
    margin: [0, 0, 0, 2],
  };
}

/** Start, end and role over each other, for a column of a month. */
function narrow(page: PdfPage, { from, to, mark, draft }: SheetEntry, width: number): Content {
  return {
    stack: [
      page.text(from, { size: 6, weight: 'bold', width }),
      page.text(to, { size: 6, weight: 'bold', isDashed: draft, width }),
      { ...page.text(mark, { size: 6, width }), margin: [0, 1, 0, 0] },
    ],
    margin: [0, 0, 0, 2],
  };
}

const LAYOUT: CustomTableLayout = {
  // Under the title a strong line, none over it and none around the table.
  hLineWidth: (i, node) => (i === 0 ? 0 : i === 1 ? 1.2 : i === node.table.body.length ? 0.8 : 0.4),
  vLineWidth: (i, node) => (i === 0 || i === node.table.widths!.length ? 0 : 0.4),
  hLineColor: (i) => (i === 1 ? '#1b2430' : LINE),
  vLineColor: () => LINE,
  paddingLeft: () => PADDING,
  paddingRight: () => PADDING,
  paddingTop: () => 2,
  paddingBottom: () => 1.5,
};
