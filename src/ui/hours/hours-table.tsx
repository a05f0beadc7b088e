import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { Pencil } from 'lucide-react';
import { useRef } from 'react';
import { civilOf, weekdayOf } from '@/core/time/day';
import { SHORT_WEEKDAYS } from '@/core/time/format';
import { differenceFigure, hoursFigure } from '@/core/timesheet/figures';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { HoursCell, HoursPage, HoursRow } from '@/server/hours/payload';
import { scrollerOf } from '../canvas/scroller';
import { STATE_LINES, STATE_WORDS } from './words';

/** Pixels: height of a row, width of a day at least, of names and of a sum. */
const [ROW, DAY_WIDTH, NAME_WIDTH, SUM_WIDTH] = [46, 50, 156, 66];

interface Props {
  readonly page: HoursPage;
  readonly rows: readonly HoursRow[];
  readonly figures: HoursRules['figures'];
  readonly chosen: string | null;
  readonly onChoose: (person: string) => void;
}

/** People by days: what was worked, by how much it differs from what was planned, and what is to be looked at. */
export function HoursTable({ page, rows, figures, chosen, onChoose }: Props) {
  const { period, today } = page;
  const body = useRef<HTMLTableElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scrollerOf(body.current),
    estimateSize: () => ROW,
    getItemKey: (index) => rows[index].id,
    initialRect: { width: 1280, height: 800 },
    overscan: 10,
  });
  const items = virtual.getVirtualItems();
  const [before, after] = [
    items[0]?.start ?? 0,
    virtual.getTotalSize() - (items.at(-1)?.end ?? virtual.getTotalSize()),
  ];
  const dates = Array.from({ length: period.days }, (_, i) => period.first + i);
  const isWeekend = (date: number) => weekdayOf(date) >= 5;
  return (
    // On a narrow page it scrolls within itself both ways, so that the page needs not.
    <div className="max-lg:max-h-[70dvh] max-lg:overflow-auto">
      <table
        ref={body}
        aria-rowcount={rows.length + 1}
        className="w-full table-fixed border-separate border-spacing-0"
        style={{ minWidth: NAME_WIDTH + dates.length * DAY_WIDTH + 2 * SUM_WIDTH }}
      >
        <colgroup>
          <col style={{ width: NAME_WIDTH }} />
          {dates.map((date) => (
            <col key={date} />
          ))}
          <col style={{ width: SUM_WIDTH }} />
          <col style={{ width: SUM_WIDTH }} />
        </colgroup>
        <thead>
          <tr className="text-sm">
            <th scope="col" className="bg-paper border-ink sticky top-0 left-0 z-20 border-b px-4 text-left">
              <span className="sr-only">Person</span>
            </th>
            {dates.map((date) => (
              <th
                key={date}
                scope="col"
                className={clsx(
                  'border-ink sticky top-0 z-10 border-b px-1 py-1 text-right leading-4 font-normal',
                  isWeekend(date)
                    ? 'bg-[color-mix(in_oklab,var(--color-base-300)_40%,var(--color-base-200))]'
                    : 'bg-paper',
                  date === today && 'underline underline-offset-4',
                )}
              >
                <span className="text-muted block">{SHORT_WEEKDAYS[weekdayOf(date)]}</span>
                <strong>{civilOf(date).date}</strong>
              </th>
            ))}
            {['worked', 'planned'].map((name) => (
              <th
                key={name}
                scope="col"
                className="bg-paper border-ink text-muted sticky top-0 z-10 border-b px-2 py-1 text-right align-bottom font-normal"
              >
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {before > 0 && <Gap height={before} width={dates.length + 3} />}
          {items.map(({ index }) => {
            const row = rows[index];
            const isChosen = row.id === chosen;
            return (
              <tr
                key={row.id}
                aria-rowindex={index + 2}
                aria-selected={isChosen}
                className={clsx('cursor-pointer', isChosen ? 'bg-sheet' : 'hover:bg-sheet')}
                style={{ height: ROW }}
                onClick={() => onChoose(row.id)}
              >
                <th
                  scope="row"
                  className={clsx(
                    'border-fine sticky left-0 z-[5] border-b px-4 text-left align-top font-normal',
                    isChosen ? 'bg-sheet shadow-[inset_3px_0_0_var(--color-primary)]' : 'bg-paper',
                  )}
                >
                  <button
                    type="button"
                    aria-pressed={isChosen}
                    className="block w-full cursor-pointer truncate pt-1 text-left leading-[18px] font-semibold"
                    title={row.name}
                  >
                    {row.name}
                  </button>
                  <span
                    className={clsx(
                      'block truncate text-sm leading-4',
                      row.look + row.asked > 0 && isUndecided(row) ? 'text-gap font-semibold' : 'text-muted',
                    )}
                  >
                    {standing(row)}
                  </span>
                </th>
                {row.cells.map((cell, i) => (
                  <Cell
                    key={i}
                    cell={cell}
                    row={row}
                    figures={figures}
                    isWeekend={isWeekend(period.first + i)}
                    isPast={period.first + i < today}
                  />
                ))}
                <td className="border-fine border-b px-2 pt-1 text-right align-top font-semibold">
                  {hoursFigure(row.worked, figures)}
                </td>
                <td className="border-fine text-muted border-b px-2 pt-1 text-right align-top">
                  {hoursFigure(row.planned, figures)}
                </td>
              </tr>
            );
          })}
          {after > 0 && <Gap height={after} width={dates.length + 3} />}
        </tbody>
      </table>
    </div>
  );
}

function isUndecided({ state }: HoursRow): boolean {
  return state === 'open' || state === 'submitted';
}

/** How somebody's hours stand: what is to be looked at goes before how far they are. */
function standing(row: HoursRow): string {
  if (row.changedBy !== null) return `${STATE_WORDS[row.state]}, changed since`;
  if (!isUndecided(row)) return STATE_WORDS[row.state];
  if (row.asked > 0) return `${row.asked} asked`;
  if (row.look > 0) return `${row.look} to look at`;
  return STATE_WORDS[row.state];
}

function Cell({
  cell,
  row,
  figures,
  isWeekend,
  isPast,
}: {
  readonly cell: HoursCell;
  readonly row: HoursRow;
  readonly figures: HoursRules['figures'];
  readonly isWeekend: boolean;
  readonly isPast: boolean;
}) {
  const { worked, planned, credited, look, isByHand } = cell;
  const isThere = worked !== 0 || credited !== 0 || look.length > 0;
  const difference = isPast && worked !== 0 ? worked - planned : 0;
  const under =
    look[0]?.split(',')[0] ??
    (worked === 0 && credited > 0 ? 'leave' : differenceFigure(difference, figures));
  return (
    <td
      className={clsx('border-fine border-b px-1 pt-1 text-right align-top', isWeekend && 'bg-base-300/40')}
    >
      {isThere && (
        <span className={clsx('block border-b-2 pb-0.5', STATE_LINES[row.state])}>
          <span className="flex items-center justify-end gap-1 leading-[18px] font-semibold">
            {isByHand && <Pencil size={11} className="text-muted" aria-label="set by hand" />}
            {worked !== 0
              ? hoursFigure(worked, figures)
              : credited > 0
                ? hoursFigure(credited, figures)
                : '–'}
          </span>
          <span
            title={look.join(', ') || undefined}
            className={clsx(
              'block min-h-4 truncate text-xs leading-4',
              look.length > 0
                ? 'text-gap font-semibold'
                : difference > 0
                  ? 'text-brass'
                  : difference < 0
                    ? 'text-slate'
                    : 'text-muted',
            )}
          >
            {under}
          </span>
        </span>
      )}
    </td>
  );
}

function Gap({ height, width }: { readonly height: number; readonly width: number }) {
  return (
    <tr aria-hidden style={{ height }}>
      <td colSpan={width} />
    </tr>
  );
}
