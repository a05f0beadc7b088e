import { type Day, weekdayOf } from '@/core/time/day';
import { formatDay, formatLongDay } from '@/core/time/format';
import { DAY, type Span } from '@/core/time/span';
import type { LeaveBar, LeaveCalendar, LeaveRow } from '@/server/leave/calendar';
import { HEAD_WIDTH, ROW_HEIGHT } from '../../canvas/row';
import { type DayScale, draggedSpan, xAt } from './geometry';

/** What the pointer holds. */
export type Drag =
  | { readonly do: 'draw'; readonly line: number; readonly from: Day; readonly to: Day }
  | {
      readonly do: 'carry';
      readonly line: number;
      readonly bar: LeaveBar;
      readonly grip: 'move' | 'start' | 'end';
      readonly at: Day;
      readonly by: number;
    };

/** The leave of somebody on a date. */
export function barOn({ bars }: LeaveRow, day: Day): LeaveBar | undefined {
  return bars.find((bar) => bar.from < (day + 1) * DAY && day * DAY < bar.to);
}

/** A row of the calendar: a person's leave over days without leave, holidays and weekends. */
export function PersonLine({
  row,
  top,
  calendar,
  scale,
  today,
  chosen,
  drag,
  cursor,
  onPointerDown,
}: {
  readonly row: LeaveRow;
  readonly top: number;
  readonly calendar: LeaveCalendar;
  readonly scale: DayScale;
  readonly today: Day;
  readonly chosen: string | null;
  readonly drag: Drag | null;
  readonly cursor: { readonly day: Day; readonly anchor: Day } | null;
  readonly onPointerDown: (event: React.PointerEvent, bar: LeaveBar | null) => void;
}) {
  const ghost =
    drag?.do === 'draw'
      ? { from: Math.min(drag.from, drag.to) * DAY, to: (Math.max(drag.from, drag.to) + 1) * DAY }
      : drag && drag.by !== 0
        ? draggedSpan(drag.bar, drag.by, drag.grip)
        : null;
  return (
    <div role="row" className="border-fine absolute inset-x-0 border-b" style={{ top, height: ROW_HEIGHT }}>
      <div
        role="rowheader"
        className="flex h-full items-center truncate pr-2 pl-4 font-semibold"
        style={{ width: HEAD_WIDTH }}
      >
        <span className="truncate">{row.name}</span>
      </div>
      <div
        role="presentation"
        className="absolute inset-y-0 right-0"
        style={{ left: HEAD_WIDTH, ...groundOf(calendar, scale) }}
        onPointerDown={(event) => onPointerDown(event, null)}
      >
        {calendar.closed.map(({ from, to, reason }) => (
          <Ground
            key={`closed ${from}`}
            scale={scale}
            span={{ from: from * DAY, to: (to + 1) * DAY }}
            className="hatched"
            title={`${reason}: no leave`}
          />
        ))}
        {calendar.holidays.map(({ date, name }) => (
          <Ground
            key={`holiday ${date} ${name}`}
            scale={scale}
            span={{ from: date * DAY, to: (date + 1) * DAY }}
            className="bg-rule"
            title={`${formatDay(date)}: ${name}`}
          />
        ))}
        <span
          aria-hidden
          className="bg-ink absolute inset-y-0 w-px"
          style={{ left: xAt(scale, today * DAY) }}
        />
        {row.bars.map((bar) => (
          <Bar
            key={`${bar.request} ${bar.from} ${bar.state}`}
            bar={bar}
            name={row.name}
            scale={scale}
            isChosen={chosen !== null && bar.request === chosen}
            isHeld={drag?.do === 'carry' && drag.bar === bar && drag.by !== 0}
            onPointerDown={(event) => onPointerDown(event, bar)}
          />
        ))}
        {ghost && (
          <span
            aria-hidden
            className="border-ink bg-paper/60 pointer-events-none absolute top-1 bottom-1 border-2 border-dashed"
            style={{ left: xAt(scale, ghost.from), width: xAt(scale, ghost.to) - xAt(scale, ghost.from) }}
          />
        )}
        {cursor && (
          <span
            id="leave-cursor"
            role="gridcell"
            aria-label={cursorText(row, cursor)}
            className="outline-ink pointer-events-none absolute inset-y-0 outline-2 -outline-offset-2"
            style={{
              left: xAt(scale, Math.min(cursor.day, cursor.anchor) * DAY),
              width: Math.max(4, (Math.abs(cursor.day - cursor.anchor) + 1) * scale.dayWidth),
            }}
          />
        )}
      </div>
    </div>
  );
}

