import { type RefObject, useCallback, useLayoutEffect, useRef } from 'react';
import { HEAD_WIDTH, ROW_HEIGHT } from '../../canvas/row';
import { type Scale, timeAt } from '../../canvas/scale';
import { DAY_HEADS_HEIGHT } from '../grid/day-heads';
import { type PlanController, useController } from '../state/controller';
import { type DragTarget, type GridPoint, follow, propose } from './drag';
import { openNext } from './keys';
import { proposeInNeeds } from './needs-drag';
import type { RowId } from '@/core/grid/cell';
import { parseNeedsRow } from '@/core/grid/needs-rows';

interface Surroundings {
  /** Null: nothing is drawn yet. */
  readonly scale: Scale | null;
  readonly scroller: RefObject<HTMLDivElement | null>;
  /** The element around the rows that are scrolled. */
  readonly rows: RefObject<HTMLDivElement | null>;
  /** The element around a row that stands fixed above them, where there is one. */
  readonly openRow?: RefObject<HTMLDivElement | null>;
}

/** Pixels from the edge of the rows within which dragging scrolls them. */
const EDGE = 24;

/** Mouse and pen on the canvas: choosing, drawing, moving, resizing, copying. */
export function usePointer(surroundings: Surroundings) {
  const controller = useController();
  const latest = useRef(surroundings);
  useLayoutEffect(() => {
    latest.current = surroundings;
  });

  const down = useCallback(
    (event: React.PointerEvent) => {
      if (event.button !== 0) return;
      const pressed = locate(latest.current, event, 1);
      if (!pressed) return;
      const { shiftId, grip, part } = hitTest(event.target as HTMLElement);
      event.preventDefault();
      document.getElementById('canvas')?.focus({ preventScroll: true });
      if (typingComesFirst(controller)) return;
      const { plan } = controller.plan.judgement;
      const shift = plan.shifts.find((one) => one.id === shiftId) ?? null;
      const home = shift ? { row: pressed.cell.row, day: shift.date - plan.from } : pressed.cell;
      // What is only proposed is chosen with its cell, to be taken or not: it cannot be moved.
      const isProposed = controller.plan.proposal?.shiftIds.has(shiftId ?? '') ?? false;
      const selecting = (event.shiftKey && shiftId === null) || isProposed;
      controller.goTo(home, event.shiftKey);
      const hold: DragTarget | null = selecting ? null : { shift, grip, part, home, press: pressed.minute };
      const proposeAt = parseNeedsRow(home.row) ? proposeInNeeds : propose;
      follow(
        event.nativeEvent,
        controller,
        (at, step) => {
          scrollNearEdge(latest.current, at.clientY);
          const place = locate(latest.current, at, step);
          if (!place) return undefined;
          if (hold) return proposeAt(controller, hold, place, step, at.ctrlKey || at.metaKey);
          controller.goTo(place.cell, true);
          return undefined;
        },
        (cell) => controller.goTo(cell),
      );
    },
    [controller],
  );
  const open = useCallback(
    (event: React.MouseEvent) => {
      const pressed = locate(latest.current, event, 1);
      if (!pressed) return;
      const { shiftId } = hitTest(event.target as HTMLElement);
      if (controller.plan.proposal?.shiftIds.has(shiftId ?? '')) return;
      if (!parseNeedsRow(pressed.cell.row)) controller.edit(null);
      else if (shiftId === null) openNext(controller);
      else controller.open({ kind: 'shift', id: shiftId });
    },
    [controller],
  );
  return { down, open };
}

/** What of a bar is under the pointer. */
function hitTest(target: HTMLElement) {
  return {
    shiftId: target.closest<HTMLElement>('[data-shift]')?.dataset.shift ?? null,
    part: target.closest<HTMLElement>('[data-part]')?.dataset.part ?? null,
    grip: target.closest<HTMLElement>('[data-grip]')?.dataset.grip ?? null,
  };
}

/** What was typed is kept or, where it cannot be, stands open: then it comes before what the pointer does. */
function typingComesFirst(controller: PlanController): boolean {
  if (!controller.view.getState().editing) return false;
  document.querySelector<HTMLElement>('[data-typing]')?.focus();
  return true;
}

/** The cell and time under a point of the window, minutes in steps; null outside the rows. */
function locate(
  { scale, scroller, rows, openRow }: Surroundings,
  { clientX: x, clientY: y }: { readonly clientX: number; readonly clientY: number },
  step: number,
): GridPoint | null {
  const top = scroller.current?.getBoundingClientRect().top;
  if (top === undefined || !scale || y < top + DAY_HEADS_HEIGHT) return null;
  const fixed = openRow?.current;
  const isFixed = fixed && y >= fixed.getBoundingClientRect().top;
  for (const row of (isFixed ? fixed : rows.current)?.querySelectorAll<HTMLElement>('[data-row]') ?? []) {
    const box = row.getBoundingClientRect();
    if (y < box.top || y >= box.bottom) continue;
    const inside = x - box.left - HEAD_WIDTH;
    if (inside < 0 || inside > scale.days * scale.dayWidth) return null;
    const { day, minute } = timeAt(scale, inside, step);
    return { cell: { row: row.dataset.row as RowId, day }, minute };
  }
  return null;
}

function scrollNearEdge({ scroller, openRow }: Surroundings, y: number): void {
  const box = scroller.current?.getBoundingClientRect();
  if (!box) return;
  const top = box.top + DAY_HEADS_HEIGHT;
  const bottom = openRow?.current?.getBoundingClientRect().top ?? box.bottom;
  if (y < top + EDGE && y > top - EDGE) scroller.current!.scrollBy(0, -ROW_HEIGHT / 2);
  else if (y > bottom - EDGE && y < bottom) scroller.current!.scrollBy(0, ROW_HEIGHT / 2);
}
