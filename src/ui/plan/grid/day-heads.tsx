import { NotebookText } from 'lucide-react';
import { civilOf, isoWeek } from '@/core/time/day';
import { formatDay, formatLongDay, formatAxisTime } from '@/core/time/format';
import { HEAD_WIDTH } from '../../canvas/row';
import { type Scale, ticksOf, xOf } from '../../canvas/scale';
import { usePageHeader } from '../state/header-context';
import { AS_LISTED, filterSummary } from '@/core/grid/arrangement';
import { useController, usePlan, useView } from '../state/controller';

/** In pixels, its lower line included. */
export const DAY_HEADS_HEIGHT = 44;

/** The days and hours above the canvas, with what is special about a date. */
export function DayHeads({ scale }: { scale: Scale }) {
  const from = usePlan((state) => state.judgement.plan.from);
  const holidays = usePlan((state) => state.judgement.plan.holidays);
  const hourFormat = usePlan((state) => state.hourFormat);
  const { today } = usePageHeader();
  const daybook = usePlan((state) => state.references.daybook);
  const hasDaybook = usePlan((state) => !state.references.off.includes('daybook'));
  const controller = useController();
  const narrow = scale.dayWidth < NARROW;
  return (
    <div role="rowgroup" className="border-rule bg-paper sticky top-0 z-10 shrink-0 border-b">
      <div role="row" aria-rowindex={1} className="relative h-[43px]">
        <div
          role="columnheader"
          className="text-muted absolute bottom-1 left-0 flex justify-between pr-3 pl-4 text-xs"
          style={{ width: HEAD_WIDTH }}
        >
          <RowsButton />
        </div>
        {Array.from({ length: scale.days }, (_, i) => {
          const day = scale.firstDay + i;
          const date = from + day;
          const named = holidays.filter((holiday) => holiday.date === date);
          const name = named.map((holiday) => holiday.name + (holiday.closed ? ', closed' : '')).join(', ');
          const note = daybook.find((one) => one.date === date)?.note ?? null;
          if (narrow)
            return <NarrowDay key={day} {...{ scale, date, name, note }} left={i} today={date === today} />;
          return (
            <div
              key={day}
              role="columnheader"
              className="border-rule absolute inset-y-0 overflow-hidden border-l"
              style={{ left: HEAD_WIDTH + i * scale.dayWidth, width: scale.dayWidth }}
              aria-label={`${formatLongDay(date)}${name ? `, ${name}` : ''}, week ${isoWeek(date).week}`}
            >
              <div
                className={`flex items-baseline gap-1.5 pt-[5px] pl-1 whitespace-nowrap ${note ? 'pr-6' : ''}`}
              >
                <span
                  className={`text-base font-semibold ${date === today ? 'border-ink border-b-2 leading-[15px]' : ''}`}
                >
                  {scale.days === 1 ? formatLongDay(date) : formatDay(date)}
                </span>
                {date === today && scale.dayWidth >= TIGHT && (
                  <span className="text-muted text-xs">today</span>
                )}
                {name && (
                  <span
                    className="text-brass font-stretch-[78%] min-w-0 truncate text-xs italic"
                    title={name}
                  >
                    {scale.dayWidth < TIGHT ? <NotebookText size={11} aria-hidden /> : name}
                  </span>
                )}
              </div>
              {hasDaybook && (
                <button
                  type="button"
                  className={`absolute top-0 right-0 flex min-h-6 max-w-[70%] min-w-6 items-center justify-center truncate pr-1 text-xs ${note ? 'font-semibold underline underline-offset-2' : 'text-muted opacity-0 hover:opacity-100 focus-visible:opacity-100'}`}
                  title={note ?? 'Write a note for this day'}
                  aria-label={
                    note
                      ? `Daybook of ${formatDay(date)}: ${note}`
                      : `Write in the daybook of ${formatDay(date)}`
                  }
                  onPointerDown={(event) => event.stopPropagation()}
                  onClick={() => controller.open({ kind: 'day', day })}
                >
                  {note === null ? '+' : scale.dayWidth < 220 ? <NotebookText size={13} aria-hidden /> : note}
                </button>
              )}
              {ticksOf(scale).map((minute) => (
                <span
                  key={minute}
                  className="text-muted absolute bottom-0 -translate-x-1/2 pb-[5px] text-2xs leading-3 after:absolute after:bottom-0 after:left-1/2 after:h-1 after:border-l after:border-[var(--color-base-300)]"
                  style={{ left: xOf({ ...scale, firstDay: day }, day, minute) }}
                >
                  {formatAxisTime(minute, hourFormat)}
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** Days narrower than this, in pixels, have no room for a name beside their date. */
const TIGHT = 96;
/** Days narrower than this, in pixels, show their date only. */
const NARROW = 56;

function NarrowDay({
  scale,
  date,
  name,
  note,
  left,
  today,
}: {
  scale: Scale;
  date: number;
  name: string;
  note: string | null;
  left: number;
  today: boolean;
}) {
  const { date: number } = civilOf(date);
  const weekday = formatDay(date).slice(0, 2);
  return (
    <div
      role="columnheader"
      className="border-rule absolute inset-y-0 overflow-hidden border-l pt-1 text-center"
      style={{ left: HEAD_WIDTH + left * scale.dayWidth, width: scale.dayWidth }}
      title={[formatLongDay(date), name, note].filter(Boolean).join('. ')}
      aria-label={[formatLongDay(date), name, note].filter(Boolean).join(', ')}
    >
      <span className={`block text-xs leading-4 ${left % 7 === 0 ? 'font-semibold' : 'text-muted'}`}>
        {weekday}
      </span>
      <span className={`text-sm leading-4 font-semibold ${today ? 'border-ink border-b-2' : ''}`}>
        {number}
      </span>
      {(name || note) && (
        <NotebookText
          size={9}
          className="text-brass absolute bottom-0 left-1/2 -translate-x-1/2"
          aria-hidden
        />
      )}
    </div>
  );
}

/** Which rows are shown: opens how they are grouped, sorted and filtered. */
function RowsButton() {
  const controller = useController();
  const arrangement = useView((view) => view.arrangement);
  // The open shifts are always shown, and are no person.
  const shown = useView((view) => view.rows.order.length - 1);
  const all = usePlan((state) => state.judgement.plan.people.length);
  const words = usePlan((state) => state.words);
  const { rowKind } = arrangement;
  const said = filterSummary(arrangement, words.role);
  const arranged = arrangement !== AS_LISTED && (arrangement.group !== 'none' || arrangement.sort !== 'list');
  return (
    <>
      <button
        type="button"
        className={`truncate underline underline-offset-2 ${said ? 'text-brass font-semibold' : ''}`}
        title={`Group, sort and filter the rows (Alt R)${said ? `: ${said}` : ''}`}
        onPointerDown={(event) => event.stopPropagation()}
        onClick={() => controller.open({ kind: 'rows' })}
      >
        {rowKind !== 'people'
          ? `By ${rowKind === 'roles' ? 'role' : 'need'}${said ? `: ${said}` : ''}`
          : said
            ? `${shown} of ${all}: ${said}`
            : arranged
              ? `${all} people, arranged`
              : `${all} people`}
      </button>
      {!said && rowKind === 'people' && <span className="whitespace-nowrap">h / contract</span>}
    </>
  );
}
