'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { HEAD_WIDTH, ROW_HEIGHT, Row, cellId, openRowHeight } from '../canvas/row';
import { type Scale, hoursOf, scaleOf } from '../canvas/scale';
import { CellEditor } from './cell-editor';
import { DAY_HEADS_HEIGHT, DayHeads } from './day-heads';
import { rangeOf } from './edits';
import { GhostBar, GhostLine } from './ghost';
import { onCanvasKey } from './keys';
import { useLooks } from './looks';
import { usePointer } from './pointer';
import { SkylinePanel } from './skyline-panel';
import { useController, usePlan, useView } from './controller';

/** The week on the canvas: people over true time, open shifts, skyline and totals on the same axis. */
export function Canvas() {
  const controller = useController();
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useRef<HTMLDivElement>(null);
  const openRow = useRef<HTMLDivElement>(null);
  const scale = useScale(scroller);
  const count = usePlan((state) => state.judgement.people.length) - 1;
  const openHeight = openRowHeight(usePlan((state) => state.judgement.people[count]));
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
    scrollMargin: DAY_HEADS_HEIGHT,
    scrollPaddingStart: DAY_HEADS_HEIGHT,
    scrollPaddingEnd: Math.min(openHeight, OPEN_ROW_MOST),
  });
  const active = useView((view) => view.active);
  const editing = useView((view) => view.editing !== null);
  useEffect(() => {
    if (active.row < count) virtual.scrollToIndex(active.row, { align: 'auto' });
  }, [active.row, count, virtual]);
  useEffect(() => {
    const canvas = scroller.current;
    if (!editing && canvas !== document.activeElement) canvas?.focus({ preventScroll: true });
  }, [editing]);
  const pointer = usePointer({ scale, rows, openRow, scroller });
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div
        ref={scroller}
        id="canvas"
        role="grid"
        tabIndex={0}
        aria-label="Week plan"
        aria-rowcount={count + 2}
        aria-colcount={8}
        aria-multiselectable
        aria-activedescendant={cellId(active.row, active.day)}
        className="relative flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto [scrollbar-gutter:stable] [scrollbar-width:thin]"
        onKeyDown={(event) => onCanvasKey(event, controller)}
        onPointerDown={pointer.down}
        onDoubleClick={pointer.open}
      >
        <DayHeads scale={scale} />
        <div
          ref={rows}
          role="rowgroup"
          className="relative shrink-0 grow"
          style={{ minHeight: virtual.getTotalSize() }}
        >
          {virtual.getVirtualItems().map((item) => (
            <LiveRow
              key={item.key}
              row={item.index}
              top={item.start - DAY_HEADS_HEIGHT}
              height={ROW_HEIGHT}
              scale={scale}
            />
          ))}
          <GhostBar scale={scale} open={false} />
          {editing && active.row < count && (
            <CellEditor scale={scale} top={active.row * ROW_HEIGHT} low={active.row < 3} />
          )}
          {count === 0 && (
            <p className="text-muted px-4 py-8">
              Nobody works at this site yet; open shifts can be typed below.
            </p>
          )}
        </div>
        <div
          ref={openRow}
          role="rowgroup"
          className="border-rule bg-sheet sticky bottom-0 z-10 shrink-0 border-t"
          style={{ maxHeight: OPEN_ROW_MOST, overflowY: openHeight > OPEN_ROW_MOST ? 'auto' : 'visible' }}
          tabIndex={openHeight > OPEN_ROW_MOST ? 0 : undefined}
        >
          <div role="presentation" style={{ height: openHeight }} />
          <LiveRow row={count} top={0} height={openHeight} scale={scale} />
          <GhostBar scale={scale} open />
          {editing && active.row === count && <CellEditor scale={scale} top={0} low={false} />}
        </div>
      </div>
      <SkylinePanel scale={scale} />
      <GhostLine />
    </div>
  );
}

/** The most room the open shifts take, in pixels; more of them are scrolled to. */
const OPEN_ROW_MOST = 112;

/** The scale of what is looked at, in the width there is. */
function useScale(scroller: React.RefObject<HTMLDivElement | null>): Scale {
  const [width, setWidth] = useState(840);
  useLayoutEffect(() => {
    const element = scroller.current!;
    const measure = () => setWidth(Math.max(element.clientWidth - HEAD_WIDTH, 200));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [scroller]);
  const hours = usePlan((state) => {
    const { from, to } = hoursOf(state.judgement);
    return `${from} ${to}`;
  });
  const [from, to] = hours.split(' ').map(Number);
  const days = useView((view) => view.days);
  const firstDay = useView((view) => view.firstDay);
  return useMemo(() => scaleOf({ from, to }, firstDay, days, width), [from, to, firstDay, days, width]);
}

const LiveRow = memo(function LiveRow({
  row,
  top,
  height,
  scale,
}: {
  row: number;
  top: number;
  height: number;
  scale: Scale;
}) {
  const state = usePlan((plan) => plan.judgement.people[row]);
  const published = usePlan((plan) => plan.published);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const active = useView((view) => (view.active.row === row ? view.active.day : -1));
  const selected = useView((view) => {
    if (!view.anchor) return null;
    const { top: first, bottom, left, right } = rangeOf(view.active, view.anchor);
    return row >= first && row <= bottom ? `${left} ${right}` : null;
  });
  const lifted = useView((view) => view.ghost?.lifted ?? null);
  const mine = lifted !== null && state.view.own.some((shift) => shift.id === lifted);
  const looks = useLooks();
  return (
    <Row
      row={row}
      top={top}
      height={height}
      state={state}
      scale={scale}
      looks={looks}
      published={published}
      hourFormat={hourFormat}
      active={active}
      selected={selected}
      lifted={mine ? lifted : null}
    />
  );
});