function cursorText(row: LeaveRow, { day, anchor }: { readonly day: Day; readonly anchor: Day }): string {
  const bar = barOn(row, day);
  const what = bar ? `${bar.type?.name ?? 'Leave'}, ${bar.state}` : 'here';
  const span =
    day === anchor
      ? formatLongDay(day)
      : `${formatLongDay(Math.min(day, anchor))} to ${formatLongDay(Math.max(day, anchor))}`;
  return `${row.name}, ${span}: ${what}`;
}

/** Weekends as stripes of the ground. */
function groundOf({ weekend, from, days }: LeaveCalendar, scale: DayScale): React.CSSProperties {
  const week = scale.dayWidth * 7;
  const stripes = Array.from({ length: Math.min(7, days) }, (_, i) => from + i)
    .filter((day) => weekend.includes(weekdayOf(day)))
    .map((day) => {
      const left = (day - from) * scale.dayWidth;
      return `linear-gradient(to right, transparent ${left}px, var(--color-fine) ${left}px, var(--color-fine) ${left + scale.dayWidth}px, transparent ${left + scale.dayWidth}px)`;
    });
  return { backgroundImage: stripes.join(', '), backgroundSize: `${week}px 100%` };
}

function Ground({
  scale,
  span,
  className,
  title,
}: {
  readonly scale: DayScale;
  readonly span: Span;
  readonly className: string;
  readonly title: string;
}) {
  return (
    <span
      title={title}
      className={`absolute inset-y-0 ${className}`}
      style={{ left: xAt(scale, span.from), width: xAt(scale, span.to) - xAt(scale, span.from) }}
    />
  );
}

function Bar({
  bar,
  name,
  scale,
  isChosen,
  isHeld,
  onPointerDown,
}: {
  readonly bar: LeaveBar;
  readonly name: string;
  readonly scale: DayScale;
  readonly isChosen: boolean;
  readonly isHeld: boolean;
  readonly onPointerDown: (event: React.PointerEvent) => void;
}) {
  const left = xAt(scale, bar.from);
  const width = Math.max(3, xAt(scale, bar.to) - left);
  const type = bar.type?.name ?? 'Leave';
  const text = bar.state === 'waiting' ? `${type}, waiting` : type;
  const label = width > text.length * 6.1 + 10 ? text : width > 26 ? (bar.type?.mark ?? '') : '';
  return (
    <span
      data-ink={bar.type?.ink ?? 'slate'}
      title={`${name}: ${text}, ${formatDay(Math.floor(bar.from / DAY))} to ${formatDay(Math.ceil(bar.to / DAY) - 1)}`}
      onPointerDown={onPointerDown}
      className={`absolute top-[5px] bottom-[5px] flex cursor-pointer items-center overflow-hidden rounded-[3px] border text-xs font-semibold whitespace-nowrap text-[var(--role)] ${
        bar.state === 'waiting'
          ? 'bg-sheet border-dashed border-[var(--role)]'
          : 'border-[var(--role)] bg-[var(--tint)]'
      } ${isChosen ? 'outline-ink outline-2' : ''} ${isHeld ? 'opacity-40' : ''} ${label ? 'px-1' : ''}`}
      style={{ left, width }}
    >
      {label}
    </span>
  );
}
