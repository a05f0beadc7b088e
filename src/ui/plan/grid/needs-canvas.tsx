import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Judgement } from '@/core/consequences/judge';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { type RowKind } from '@/core/plan/arrangement';
import { useController, usePlan, useView } from '../state/controller';
import { DAY_HEADS_HEIGHT, DayHeads } from './day-heads';
import { type NeedsRow, cellOf, needsRows, isRowShown } from '@/core/coverage/needs-grid';
import { NeedsLine } from './needs-line';
import { layOut } from './needs-layout';
import { pressNeeds } from '../input/needs-pointer';
import { type TypedShift, addTyped, newShift, usualRole } from '../state/edits';
import { GhostLine } from './ghost';
import { ARROWS, onCanvasKey } from '../input/keys';
import { hitTest } from '../input/pointer';
import { SkylinePanel } from '../coverage/skyline-panel';
import { useCanvasFocus } from './use-canvas-focus';
import { useScale } from './use-scale';

/** The week from the side of what is needed: a row for each role, or for each need, with who fills it. */
export function NeedsCanvas({ rowKind }: { readonly rowKind: Exclude<RowKind, 'people'> }) {
  const controller = useController();
  const scroller = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const scale = useScale(scroller);
  const judgement = usePlan((state) => state.judgement);
  const hourFormat = usePlan((state) => state.hourFormat);
  const day = useView((view) => view.active.day);
  const editing = useView((view) => view.editing !== null);
  const arrangement = useView((view) => view.arrangement);
  const all = useMemo(() => needsRows(judgement, { rowKind }, hourFormat), [judgement, rowKind, hourFormat]);
  // What is filled stays in sight until rows are filtered anew.
  const hidden = useMemo(
    () => new Set(all.filter((one) => !isRowShown(judgement, one, arrangement)).map(({ key }) => key)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [arrangement],
  );
  const rows = useMemo(() => all.filter(({ key }) => !hidden.has(key)), [all, hidden]);
  const { firstDay, days } = scale;
  const lines = useMemo(() => layOut(judgement, rows, { firstDay, days }), [judgement, rows, firstDay, days]);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (line) => lines[line].height,
    overscan: 2,
    scrollMargin: DAY_HEADS_HEIGHT,
    scrollPaddingStart: DAY_HEADS_HEIGHT,
  });
  useEffect(() => virtual.measure(), [lines, virtual]);
  const [chosen, setChosen] = useState(0);
  const row = Math.max(Math.min(chosen, rows.length - 1), 0);
  const at = useRef({ rows, row });
  useLayoutEffect(() => {
    at.current = { rows, row };
  });
  const choose = (next: number, nextDay: number) => {
    const inside = Math.min(Math.max(next, 0), rows.length - 1);
    at.current = { rows, row: inside };
    setChosen(inside);
    controller.goTo({ row: controller.rows - 1, day: nextDay });
  };
  const { shifts, missing } = contentOf(judgement, rows[row], day);
  // Enter goes through what a cell holds, one after the other.
  const opened = useRef({ cell: '', count: 0 });
  const open = () => {
    const things = [
      ...missing.map((shift) => ({ kind: 'cover', shift, isNew: true }) as const),
      ...shifts.map(({ id }) => ({ kind: 'shift', id }) as const),
    ];
    if (things.length === 0) return controller.notify({ text: 'Nothing is needed here and nobody is on.' });
    const cell = `${rows[row].key} ${day}`;
    const count = opened.current.cell === cell ? opened.current.count : 0;
    opened.current = { cell, count: count + 1 };
    controller.open(things[count % things.length]);
  };
  // Alt W, Alt Enter and Alt S mean what is chosen here, from the moment it is.
  useEffect(() => {
    const here = () => {
      const { active } = controller.view.getState();
      return contentOf(controller.plan.judgement, at.current.rows[at.current.row], active.day);
    };
    controller.chooseFrom({ shifts: () => here().shifts, missing: () => here().missing[0] ?? null });
    return () => controller.chooseFrom(null);
  }, [controller]);
  useCanvasFocus(scroller);
  useEffect(() => {
    if (lines.length > row) virtual.scrollToIndex(row, { align: 'auto' });
    // Where it stands is asked only when it is gone to.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [row, virtual]);
  const onKeyDown = (event: React.KeyboardEvent) => {
    if ((event.target as HTMLElement).closest('button, a')) return;
    const arrow = ARROWS[event.key];
    const plain = !event.altKey && !event.ctrlKey && !event.metaKey;
    if (arrow && plain) choose(row + arrow[0], day + arrow[1]);
    else if (event.key === 'Enter' && plain) open();
    else if (OF_PEOPLE.test(event.key) || (event.ctrlKey && /^[cxvdrm]$/i.test(event.key))) return;
    else return onCanvasKey(event, controller);
    event.preventDefault();
  };
  const wanted = rows[row];
  const typedChanges = (typed: readonly TypedShift[]): Change[] => {
    const place = { row: controller.rows - 1, day };
    return typed.map((one) => {
      const role = one.role ?? wanted.role ?? one.form?.role ?? usualRole(judgement, place);
      return addTyped(judgement, place, one, role);
    });
  };
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div
        ref={scroller}
        id="canvas"
        role="grid"
        tabIndex={0}
        aria-label={rowKind === 'roles' ? 'Week plan by role' : 'Week plan by need'}
        aria-activedescendant={`demand-${row}-${day}`}
        className="relative flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto [scrollbar-gutter:stable] [scrollbar-width:thin]"
        onKeyDown={onKeyDown}
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
          onPointerDown={(event) => pressNeeds(event, { controller, scale, body, rows, choose })}
          onDoubleClick={(event) => {
            const { shiftId } = hitTest(event.target as HTMLElement);
            if (shiftId === null) open();
            else controller.open({ kind: 'shift', id: shiftId });
          }}
        >
          {virtual.getVirtualItems().map(({ index, start }) => {
            const layout = lines[index];
            if (!layout) return null;
            return (
              <NeedsLine
                key={layout.row.key}
                layout={layout}
                index={index}
                top={start - DAY_HEADS_HEIGHT}
                active={index === row ? day : -1}
                scale={scale}
                changesOf={index === row && editing ? typedChanges : null}
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

/** Keys that mean cells of people. */
const OF_PEOPLE = /^(F2|Delete|Backspace|Home|End|PageUp|PageDown)$/;

/** The shifts of a cell, and those that would fill what is missing in it. */
function contentOf(
  judgement: Judgement,
  wanted: NeedsRow | undefined,
  day: number,
): { readonly shifts: Shift[]; readonly missing: Shift[] } {
  if (!wanted) return { shifts: [], missing: [] };
  const cell = cellOf(judgement, wanted, day);
  const place = { row: judgement.people.length - 1, day };
  return {
    shifts: cell.shifts.map(({ shift }) => shift.planShift!),
    missing: cell.missing.map(({ from, to }) => newShift(judgement, place, { from, to }, wanted.role)),
  };
}
