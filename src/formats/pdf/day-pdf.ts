import type { CanvasElement, Content, TableCell } from 'pdfmake/interfaces';
import type { DayRow, DaySheet } from '@/core/sheets/day-sheet';
import { draftsText } from '@/core/sheets/drafts-text';
import type { Paper } from '@/core/sheets/paper';
import type { Span } from '@/core/time/span';
import { INK, LINE, MUTED, PdfPage } from './document';
import type { Face } from './faces';

const NAMES = 132;
const BAR = 12;
/** How many signs of what is said of a shift surely fit on a page. */
const MOST_SIGNS = 1200;

/** A day by hour for the wall, as a PDF. */
export async function dayPdf(sheet: DaySheet, paper: Paper, faces: readonly Face[]): Promise<Uint8Array> {
  const page = new PdfPage(faces, paper);
  const room = page.width - NAMES;
  const { title, holidays, site, note, rows, hours, marks, sum } = sheet;
  const head: TableCell[] = [
    '',
    {
      columns: marks.map(({ name }) =>
        page.text(name, { size: 7, color: MUTED, width: room / marks.length }),
      ),
      columnGap: 0,
    },
  ];
  const content: Content[] = [
    {
      columns: [
        page.text([title, holidays].filter(Boolean).join(', '), {
          ...{ size: 16, isTitle: true, weight: 'bold', width: page.width * 0.7 },
        }),
        {
          ...page.text(site, { size: 10, weight: 'bold', width: page.width * 0.28 }),
          alignment: 'right',
          margin: [0, 6, 0, 0],
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 2, x2: page.width, y2: 2, lineWidth: 1.2, lineColor: INK }] },
  ];
  const drafts = draftsText(sheet.drafts, sheet.of, 'drawn dashed');
  if (drafts) content.push({ ...page.text(drafts, { width: page.width }), margin: [0, 4, 0, 0] });
  if (note) content.push({ ...page.text(note, { size: 11, width: page.width }), margin: [0, 6, 0, 2] });
  if (rows.length === 0)
    content.push({
      ...page.text('Nobody is planned on this day.', { size: 10, color: MUTED, width: page.width }),
      margin: [0, 16, 0, 0],
    });
  else
    content.push(
      {
        margin: [0, 6, 0, 0],
        table: {
          headerRows: 1,
          // A row that is taller than a page would not be drawn at all if it were kept in one piece.
          dontBreakRows: rows.every(({ said, tasks }) => said.length + tasks.join().length < MOST_SIGNS),
          widths: [NAMES, room],
          body: [head, ...rows.map((row) => rowOf(page, row, hours, room))],
        },
        layout: { ...BARE, hLineWidth: (i) => (i === 0 ? 0 : 0.4), hLineColor: () => LINE },
      },
      coverageOf(page, sheet, room),
      { ...page.text(sum, { color: MUTED, width: page.width }), margin: [0, 6, 0, 0] },
    );
  return page.file(`${title} · ${site}`, content);
}

function rowOf(
  page: PdfPage,
  { name, when, bar, breaks, draft, said, tasks }: DayRow,
  hours: Span,
  room: number,
): TableCell[] {
  const at = (minute: number) => ((minute - hours.from) / (hours.to - hours.from)) * room;
  const rect = (span: Span, inset: number): CanvasElement => ({
    type: 'rect',
    x: at(span.from),
    y: inset,
    w: at(span.to) - at(span.from),
    h: BAR - 2 * inset,
  });
  // What is said of a shift stands under its bar, as long as there is room for it to the right.
  const left = Math.min(at(bar.from), room * 0.55);
  const under = { margin: [left, 1, 0, 0] as [number, number, number, number] };
  const width = room - left;
  return [
    {
      stack: [
        page.text(name, { size: 10, weight: 'bold', width: NAMES - 6 }),
        page.text(when, { size: 8, width: NAMES - 6 }),
      ],
    },
    {
      stack: [
        {
          canvas: [
            {
              ...(rect(bar, 0) as object),
              lineWidth: 1,
              lineColor: INK,
              ...(draft ? { dash: { length: 3, space: 2 } } : { color: '#dcd6c8' }),
            } as CanvasElement,
            ...breaks.map(
              (pause) => ({ ...(rect(pause, 3) as object), lineWidth: 0, color: '#ffffff' }) as CanvasElement,
            ),
          ],
        },
        ...(said ? [{ ...page.text(said, { width }), ...under }] : []),
        ...(tasks.length > 0
          ? [{ ...page.text(tasks.map((task) => `[  ] ${task}`).join('   '), { width }), ...under }]
          : []),
      ],
    },
  ];
}

function coverageOf(page: PdfPage, { coverage: { heads, rows } }: DaySheet, room: number): Content {
  if (rows.length === 0) return '';
  const width = room / heads.length;
  return {
    unbreakable: true,
    stack: [
      {
        ...page.text('People on / people needed in each hour', { color: MUTED, width: page.width }),
        margin: [0, 10, 0, 3],
      },
      {
        table: {
          widths: [NAMES, ...heads.map(() => width)],
          body: [
            [
              page.text('From', { color: MUTED, width: NAMES }),
              ...heads.map((head) => page.text(head, { size: 7, color: MUTED, width })),
            ],
            ...rows.map(({ name, cells }): TableCell[] => [
              page.text(name, { weight: 'bold', width: NAMES }),
              ...cells.map(({ text, isShort }): TableCell => ({
                // Where people are missing it is set off, which is seen without any colour.
                ...page.text(isShort ? `${text} !` : text, {
                  size: 7,
                  weight: isShort ? 'bold' : 'normal',
                  width,
                }),
              })),
            ]),
          ],
        },
        layout: {
          ...BARE,
          hLineWidth: (i, node) => (i > 0 && i < node.table.body.length ? 0.4 : 0),
          hLineColor: () => LINE,
        },
      },
    ],
  };
}

const BARE = {
  vLineWidth: () => 0,
  paddingLeft: () => 0,
  paddingRight: () => 0,
  paddingTop: () => 2,
  paddingBottom: () => 2,
};
