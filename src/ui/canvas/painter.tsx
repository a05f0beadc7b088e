'use client';

import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { type Painted, paint, valueAt } from '@/core/time/paint';
import type { Span } from '@/core/time/span';
import { type HourFormat, formatTimeSpan, formatAxisTime } from '@/core/time/format';
import { type Scale, scaleOf, ticksOf, timeAt, xOf } from './scale';

/** How one painted span looks, and what it is called. */
export interface PaintStyle {
  readonly text: string;
  readonly name: string;
  readonly className: string;
  readonly ink?: string;
  /** Share of the row's height, from the foot; 1 unless said. */
  readonly share?: number;
}

interface Props<T> {
  readonly label: string;
  readonly rows: readonly { readonly id: string; readonly name: string; readonly head: React.ReactNode }[];
  readonly columns: readonly { readonly name: string; readonly note?: string }[];
  /** Minutes of the day that are shown. */
  readonly hours: Span;
  readonly step: number;
  readonly hourFormat: HourFormat;
  /** By row, then column. */
  readonly cells: readonly (readonly (readonly Painted<T>[])[])[];
  readonly styleOf: (value: T, row: number, width: number, span: Span) => PaintStyle;
  /** What a drag or Enter paints; null wipes. */
  readonly brush: T | null;
  /** What a typed key paints: undefined where it means nothing. */
  readonly valueOfKey: (key: string, now: T | null) => T | null | undefined;
  readonly onPaint: (row: number, column: number, span: Span, value: T | null) => void;
  /** What lies behind a cell, such as closed hours. */
  readonly behind?: (
    row: number,
    column: number,
  ) => { readonly spans: readonly Span[]; readonly className: string };
  /** A thumb that goes across the rows scrolls the page; only one that goes along a row paints. */
  readonly scrollsBelow?: boolean;
  readonly rowHeight?: number;
  readonly headWidth?: number;
}

/** Where the hand is: a span of one cell. */
interface PaintPoint extends Span {
  readonly row: number;
  readonly column: number;
}

const HEADS = 42;
const NOTHING = { spans: [], className: '' };

/**
 * A week to paint on: rows over true time, spans with a value in them. A drag paints; arrows move block by block,
 * with Shift they widen, Enter paints, keys set values, Del wipes.
 */
