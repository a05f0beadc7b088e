import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import type { RowKind } from '@/core/grid/arrangement';
import { needsRows } from '@/core/grid/needs-rows';
import { usePlan, useView } from '../state/controller';
import { DAY_HEADS_HEIGHT } from './day-heads';
import { layOut } from './needs-layout';
import { ClosedHours } from './closed-hours';
import { NeedsLine } from './needs-line';
import { linesDrawn } from './use-rows';
import { GridFrame } from './grid-frame';

/** The week from the side of what is needed: a row for each role, or for each need, with who fills it. */
export function NeedsCanvas({ rowKind }: { readonly rowKind: Exclude<RowKind, 'people'> }) {
  const scroller = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const judgement = usePlan((state) => state.judgement);
  const active = useView((view) => view.active);
  const { positionOf } = useView((view) => view.rows);
  const { plan } = judgement;
  const all = useMemo(() => needsRows(plan, rowKind), [plan, rowKind]);
  // What is filled stays in sight until rows are filtered anew.
  const rows = useMemo(() => all.filter(({ id }) => positionOf.has(id)), [all, positionOf]);
  const firstDay = useView((view) => view.firstDay);
  const days = useView((view) => view.days);
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
  return (
    <GridFrame
      label={rowKind === 'roles' ? 'Week plan by role' : 'Week plan by need'}
      rowCount={rows.length + 1}
      scroller={scroller}
      rows={body}
    >
      {(scale) => (
        <>
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
            <ClosedHours scale={scale} />
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
        </>
      )}
    </GridFrame>
  );
}
