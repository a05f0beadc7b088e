import type { DaySheet } from '@/core/sheets/day-sheet';
import { PAPERS, type Paper, USUAL_PAPER } from '@/core/sheets/paper';
import { monthOf } from '@/core/time/month';
import { type TableSheet, inParts } from '@/core/sheets/table-sheet';
import { type Day, formatDate } from '@/core/time/day';
import { buttonClass } from '../kit/button';
import { DayOfSheet } from './day-of-sheet';
import { PaperChoice } from './paper-choice';
import { PrintButton } from './print-button';
import { TableOfSheet } from './table-of-sheet';

const KINDS = [
  ['day', 'Day', ''],
  ['week', 'Week', '/week'],
  ['month', 'Month', '/month'],
] as const;

/** A sheet for the wall as it is printed, and on the screen alone what it is made into: paper, printer, file. */
export function SheetPage({
  at,
  kind,
  date,
  person,
  paper,
  sheet,
  inks,
  back,
}: {
  /** Address of the site's sheets. */
  readonly at: string;
  readonly kind: 'day' | 'week' | 'month';
  readonly date: Day;
  readonly person: string | null;
  readonly paper: Paper;
  readonly sheet: DaySheet | TableSheet;
  readonly inks: Readonly<Record<string, string>>;
  readonly back: string;
}) {
  const on = paper === USUAL_PAPER ? '' : `?paper=${paper}`;
  const to = (day: Day, path: string) => `${at}/${formatDate(day)}${path}${on}`;
  const path = KINDS.find(([id]) => id === kind)![2];
  const own = person === null ? path : `${path}/${encodeURIComponent(person)}`;
  const pdf = (more: string) => `/api${at}/${formatDate(date)}/${kind}?paper=${paper}${more}`;
  const isEmpty = sheet.of === 0 && ('hours' in sheet || sheet.rows.length === 0);
  return (
    // Paper is light, whatever the screen is.
    <div
      data-theme="quay"
      className="sheet-page bg-sheet text-ink mx-auto max-w-[1180px] px-8 py-6 print:p-0"
    >
      <style>{pageRule(paper, `${sheet.title} · ${sheet.site}`)}</style>
      <nav aria-label="Sheets" className="mb-5 flex flex-wrap items-center gap-3 print:hidden">
        <a className={buttonClass('plain')} href={back}>
          Back to the week
        </a>
        <div className="join">
          {KINDS.map(([id, name, rest]) => (
            <a
              key={id}
              className={buttonClass(id === kind ? 'chosen' : 'plain', 'join-item')}
              aria-current={id === kind && person === null ? 'page' : undefined}
              href={to(date, rest)}
            >
              {name}
            </a>
          ))}
        </div>
        <div className="join">
          <a className={buttonClass('plain', 'join-item')} href={to(stepped(kind, date, -1), own)}>
            Earlier
          </a>
          <a className={buttonClass('plain', 'join-item')} href={to(stepped(kind, date, 1), own)}>
            Later
          </a>
        </div>
        <span className="flex-1" />
        <PaperChoice value={paper} />
        {!isEmpty && (
          <>
            {/* Files, not pages. */}
            <a
              className={buttonClass('plain')}
              href={pdf(person === null ? '' : `&person=${encodeURIComponent(person)}`)}
              download
            >
              PDF
            </a>
            {kind !== 'day' && person === null && (
              <a className={buttonClass('plain')} href={pdf('&each=true')} download>
                PDF, a page each
              </a>
            )}
            {kind === 'week' && (
              <a className={buttonClass('plain')} href={`/api${back}/workbook`} download>
                XLSX
              </a>
            )}
            <PrintButton />
          </>
        )}
      </nav>
      <header className="border-ink mb-3 flex items-baseline justify-between gap-6 border-b-2 pb-1.5">
        <h1 className="font-serif text-xl font-semibold">
          {sheet.title}
          {'holidays' in sheet && sheet.holidays && (
            <span className="text-brass text-lg italic"> {sheet.holidays}</span>
          )}
        </h1>
        <p className="font-semibold">{sheet.site}</p>
      </header>
      {'hours' in sheet ? (
        <DayOfSheet sheet={sheet} inks={inks} />
      ) : (
        inParts(sheet, PAPERS[paper].isUpright).map((part, i) => (
          <TableOfSheet
            key={i}
            sheet={part}
            isFirst={i === 0}
            linkOf={kind === 'month' && person === null ? (id) => to(date, `/month/${id}`) : undefined}
          />
        ))
      )}
    </div>
  );
}

/** A date in the day, week or month before or after. */
function stepped(kind: 'day' | 'week' | 'month', date: Day, by: -1 | 1): Day {
  if (kind !== 'month') return date + by * (kind === 'week' ? 7 : 1);
  const { first, days } = monthOf(date);
  return by === 1 ? first + days : monthOf(first - 1).first;
}

/** The paper, and at the foot of each page what it belongs to and which it is. */
function pageRule(paper: Paper, title: string): string {
  const small = "font: 8pt 'Archivo Variable', sans-serif";
  return `@page { size: ${PAPERS[paper].css}; margin: 12mm 10mm 14mm;
    @bottom-left { content: ${cssText(title)}; ${small} }
    @bottom-right { content: counter(page) ' / ' counter(pages); ${small} } }`;
}

/** A text as a string of a style sheet: whatever is no letter or figure by its number, so that it ends nothing. */
function cssText(text: string): string {
  const signs = [...text].map((sign) =>
    /[A-Za-z0-9]/.test(sign) ? sign : `\\${sign.codePointAt(0)!.toString(16)} `,
  );
  return `"${signs.join('')}"`;
}