export function Painter<T>(props: Props<T>) {
  const { rows, columns, hours, step, hourFormat, cells, rowHeight = 40, headWidth = 150 } = props;
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  useLayoutEffect(() => {
    const element = box.current!;
    const measure = () => setWidth(Math.max(element.clientWidth - headWidth, 160));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [headWidth]);
  const scale = useMemo(() => scaleOf(hours, 0, columns.length, width), [hours, columns.length, width]);
  const first = Math.min(Math.max(540, hours.from), hours.to - step);
  const [place, setPlace] = useState<PaintPoint>({ row: 0, column: 0, from: first, to: first + step });
  const [drag, setDrag] = useState<PaintPoint | null>(null);
  /** The block in which a drag began. */
  const startOf = useRef<number | null>(null);
  const here = drag ?? { ...place, row: Math.min(place.row, rows.length - 1) };

  const at = (event: React.PointerEvent): { row: number; column: number; minute: number } | null => {
    const frame = box.current!.getBoundingClientRect();
    const x = event.clientX - frame.left - headWidth;
    const row = Math.floor((event.clientY - frame.top + box.current!.scrollTop - HEADS) / rowHeight);
    if (x < 0 || row < 0 || row >= rows.length) return null;
    const { day, minute } = timeAt(scale, x, 1);
    const block = Math.min(Math.floor(minute / step) * step, hours.to - step);
    return { row, column: day, minute: Math.max(block, hours.from) };
  };
  const begin = (event: React.PointerEvent) => {
    const spot = at(event);
    if (event.button !== 0 || !spot) return;
    const { row, column, minute } = spot;
    event.currentTarget.setPointerCapture(event.pointerId);
    startOf.current = minute;
    setDrag({ row, column, from: minute, to: minute + step });
  };
  const move = (event: React.PointerEvent) => {
    if (!drag) return;
    const frame = box.current!.getBoundingClientRect();
    const x = event.clientX - frame.left - headWidth - drag.column * scale.dayWidth;
    const minute = scale.from + (Math.min(Math.max(x, 1), scale.dayWidth - 1) - 1) / scale.perMinute;
    const block = Math.min(Math.floor(minute / step) * step, hours.to - step);
    const start = startOf.current ?? drag.from;
    setDrag({ ...drag, from: Math.min(start, block), to: Math.max(start, block) + step });
  };
  const end = () => {
    if (!drag) return;
    startOf.current = null;
    setPlace(drag);
    setDrag(null);
    props.onPaint(drag.row, drag.column, drag, props.brush);
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.altKey || event.metaKey || event.ctrlKey) return;
    const next = moved(place, event.key, event.shiftKey, {
      hours,
      step,
      rows: rows.length,
      columns: columns.length,
    });
    if (next) {
      event.preventDefault();
      return setPlace(next);
    }
    if (event.key === 'Escape' && drag) {
      startOf.current = null;
      return setDrag(null);
    }
    const now = valueAt(cells[place.row][place.column], place.from);
    const value =
      event.key === 'Delete' || event.key === 'Backspace'
        ? null
        : event.key === 'Enter' || event.key === ' '
          ? props.brush
          : props.valueOfKey(event.key, now);
    if (value === undefined) return;
    event.preventDefault();
    props.onPaint(place.row, place.column, place, value);
  };
  const nowValue = valueAt(cells[here.row]?.[here.column] ?? [], here.from);
  const status = `${columns[here.column]?.name} ${formatTimeSpan(here.from, here.to, hourFormat)}, ${rows[here.row]?.name}: ${
    nowValue === null ? 'nothing' : props.styleOf(nowValue, here.row, 0, here).name
  }`;
  return (
    <div>
      <div
        ref={box}
        role="application"
        aria-label={props.label}
        aria-describedby="painter-place"
        tabIndex={0}
        className={`border-rule bg-paper relative overflow-hidden border select-none ${props.scrollsBelow ? 'touch-pan-y' : 'touch-none'}`}
        style={{ height: HEADS + rows.length * rowHeight + 1 }}
        onPointerDown={begin}
        onPointerMove={move}
        onPointerUp={end}
        onPointerCancel={() => setDrag(null)}
        onKeyDown={onKeyDown}
      >
        <Heads {...props} scale={scale} headWidth={headWidth} />
        {rows.map((row, r) => (
          <div
            key={row.id}
            className="border-fine absolute right-0 left-0 border-b"
            style={{ top: HEADS + r * rowHeight, height: rowHeight }}
          >
            <div className="absolute inset-y-0 left-0 flex items-center pl-3" style={{ width: headWidth }}>
              {row.head}
            </div>
            {columns.map((column, c) => (
              <Cell
                key={column.name}
                spans={
                  drag && drag.row === r && drag.column === c
                    ? paint(cells[r][c], drag, props.brush)
                    : cells[r][c]
                }
                behind={props.behind?.(r, c) ?? NOTHING}
                scale={scale}
                column={c}
                left={headWidth}
                styleOf={(value, width, span) => props.styleOf(value, r, width, span)}
              />
            ))}
          </div>
        ))}
        <div
          className="border-ink pointer-events-none absolute border-2"
          style={{
            left: headWidth + xOf(scale, here.column, here.from),
            width: Math.max(xOf(scale, here.column, here.to) - xOf(scale, here.column, here.from), 4),
            top: HEADS + here.row * rowHeight + 1,
            height: rowHeight - 2,
          }}
        />
      </div>
      <p id="painter-place" role="status" className="text-muted mt-1 text-sm">
        {status}
      </p>
    </div>
  );
}

