import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import type { RowKind } from '@/core/grid/arrangement';
import { needsRows } from '@/core/grid/needs-rows';
import { cellId } from '../../canvas/row';
import { SkylinePanel } from '../coverage/skyline-panel';
import { onCanvasKey } from '../input/keys';
import { usePointer } from '../input/pointer';
import { useController, usePlan, useView } from '../state/controller';
import { DAY_HEADS_HEIGHT, DayHeads } from './day-heads';
import { GhostLine } from './ghost';
import { layOut } from './needs-layout';
import { NeedsLine } from './needs-line';
import { useCanvasFocus } from './use-canvas-focus';
import { linesDrawn, useRowsOfPlan } from './use-rows';
import { useScale } from './use-scale';

/** The week from the side of what is needed: a row for each role, or for each need, with who fills it. */
export function NeedsCanvas({ rowKind }: { readonly rowKind: Exclude<RowKind, 'people'> }) {
  const controller = useController();
  const scroller = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const scale = useScale(scroller);
  const judgement = usePlan((state) => state.judgement);
  const active = useView((view) => view.active);
  const { positionOf } = useView((view) => view.rows);
  const { plan } = judgement;
  const all = useMemo(() => needsRows(plan, rowKind), [plan, rowKind]);
  // What is filled stays in sight until rows are filtered anew.
  const rows = useMemo(() => all.filter(({ id }) => positionOf.has(id)), [all, positionOf]);
  const { firstDay, days } = scale;
  const lines = useMemo(() => layOut(judgement, rows, { firstDay, days }), [judgement, rows, firstDay, days]);
  const activeLine = positionOf.get(active.row) ?? -1;
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (line) => lines[line].height,
    overscan: 2,
    scrollMargin: DAY_HEADS_HEIGHT,
    scrollPaddingStart: DAY_HEADS_HEIGHT,
    rangeExtractor: (range) => linesDrawn(range, activeLine),
  });
  useEffect(() => virtual.measure(), [lines, virtual]);
  useEffect(() => {
    if (activeLine >= 0) virtual.scrollToIndex(activeLine, { align: 'auto' });
  }, [activeLine, virtual]);
  useRowsOfPlan();
  useCanvasFocus(scroller);
  const pointer = usePointer({ scale, rows: body, scroller });
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div
        ref={scroller}
        id="canvas"
        role="grid"
        tabIndex={0}
        aria-label={rowKind === 'roles' ? 'Week plan by role' : 'Week plan by need'}
        aria-rowcount={rows.length + 1}
        aria-colcount={scale.days + 1}
        aria-multiselectable
        aria-activedescendant={cellId(active.row, active.day)}
        className="relative flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto [scrollbar-gutter:stable] [scrollbar-width:thin]"
        onKeyDown={(event) => {
          if (!(event.target as HTMLElement).closest('button, a')) onCanvasKey(event, controller);
        }}
        onPointerDown={pointer.down}
        onDoubleClick={pointer.open}
      >
        <DayHeads scale={scale} />
        {rows.length === 0 && (
          <p className="text-muted px-4 py-8">
            {all.length > 0
              ? 'No row fits what is filtered.'
              : rowKind === 'roles'
                ? 'This site has no roles yet.'
                : 'Nothing is needed in this week. Needs are painted in Set-up.'}
          </p>
        )}
        <div
          ref={body}
          role="rowgroup"
          className="relative shrink-0"
          style={{ height: virtual.getTotalSize() }}
        >
          {virtual.getVirtualItems().map(({ index, start }) => {
            const layout = lines[index];
            if (!layout) return null;
            return (
              <NeedsLine
                key={layout.row.id}
                layout={layout}
                position={index}
                top={start - DAY_HEADS_HEIGHT}
                scale={scale}
              />
            );
          })}
        </div>
      </div>
      <SkylinePanel scale={scale} />
      <GhostLine />
    </div>
  );
}
