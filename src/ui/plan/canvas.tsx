'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { HEAD_WIDTH, ROW_HEIGHT, Row, cellId, openRowHeight } from '../canvas/row';
import { type Scale, hoursOf, scaleOf } from '../canvas/scale';
import { CellEditor } from './cell-editor';
import { DayHeads } from './day-heads';
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
  const frame = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const openRow = useRef<HTMLDivElement>(null);
  const scale = useScale(frame);
  const people = usePlan((state) => state.judgement.people);
  const count = people.length - 1;
  const openHeight = openRowHeight(people[count]);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
  });
  const active = useView((view) => view.active);
  const editing = useView((view) => view.editing !== null);
  useEffect(() => {
    if (active.row < count) virtual.scrollToIndex(active.row, { align: 'auto' });
  }, [active.row, count, virtual]);
  useEffect(() => {
    if (!editing) frame.current?.focus({ preventScroll: true });
  }, [editing]);
  const pointer = usePointer({ scale, scroller, openRow });
  return (
    <div
      ref={frame}
      id="canvas"
      role="grid"
      tabIndex={0}
      aria-label="Week plan"
      aria-rowcount={count + 2}
      aria-colcount={8}
      aria-multiselectable
      aria-activedescendant={cellId(active.row, active.day)}
      className="flex min-h-0 min-w-0 flex-1 flex-col focus-visible:outline-none"
      onKeyDown={(event) => onCanvasKey(event, controller)}
      onPointerDown={pointer.down}
      onDoubleClick={pointer.open}
    >
      <DayHeads scale={scale} />
      <div
        ref={scroller}
        className="relative min-h-0 flex-1 overflow-x-hidden overflow-y-auto"
        role="rowgroup"
      >
        <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => (
            <LiveRow key={item.key} row={item.index} top={item.start} height={ROW_HEIGHT} scale={scale} />
          ))}
          <GhostBar scale={scale} open={false} />
          {editing && active.row < count && (
            <CellEditor scale={scale} top={active.row * ROW_HEIGHT} low={active.row < 3} />
          )}
        </div>
        {count === 0 && (
          <p className="text-muted px-4 py-8">
            Nobody works at this site yet. People are added under Set-up.
          </p>
        )}
      </div>
      <div
        ref={openRow}
        role="rowgroup"
        className="border-rule bg-sheet relative max-h-[112px] shrink-0 overflow-x-hidden overflow-y-auto border-t"
      >
        <div style={{ height: openHeight }} />
        <LiveRow row={count} top={0} height={openHeight} scale={scale} />
        <GhostBar scale={scale} open />
        {editing && active.row === count && <CellEditor scale={scale} top={0} low={false} />}
      </div>
      <SkylinePanel scale={scale} />
      <GhostLine />
    </div>
  );
}

/** The scale of what is looked at, in the width there is. */
function useScale(frame: React.RefObject<HTMLDivElement | null>): Scale {
  const [width, setWidth] = useState(840);
  useLayoutEffect(() => {
    const element = frame.current!;
    const measure = () => setWidth(Math.max(element.clientWidth - HEAD_WIDTH - SCROLLBAR, 200));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [frame]);
  const judgement = usePlan((state) => state.judgement);
  const { from, to } = useMemo(() => hoursOf(judgement), [judgement]);
  const days = useView((view) => view.days);
  const firstDay = useView((view) => view.firstDay);
  return useMemo(() => scaleOf({ from, to }, firstDay, days, width), [from, to, firstDay, days, width]);
}

/** Room for the scroll bar of the rows, so that the skyline below keeps their axis. */
const SCROLLBAR = 10;

function LiveRow({ row, top, height, scale }: { row: number; top: number; height: number; scale: Scale }) {
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
}
