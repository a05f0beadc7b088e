import { type RefObject, useCallback, useLayoutEffect, useRef } from 'react';
import { HEAD_WIDTH, ROW_HEIGHT } from '../../canvas/row';
import { type Scale, timeAt } from '../../canvas/scale';
import { DAY_HEADS_HEIGHT } from '../grid/day-heads';
import { type PlanController, useController } from '../state/controller';
import { type DragTarget, type GridPoint, follow, propose } from './drag';

interface Surroundings {
  readonly scale: Scale;
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly rows: RefObject<HTMLDivElement | null>;
  readonly openRow: RefObject<HTMLDivElement | null>;
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
      const pressed = locate(latest.current, event, 1, controller);
      if (!pressed) return;
      const { shiftId, grip, part } = hitTest(event.target as HTMLElement);
      event.preventDefault();
      document.getElementById('canvas')?.focus({ preventScroll: true });
      if (typingComesFirst(controller)) return;
      const { plan } = controller.plan.judgement;
      const shift = plan.shifts.find((one) => one.id === shiftId) ?? null;
      const home = shift ? { row: pressed.cell.row, day: shift.date - plan.from } : pressed.cell;
      const selecting = event.shiftKey && shiftId === null;
      controller.goTo(home, event.shiftKey);
      const hold: DragTarget | null = selecting ? null : { shift, grip, part, home, press: pressed.minute };
      follow(
        event.nativeEvent,
        controller,
        (at, step) => {
          scrollNearEdge(latest.current, at.clientY);
          const place = locate(latest.current, at, step, controller);
          if (!place) return undefined;
          if (hold) return propose(controller, hold, place, step, at.ctrlKey || at.metaKey);
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
      if (locate(latest.current, event, 1, controller)) controller.edit(null);
    },
    [controller],
  );
  return { down, open };
}

/** What of a bar is under the pointer. */
export function hitTest(target: HTMLElement) {
  return {
    shiftId: target.closest<HTMLElement>('[data-shift]')?.dataset.shift ?? null,
    part: target.closest<HTMLElement>('[data-part]')?.dataset.part ?? null,
    grip: target.closest<HTMLElement>('[data-grip]')?.dataset.grip ?? null,
  };
}

/** What was typed is kept or, where it cannot be, stands open: then it comes before what the pointer does. */
export function typingComesFirst(controller: PlanController): boolean {
  if (!controller.view.getState().editing) return false;
  document.querySelector<HTMLElement>('[data-typing]')?.focus();
  return true;
}

/** The day and minute at an x counted from the edge of a row; null beside the days. */
export function timeUnder(scale: Scale, x: number, step: number): ReturnType<typeof timeAt> | null {
  const inside = x - HEAD_WIDTH;
  return inside < 0 || inside > scale.days * scale.dayWidth ? null : timeAt(scale, inside, step);
}

/** The cell and time under a point of the window; null outside the canvas. */
function locate(
  { scale, scroller, rows, openRow }: Surroundings,
  { clientX: x, clientY: y }: { readonly clientX: number; readonly clientY: number },
  step: number,
  controller: PlanController,
): GridPoint | null {
  const body = rows.current?.getBoundingClientRect();
  const open = openRow.current?.getBoundingClientRect();
  const top = scroller.current?.getBoundingClientRect().top;
  if (!body || !open || top === undefined) return null;
  const time = timeUnder(scale, x - body.left, step);
  if (!time) return null;
  const { day, minute } = time;
  if (y >= open.top && y <= open.bottom) return { cell: { row: controller.rows - 1, day }, minute };
  if (y < top + DAY_HEADS_HEIGHT || y >= open.top) return null;
  const row = controller.rowUnder(y - body.top);
  return row === null ? null : { cell: { row, day }, minute };
}

function scrollNearEdge({ scroller, openRow }: Surroundings, y: number): void {
  const top = (scroller.current?.getBoundingClientRect().top ?? 0) + DAY_HEADS_HEIGHT;
  const bottom = openRow.current?.getBoundingClientRect().top ?? Infinity;
  if (y < top + EDGE && y > top - EDGE) scroller.current!.scrollBy(0, -ROW_HEIGHT / 2);
  else if (y > bottom - EDGE && y < bottom) scroller.current!.scrollBy(0, ROW_HEIGHT / 2);
}
