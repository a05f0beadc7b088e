'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { Day } from '@/core/time/day';
import { formatDay } from '@/core/time/format';
import { DAY, type Span } from '@/core/time/span';
import type { LeaveBar, LeaveCalendar, LeaveRow } from '@/server/leave/calendar';
import { HEADING_HEIGHT, HEAD_WIDTH, ROW_HEIGHT } from '../../canvas/row';
import { EmptyState } from '../../kit/states';
import { AwayStrip } from './away-strip';
import { type DayScale, type Line, dayAt, draggedSpan, monthNames, weekMarks, xAt } from './geometry';
import { type Drag, PersonLine, barOn } from './person-line';

interface Props {
  readonly calendar: LeaveCalendar;
  readonly lines: readonly Line[];
  readonly today: Day;
  readonly weekStart: number;
  readonly mayEnter: boolean;
  /** The request whose bars are chosen. */
  readonly chosen: string | null;
  readonly onBar: (row: LeaveRow, bar: LeaveBar) => void;
  readonly onDraw: (row: LeaveRow, first: Day, last: Day) => void;
  readonly onMove: (row: LeaveRow, bar: LeaveBar, to: Span) => void;
}

/** How near to the end of a bar the pointer takes it by that, in pixels. */
const GRIP = 6;

/**
 * Rows people, true time across: leave by state, holidays, days without leave, and under it how many are away. Drawn
 * and dragged by the pointer; with the keyboard arrows go from day to day, Shift chooses several, Enter opens or enters.
 */
