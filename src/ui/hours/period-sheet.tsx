import { edgeText } from '@/core/clock/explain';
import { formatDate } from '@/core/time/day';
import { formatDay, formatDays, formatTime, formatTimeSpan } from '@/core/time/format';
import { type ZoneClock, zoneClock } from '@/core/time/zone';
import { differenceFigure, hoursFigure, hoursText } from '@/core/timesheet/figures';
import { typedText } from '@/core/timesheet/typed-hours';
import type { SheetDayView, SheetPage } from '@/server/hours/payload';
import { buttonClass } from '../kit/button';
import { PrintButton } from '../print/print-button';
import { TotalsTable } from './totals-table';
import { StepList } from './step-list';
import { STATE_WORDS } from './words';

/** A period of one person on one page, with lines to sign on. */
export function PeriodSheet({ sheet }: { readonly sheet: SheetPage }) {
  const { period, days, figures, name } = sheet;
  const clock = zoneClock(sheet.timeZone, period.first - 2, period.first + period.days + 2);
  const shown = days.filter(
    ({ worked, planned, credited, entry, typed }) =>
      worked !== 0 || planned > 0 || credited > 0 || entry !== null || typed.length > 0,
  );
  return (
    // Paper is light, whatever the screen is.
    <main data-theme="quay" className="bg-sheet text-ink mx-auto max-w-[860px] px-8 py-6 print:p-0">
      <nav aria-label="Page" className="mb-5 flex gap-3 print:hidden">
        <a
          className={buttonClass('plain')}
          href={`/hours/${encodeURIComponent(sheet.site)}?on=${formatDate(period.first)}`}
        >
          Back to the hours
        </a>
        <PrintButton />
      </nav>
      <h1 className="font-serif text-xl font-semibold">{name}</h1>
      <p className="text-muted mb-3">
        {formatDays(period.first, period.days)}, period {period.number} of {period.of},{' '}
        {STATE_WORDS[sheet.state]}
      </p>
      <table className="mb-4 w-full text-sm">
        <thead className="border-ink border-b text-left">
          <tr>
            <th scope="col">Date</th>
            <th scope="col">Times, and what they count as</th>
            <th scope="col" className="pl-3 text-right">
              Worked
            </th>
            <th scope="col" className="pl-3 text-right">
              Planned
            </th>
            <th scope="col" className="pl-3 text-right">
              Difference
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((day) => (
            <tr key={day.date} className="border-fine border-b align-top">
              <th scope="row" className="pr-3 text-left font-normal whitespace-nowrap">
                {formatDay(day.date)}
              </th>
              <td className="pr-3">{timesText(day, sheet, clock)}</td>
              <td className="text-right">{hoursFigure(day.worked + day.credited, figures)}</td>
              <td className="text-right">{hoursFigure(day.planned, figures)}</td>
              <td className="text-right">{differenceFigure(day.worked - day.planned, figures)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot className="font-semibold">
          <tr>
            <th scope="row" className="text-left" colSpan={2}>
              Together
            </th>
            <td className="text-right">
              {hoursFigure(
                days.reduce((sum, { worked, credited }) => sum + worked + credited, 0),
                figures,
              )}
            </td>
            <td className="text-right">{hoursFigure(sheet.planned, figures)}</td>
            <td className="text-right">{differenceFigure(sheet.worked - sheet.planned, figures)}</td>
          </tr>
        </tfoot>
      </table>
      <div className="max-w-[420px]">
        <TotalsTable totals={sheet.totals} figures={figures} currency={sheet.currency} />
      </div>
      <StepList steps={sheet.steps} className="mt-3 text-sm" />
      <div className="mt-12 grid grid-cols-2 gap-12 text-sm">
        {[name, 'For the site'].map((who) => (
          <p key={who} className="border-ink border-t pt-1">
            {who}, date
          </p>
        ))}
      </div>
    </main>
  );
}

/** All of a date in one text: each time with what it counts as, what was typed, and what is not regular. */
function timesText({ entry, typed, lines, look }: SheetDayView, sheet: SheetPage, clock: ZoneClock): string {
  const { hourFormat, figures } = sheet;
  const clocked = (entry?.parts ?? []).flatMap(({ stints }) =>
    stints.flatMap(({ start, end, breaks, isRunning }) => [
      `In ${edgeText(start, clock, hourFormat)}`,
      ...breaks.map(
        ({ from, to, minutes }) =>
          `break ${minutes === null ? formatTime(clock.wall(from), hourFormat) : formatTimeSpan(clock.wall(from), clock.wall(to), hourFormat)}`,
      ),
      ...(isRunning ? [] : [`out ${edgeText(end, clock, hourFormat)}`]),
    ]),
  );
  return [
    ...clocked,
    ...typed.map((row) => `typed ${typedText(row, hourFormat)}${row.note ? ` (${row.note})` : ''}`),
    ...lines
      .filter(({ kind }) => kind.kind !== 'regular')
      .map(({ name, minutes }) => `${name} ${hoursText(minutes, figures)}`),
    ...look,
  ].join('; ');
}