function Heads<T>({
  columns,
  scale,
  headWidth,
  hourFormat,
}: Props<T> & { readonly scale: Scale; readonly headWidth: number }) {
  return (
    <div className="border-rule absolute inset-x-0 top-0 border-b" style={{ height: HEADS }}>
      {columns.map((column, c) => (
        <div
          key={column.name}
          className="border-rule absolute inset-y-0 overflow-hidden border-l"
          style={{ left: headWidth + c * scale.dayWidth, width: scale.dayWidth }}
        >
          <span className="block truncate pt-1 pl-1 text-base leading-4">
            <span className="font-semibold">{column.name}</span>{' '}
            <span className="text-muted text-xs">{column.note}</span>
          </span>
          {ticksOf(scale).map((minute) => (
            <span
              key={minute}
              className="text-muted absolute bottom-0.5 -translate-x-1/2 text-2xs leading-3"
              style={{ left: xOf(scale, 0, minute) }}
            >
              {formatAxisTime(minute, hourFormat)}
            </span>
          ))}
        </div>
      ))}
    </div>
  );
}

function Cell<T>({
  spans,
  behind,
  scale,
  column,
  left,
  styleOf,
}: {
  readonly spans: readonly Painted<T>[];
  readonly behind: { readonly spans: readonly Span[]; readonly className: string };
  readonly scale: Scale;
  readonly column: number;
  readonly left: number;
  readonly styleOf: (value: T, width: number, span: Span) => PaintStyle;
}) {
  const x = (minute: number) => left + xOf(scale, column, minute);
  return (
    <>
      <div
        className="border-rule absolute inset-y-0 border-l"
        style={{ left: left + column * scale.dayWidth, width: scale.dayWidth }}
      />
      {behind.spans.map((span) => (
        <div
          key={span.from}
          className={`absolute inset-y-0 ${behind.className}`}
          style={{ left: x(span.from), width: x(span.to) - x(span.from) }}
        />
      ))}
      {spans.map((span) => {
        const width = x(span.to) - x(span.from);
        const { text, name, className, ink, share = 1 } = styleOf(span.value, width, span);
        if (width <= 0) return null;
        return (
          <div
            key={`${span.from} ${span.to}`}
            data-ink={ink}
            title={name}
            className={`absolute bottom-0 flex justify-center overflow-hidden ${className}`}
            style={{ left: x(span.from), width, height: `${share * 88}%` }}
          >
            <span className="font-stretch-[78%] text-sm leading-4 font-semibold whitespace-nowrap">
              {text}
            </span>
          </div>
        );
      })}
    </>
  );
}

function moved(
  place: PaintPoint,
  key: string,
  widen: boolean,
  { hours, step, rows, columns }: { hours: Span; step: number; rows: number; columns: number },
): PaintPoint | null {
  const length = place.to - place.from;
  switch (key) {
    case 'ArrowUp':
      return { ...place, row: Math.max(0, place.row - 1) };
    case 'ArrowDown':
      return { ...place, row: Math.min(rows - 1, place.row + 1) };
    case 'ArrowRight':
      if (widen) return { ...place, to: Math.min(hours.to, place.to + step) };
      if (place.to < hours.to) return { ...place, from: place.from + step, to: place.to + step };
      return place.column < columns - 1
        ? { ...place, column: place.column + 1, from: hours.from, to: hours.from + length }
        : place;
    case 'ArrowLeft':
      if (widen) return { ...place, to: Math.max(place.from + step, place.to - step) };
      if (place.from > hours.from) return { ...place, from: place.from - step, to: place.to - step };
      return place.column > 0
        ? { ...place, column: place.column - 1, from: hours.to - length, to: hours.to }
        : place;
    case 'PageDown':
      return { ...place, column: Math.min(columns - 1, place.column + 1) };
    case 'PageUp':
      return { ...place, column: Math.max(0, place.column - 1) };
    case 'Home':
      return { ...place, from: hours.from, to: widen ? place.to : hours.from + length };
    case 'End':
      return widen ? { ...place, to: hours.to } : { ...place, from: hours.to - length, to: hours.to };
    default:
      return null;
  }
}