export function LeaveCanvas(props: Props) {
  const { calendar, lines, mayEnter, onBar, onDraw, onMove, weekStart } = props;
  const { from, days } = calendar;
  const scroller = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    watch.observe(scroller.current!);
    return () => watch.disconnect();
  }, []);
  const dayWidth = Math.max(2, (width - HEAD_WIDTH) / days);
  const scale: DayScale = { from, days, dayWidth };
  const people = lines.flatMap((line, i) => (line.kind === 'person' ? [i] : []));
  const [cursor, setCursor] = useState<{ line: number; day: Day; anchor: Day } | null>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (lines[i]?.kind === 'group' ? HEADING_HEIGHT : ROW_HEIGHT),
    overscan: 8,
  });
  const rowOf = (line: number): LeaveRow | null => {
    const found = lines[line];
    return found?.kind === 'person' ? found.row : null;
  };
  const dayOfEvent = (event: { clientX: number }) =>
    dayAt(scale, event.clientX - scroller.current!.getBoundingClientRect().left - HEAD_WIDTH);
  const onPointerDown = (event: React.PointerEvent, line: number, bar: LeaveBar | null) => {
    if (event.button !== 0) return;
    const day = dayOfEvent(event);
    setCursor({ line, day, anchor: day });
    if (bar) {
      event.stopPropagation();
      const box = event.currentTarget.getBoundingClientRect();
      const grip =
        event.clientX - box.left < GRIP && box.width > 3 * GRIP
          ? 'start'
          : box.right - event.clientX < GRIP && box.width > 3 * GRIP
            ? 'end'
            : 'move';
      const isHeld = mayEnter && bar.state === 'approved' && bar.request !== null;
      setDrag(isHeld ? { do: 'carry', line, bar, grip, at: day, by: 0 } : null);
    } else if (mayEnter) setDrag({ do: 'draw', line, from: day, to: day });
    scroller.current!.setPointerCapture(event.pointerId);
  };
  const onPointerMove = (event: React.PointerEvent) => {
    if (!drag) return;
    const day = dayOfEvent(event);
    setDrag(drag.do === 'draw' ? { ...drag, to: day } : { ...drag, by: day - drag.at });
  };
  const onPointerUp = () => {
    setDrag(null);
    if (!drag) return;
    const row = rowOf(drag.line);
    if (!row) return;
    if (drag.do === 'carry') {
      if (drag.by === 0) onBar(row, drag.bar);
      else onMove(row, drag.bar, draggedSpan(drag.bar, drag.by, drag.grip));
    } else if (drag.from !== drag.to) onDraw(row, Math.min(drag.from, drag.to), Math.max(drag.from, drag.to));
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const now = cursor ?? {
      line: people[0] ?? 0,
      day: Math.max(from, props.today),
      anchor: Math.max(from, props.today),
    };
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 }[event.key];
    const down = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const row = rowOf(now.line);
    if (by !== undefined) {
      const day = Math.max(from, Math.min(from + days - 1, now.day + by));
      setCursor({ ...now, day, anchor: event.shiftKey ? now.anchor : day });
    } else if (down !== undefined) {
      const at = people.indexOf(now.line) + (cursor ? down : 0);
      const line = people[Math.max(0, Math.min(people.length - 1, at))] ?? 0;
      setCursor({ line, day: now.day, anchor: now.day });
      virtual.scrollToIndex(line);
    } else if (event.key === 'Enter' && row) {
      const bar = barOn(row, now.day);
      if (bar && now.day === now.anchor) onBar(row, bar);
      else if (mayEnter) onDraw(row, Math.min(now.day, now.anchor), Math.max(now.day, now.anchor));
    } else if (event.key === 'Escape' && drag) setDrag(null);
    else return;
    event.preventDefault();
  };
  const here = cursor && rowOf(cursor.line);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <Axis calendar={calendar} scale={scale} weekStart={weekStart} />
      <div
        ref={scroller}
        role="grid"
        aria-label="People and their leave"
        aria-rowcount={people.length}
        tabIndex={0}
        onFocus={() =>
          cursor === null &&
          people.length > 0 &&
          setCursor({
            line: people[0],
            day: Math.max(from, props.today),
            anchor: Math.max(from, props.today),
          })
        }
        aria-activedescendant={here ? 'leave-cursor' : undefined}
        className="relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto"
        onKeyDown={onKeyDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
      >
        {lines.length === 0 && (
          <EmptyState title="Nobody is like that.">
            Change what is looked for above, or look at other weeks.
          </EmptyState>
        )}
        <div style={{ height: virtual.getTotalSize() }} className="relative">
          {width > 0 &&
            virtual.getVirtualItems().map((item) => {
              const line = lines[item.index];
              if (line.kind === 'group')
                return (
                  <div
                    key={`group ${line.name}`}
                    className="text-muted absolute inset-x-0 flex items-end px-4 pb-0.5 text-sm font-semibold"
                    style={{ top: item.start, height: HEADING_HEIGHT }}
                  >
                    {line.name}
                  </div>
                );
              return (
                <PersonLine
                  key={line.row.person}
                  row={line.row}
                  top={item.start}
                  calendar={calendar}
                  scale={scale}
                  today={props.today}
                  chosen={props.chosen}
                  drag={drag?.line === item.index ? drag : null}
                  cursor={cursor?.line === item.index ? cursor : null}
                  onPointerDown={(event, bar) => onPointerDown(event, item.index, bar)}
                />
              );
            })}
        </div>
      </div>
      <AwayStrip calendar={calendar} scale={scale} />
    </div>
  );
}

function Axis({
  calendar,
  scale,
  weekStart,
}: {
  readonly calendar: LeaveCalendar;
  readonly scale: DayScale;
  readonly weekStart: number;
}) {
  const weeks = weekMarks(calendar, weekStart);
  // Dates of weeks where they have room.
  const every = Math.ceil(26 / (scale.dayWidth * 7));
  return (
    <div aria-hidden className="border-rule relative h-[42px] shrink-0 overflow-hidden border-b">
      {monthNames(scale).map(({ day, name }) => (
        <span
          key={day}
          className="absolute top-0.5 font-serif text-sm font-semibold whitespace-nowrap"
          style={{ left: HEAD_WIDTH + xAt(scale, day * DAY) + 3 }}
        >
          {name}
        </span>
      ))}
      {weeks.map((day, i) =>
        i % every === 0 ? (
          <span
            key={day}
            className="border-rule absolute bottom-0 h-[18px] border-l pl-0.5 text-xs font-semibold"
            style={{ left: HEAD_WIDTH + xAt(scale, day * DAY) }}
          >
            {formatDay(day).split(' ')[1]}
          </span>
        ) : null,
      )}
    </div>
  );
}
