'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import dynamic from 'next/dynamic';
import { memo, useEffect, useRef } from 'react';
import { HEADING_HEIGHT, LOW_ROW_HEIGHT, ROW_HEIGHT, Row, openRowHeight } from '../../canvas/row';
import { useReach } from '../../layout/reach';
import type { Scale } from '../../canvas/scale';
import { CellEditor } from '../input/cell-editor';
import { DAY_HEADS_HEIGHT } from './day-heads';
import { AS_LISTED, type Line } from '@/core/grid/arrangement';
import { OPEN_ROW, personIdOf, type RowId, stateOf } from '@/core/grid/cell';
import { ClosedHours } from './closed-hours';
import { GhostBar } from './ghost';
import { useRoleStyles } from './role-styles';
import { useController, usePlan, useView } from '../state/controller';
import { shownJudgement } from '../state/plan-store';
import { useChosenOf } from './use-chosen';
import { linesDrawn } from './use-rows';
import { Button } from '../../kit/button';
import { GridFrame } from './grid-frame';

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
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useRef<HTMLDivElement>(null);
  const openRow = useRef<HTMLDivElement>(null);
  const count = usePlan((state) => state.judgement.plan.people.length);
  const days = useView((view) => view.days);
  const openHeight = openRowHeight(
    usePlan((state) => stateOf(shownJudgement(state), OPEN_ROW)!),
    days,
  );
  const arranged = useView((view) => view.rows);
  const { lines } = arranged;
  const rowHeight = useReach('low') ? LOW_ROW_HEIGHT : ROW_HEIGHT;
  const active = useView((view) => view.active);
  const activeLine = lines.findIndex((one) => one.kind === 'row' && one.row === active.row);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (line) => (lines[line].kind === 'row' ? rowHeight : HEADING_HEIGHT),
    overscan: 4,
    scrollMargin: DAY_HEADS_HEIGHT,
    scrollPaddingStart: DAY_HEADS_HEIGHT,
    scrollPaddingEnd: Math.min(openHeight, OPEN_ROW_MOST),
    rangeExtractor: (range) => linesDrawn(range, activeLine),
  });
  useEffect(() => virtual.measure(), [lines, rowHeight, virtual]);
  useEffect(() => {
    if (activeLine >= 0) virtual.scrollToIndex(activeLine, { align: 'auto' });
  }, [activeLine, lines, virtual]);
  return (
    <GridFrame
      label="Week plan"
      rowCount={arranged.order.length + 1}
      scroller={scroller}
      rows={rows}
      openRow={openRow}
    >
      {(scale) => (
        <>
          <div
            ref={rows}
            role="rowgroup"
            className="relative shrink-0 grow"
            style={{ minHeight: virtual.getTotalSize() }}
          >
            <ClosedHours scale={scale} />
            {virtual.getVirtualItems().map((item) => {
              const line = lines[item.index];
              const top = item.start - DAY_HEADS_HEIGHT;
              if (!line) return null;
              if (line.kind === 'group') return <GroupHead key={item.key} top={top} line={line} />;
              return (
                <LiveRow
                  key={item.key}
                  row={line.row}
                  position={arranged.positionOf.get(line.row)!}
                  top={top}
                  height={rowHeight}
                  scale={scale}
                />
              );
            })}
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
            <LiveRow
              row={OPEN_ROW}
              position={arranged.order.length - 1}
              top={0}
              height={openHeight}
              scale={scale}
            />
          </div>
        </>
      )}
    </GridFrame>
  );
}

const NONE_PROPOSED: ReadonlySet<string> = new Set();

/** The most room the open shifts take, in pixels; more of them are scrolled to. */
const OPEN_ROW_MOST = 112;

function GroupHead({ top, line }: { top: number; line: Extract<Line, { kind: 'group' }> }) {
  return (
    <div
      role="presentation"
      className="border-rule bg-paper absolute inset-x-0 flex items-end gap-2 border-b pb-0.5 pl-4"
      style={{ top, height: HEADING_HEIGHT }}
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
  row: RowId;
  position: number;
  top: number;
  height: number;
  scale: Scale;
}) {
  const state = usePlan((plan) => stateOf(shownJudgement(plan), row));
  const proposed = usePlan((plan) => plan.proposal?.shiftIds ?? NONE_PROPOSED);
  const published = usePlan((plan) => plan.published);
  const wishes = usePlan((plan) => plan.references.wishes[personIdOf(row) ?? '']);
  const asked = usePlan((plan) => plan.asked);
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const chosen = useChosenOf(row);
  const matched = useView((view) => view.matched);
  const dragged = useView((view) => view.ghost?.dragged ?? null);
  const roleStyles = useRoleStyles();
  // The person has gone, and the rows are about to be found anew.
  if (!state) return null;
  const mine = dragged !== null && state.view.shifts.some((shift) => shift.id === dragged);
  return (
    <>
      <Row
        row={row}
        position={position}
        top={top}
        height={height}
        state={state}
        scale={scale}
        roleStyles={roleStyles}
        published={published}
        wishes={wishes}
        asked={asked}
        proposed={proposed}
        hourFormat={hourFormat}
        active={chosen.active}
        firstSelected={chosen.first}
        lastSelected={chosen.last}
        dragged={mine ? dragged : null}
        matched={matched}
      />
      <GhostBar row={row} scale={scale} top={top} />
      {chosen.isTyped && (
        <CellEditor
          scale={scale}
          top={top}
          low={row !== OPEN_ROW && top < 3 * ROW_HEIGHT}
          whose={state.view.person?.name ?? 'Open shifts'}
        />
      )}
    </>
  );
});
