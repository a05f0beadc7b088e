'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import dynamic from 'next/dynamic';
import { memo, useEffect, useRef } from 'react';
import { ROW_HEIGHT, Row, cellId, openRowHeight } from '../../canvas/row';
import type { Scale } from '../../canvas/scale';
import { CellEditor } from '../input/cell-editor';
import { DAY_HEADS_HEIGHT, DayHeads } from './day-heads';
import { AS_LISTED, type Line } from '@/core/plan/arrangement';
import { heightOf, topOf } from './layout';
import { GhostBar, GhostLine } from './ghost';
import { onCanvasKey } from '../input/keys';
import { useRoleStyles } from './role-styles';
import { usePointer } from '../input/pointer';
import { SkylinePanel } from '../coverage/skyline-panel';
import { useController, usePlan, useView } from '../state/controller';
import { useCanvasFocus } from './use-canvas-focus';
import { useScale } from './use-scale';
import { Button } from '../../kit/button';

const NeedsCanvas = dynamic(() => import('./needs-canvas').then((part) => part.NeedsCanvas), {
  ssr: false,
});

/** The week on the canvas: rows over true time, skyline and totals on the same axis. */
export function Canvas() {
  const rowKind = useView((view) => view.arrangement.rowKind);
  return rowKind === 'people' ? <PeopleCanvas /> : <NeedsCanvas key={rowKind} rowKind={rowKind} />;
}

/** People over true time, with the open shifts at the foot. */
function PeopleCanvas() {
  const controller = useController();
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useRef<HTMLDivElement>(null);
  const openRow = useRef<HTMLDivElement>(null);
  const scale = useScale(scroller);
  const count = usePlan((state) => state.judgement.people.length) - 1;
  const days = useView((view) => view.days);
  const openHeight = openRowHeight(
    usePlan((state) => state.judgement.people[count]),
    days,
  );
  const layout = useView((view) => view.layout);
  const { lines } = layout;
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (line) => heightOf(lines[line]),
    overscan: 6,
    scrollMargin: DAY_HEADS_HEIGHT,
    scrollPaddingStart: DAY_HEADS_HEIGHT,
    scrollPaddingEnd: Math.min(openHeight, OPEN_ROW_MOST),
  });
  const active = useView((view) => view.active);
  const editing = useView((view) => view.editing !== null);
  useEffect(() => virtual.measure(), [lines, virtual]);
  useEffect(() => {
    const line = lines.findIndex((one) => one.kind === 'row' && one.row === active.row);
    if (line >= 0) virtual.scrollToIndex(line, { align: 'auto' });
  }, [active.row, lines, virtual]);
  // People came or went: the rows are found anew. Else they keep their place.
  const people = usePlan((state) => state.judgement.plan.people);
  const seen = useRef(people);
  useEffect(() => {
    const before = seen.current;
    seen.current = people;
    if (before.length !== people.length || before.some((person, i) => person.id !== people[i].id))
      controller.arrange({});
  }, [people, controller]);
  useCanvasFocus(scroller);
  const pointer = usePointer({ scale, rows, openRow, scroller });
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div
        ref={scroller}
        id="canvas"
        role="grid"
        tabIndex={0}
        aria-label="Week plan"
        aria-rowcount={layout.rows.length + 2}
        aria-colcount={scale.days + 1}
        aria-multiselectable
        aria-activedescendant={cellId(active.row, active.day)}
        className="relative flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto [scrollbar-gutter:stable] [scrollbar-width:thin]"
        onKeyDown={(event) => {
          // What is a button in the heads has its keys to itself.
          if (!(event.target as HTMLElement).closest('button, a')) onCanvasKey(event, controller);
        }}
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
          {virtual.getVirtualItems().map((item) => {
            const line = lines[item.index];
            const top = item.start - DAY_HEADS_HEIGHT;
            if (!line) return null;
            if (line.kind === 'group') return <GroupHead key={item.key} top={top} line={line} />;
            return (
              <LiveRow
                key={item.key}
                row={line.row}
                position={layout.positionOf.get(line.row)!}
                top={top}
                height={ROW_HEIGHT}
                scale={scale}
              />
            );
          })}
          <GhostBar scale={scale} open={false} />
          {editing && active.row < count && (
            <CellEditor
              scale={scale}
              top={topOf(layout, active.row)}
              low={topOf(layout, active.row) < 3 * ROW_HEIGHT}
            />
          )}
          {count === 0 && (
            <p className="text-muted px-4 py-8">
              Nobody works at this site yet; open shifts can be typed below.
            </p>
          )}
          {count > 0 && lines.length === 0 && <NobodyShown />}
        </div>
        <div
          ref={openRow}
          role="rowgroup"
          className="border-rule bg-sheet sticky bottom-0 z-10 shrink-0 border-t"
          style={{ maxHeight: OPEN_ROW_MOST, overflowY: openHeight > OPEN_ROW_MOST ? 'auto' : 'visible' }}
          tabIndex={openHeight > OPEN_ROW_MOST ? 0 : undefined}
        >
          <div role="presentation" style={{ height: openHeight }} />
          <LiveRow row={count} position={layout.rows.length} top={0} height={openHeight} scale={scale} />
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

function GroupHead({ top, line }: { top: number; line: Extract<Line, { kind: 'group' }> }) {
  return (
    <div
      role="presentation"
      className="border-rule bg-paper absolute inset-x-0 flex items-end gap-2 border-b pb-0.5 pl-4"
      style={{ top, height: heightOf(line) }}
    >
      <span className="font-serif text-base leading-4 font-semibold">{line.name}</span>
      <span className="text-muted text-xs leading-4">{line.count}</span>
    </div>
  );
}

function NobodyShown() {
  const controller = useController();
  const only = useView((view) => view.arrangement.only);
  return (
    <p className="text-muted px-4 py-8">
      {only === 'open' ? 'Only open shifts are shown, at the foot.' : 'Nobody fits what is filtered.'}{' '}
      <Button kind="link" onClick={() => controller.arrange(AS_LISTED)}>
        Show all rows
      </Button>
    </p>
  );
}

const LiveRow = memo(function LiveRow({
  row,
  position,
  top,
  height,
  scale,
}: {
  row: number;
  position: number;
  top: number;
  height: number;
  scale: Scale;
}) {
  const controller = useController();
  const state = usePlan((plan) => plan.judgement.people[row]);
  const published = usePlan((plan) => plan.published);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const active = useView((view) => (view.active.row === row ? view.active.day : -1));
  const selected = useView((view) => {
    if (!view.anchor) return null;
    const { top: first, bottom, left, right } = controller.range;
    return position >= first && position <= bottom ? `${left} ${right}` : null;
  });
  const matched = useView((view) => view.matched);
  const dragged = useView((view) => view.ghost?.dragged ?? null);
  const mine = dragged !== null && state.view.shifts.some((shift) => shift.id === dragged);
  const roleStyles = useRoleStyles();
  return (
    <Row
      row={row}
      position={position}
      top={top}
      height={height}
      state={state}
      scale={scale}
      roleStyles={roleStyles}
      published={published}
      hourFormat={hourFormat}
      active={active}
      selected={selected}
      dragged={mine ? dragged : null}
      matched={matched}
    />
  );
});
