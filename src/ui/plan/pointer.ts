import { type RefObject, useCallback, useLayoutEffect, useRef } from 'react';
import { shared } from '@/core/time/span';
import { writeShortSpan } from '@/core/time/write';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { HEAD_WIDTH, ROW_HEIGHT } from '../canvas/row';
import { type Scale, timeAt } from '../canvas/scale';
import { DAY_HEADS_HEIGHT } from './day-heads';
import { movePart, retimed } from '@/core/plan/shift-edits';
import { type PlanController, useController } from './controller';
import { type Cell, copyOf, moveChanges, newShift, placeChanges, usualRole } from './edits';

interface Surroundings {
  readonly scale: Scale;
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly rows: RefObject<HTMLDivElement | null>;
  readonly openRow: RefObject<HTMLDivElement | null>;
}

/** What a drag makes of the plan at a pointer position: the changes, and the shift to draw. */
interface Proposal {
  readonly changes: Change[];
  readonly cell: Cell;
  readonly from: number;
  readonly to: number;
  readonly role: string | null;
  readonly lifted: string | null;
}

/** Pixels a pointer must travel before a press is a drag. */
const SLACK = 4;
/** Fine steps while Alt is held, in minutes. */
const FINE = 5;
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
      const place = locate(latest.current, event.clientX, event.clientY, 1, under(controller));
      if (!place) return;
      const target = event.target as HTMLElement;
      const bar = target.closest<HTMLElement>('[data-shift]');
      const part = target.closest<HTMLElement>('[data-part]')?.dataset.part ?? null;
      const grip = target.closest<HTMLElement>('[data-grip]')?.dataset.grip ?? null;
      event.preventDefault();
      document.getElementById('canvas')?.focus({ preventScroll: true });
      // What was typed is kept or, where it cannot be, stands open: then it comes first.
      if (controller.view.getState().editing) {
        document.querySelector<HTMLElement>('[data-typing]')?.focus();
        return;
      }
      const shift = bar
        ? (controller.plan.judgement.plan.shifts.find((one) => one.id === bar.dataset.shift) ?? null)
        : null;
      const home = shift
        ? { row: place.cell.row, day: shift.date - controller.plan.judgement.plan.from }
        : place.cell;
      const selecting = event.shiftKey && !bar;
      controller.goTo(home, event.shiftKey);
      track(
        event.nativeEvent,
        latest,
        controller,
        selecting ? null : { shift, grip, part, home, press: place.minute },
      );
    },
    [controller],
  );
  const open = useCallback(
    (event: React.MouseEvent) => {
      const place = locate(latest.current, event.clientX, event.clientY, 1, under(controller));
      if (place) controller.edit(null);
    },
    [controller],
  );
  return { down, open };
}

function under(controller: PlanController) {
  return { rows: controller.rows, rowUnder: (y: number) => controller.rowUnder(y) };
}

interface Hold {
  readonly shift: Shift | null;
  readonly grip: string | null;
  /** The break or duty that is moved inside its shift. */
  readonly part: string | null;
  readonly home: Cell;
  readonly press: number;
}

/** Follows the pointer until it is let go; `hold` null: a range of cells is being selected. */
function track(
  start: PointerEvent,
  surroundings: RefObject<Surroundings>,
  controller: PlanController,
  hold: Hold | null,
): void {
  let dragging = false;
  let proposal: Proposal | null = null;
  let last: PointerEvent = start;
  const show = (event: PointerEvent) => {
    last = event;
    if (!dragging && Math.hypot(event.clientX - start.clientX, event.clientY - start.clientY) < SLACK) return;
    dragging = true;
    scrollNearEdge(surroundings.current, event.clientY);
    const step = event.altKey ? FINE : controller.plan.judgement.plan.site.blockMinutes;
    const place = locate(surroundings.current, event.clientX, event.clientY, step, under(controller));
    if (!place) return;
    if (!hold) return controller.goTo(place.cell, true);
    proposal = propose(controller, hold, place, step, event.ctrlKey || event.metaKey);
    if (proposal) draw(controller, proposal, event);
  };
  const finish = (keep: boolean) => {
    window.removeEventListener('pointermove', show);
    window.removeEventListener('pointerup', drop);
    window.removeEventListener('pointercancel', cancel);
    window.removeEventListener('keydown', onKey, true);
    controller.view.setState({ ghost: null });
    if (!keep || !proposal) return;
    const { cell, changes } = proposal;
    if (controller.commit(changes)) controller.goTo(cell);
  };
  const drop = (event: PointerEvent) => {
    if (dragging) show(event);
    finish(true);
  };
  const cancel = () => finish(false);
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Escape') {
      event.stopPropagation();
      finish(false);
    } else if (event.key === 'Control' || event.key === 'Alt') show(last);
  };
  window.addEventListener('pointermove', show);
  window.addEventListener('pointerup', drop);
  window.addEventListener('pointercancel', cancel);
  window.addEventListener('keydown', onKey, true);
}

function propose(
  controller: PlanController,
  { shift, grip, part, home, press }: Hold,
  place: { cell: Cell; minute: number },
  step: number,
  copy: boolean,
): Proposal | null {
  const { judgement } = controller.plan;
  if (!shift) {
    if (place.cell.day !== home.day) return null;
    const begin = Math.round(press / step) * step;
    const [from, to] = [Math.min(begin, place.minute), Math.max(begin, place.minute)];
    if (to - from < step || from < 0 || from > 1439) return null;
    const role = usualRole(judgement, home);
    const added = newShift(judgement, home, { from, to }, role);
    return { changes: [{ do: 'add', shift: added }], cell: home, from, to, role, lifted: null };
  }
  const { role } = shift;
  if (part) {
    const placed = judgement.people[home.row].view.own.find((one) => one.id === shift.id);
    const by = Math.round((place.minute - press) / FINE) * FINE;
    const moved = placed && movePart(shift, placed.break, part, by);
    if (!moved) return null;
    return {
      changes: [{ do: 'set', id: shift.id, shift: moved.patch }],
      cell: home,
      ...moved.span,
      role,
      lifted: null,
    };
  }
  if (grip) {
    const minute = place.minute + (place.cell.day - home.day) * 1440;
    const [from, to] = grip === 'from' ? [minute, shift.to] : [shift.from, minute];
    const changes = placeChanges(judgement, shift, home, { from, to });
    return to > from ? { changes, cell: home, from, to, role, lifted: shift.id } : null;
  }
  const moved = Math.round((shift.from + place.minute - press) / step) * step;
  const from = Math.min(Math.max(moved, 0), 1439);
  const to = from + shift.to - shift.from;
  const changes = moveChanges(judgement, shift, place.cell, from);
  if (!copy) return { changes, cell: place.cell, from, to, role, lifted: shift.id };
  const person = judgement.plan.people[place.cell.row]?.id ?? null;
  const date = judgement.plan.from + place.cell.day;
  const same = person === shift.person && date === shift.date && shared({ from, to }, shift) > 0;
  const copied: Shift = copyOf(shift, { ...retimed(shift, { from, to }), person, date });
  return {
    changes: same ? [] : [{ do: 'add', shift: copied }],
    cell: place.cell,
    from,
    to,
    role,
    lifted: null,
  };
}

function draw(controller: PlanController, proposal: Proposal, event: PointerEvent): void {
  const tried = controller.try(proposal.changes);
  const span = writeShortSpan(proposal.from, proposal.to, controller.plan.hourFormat);
  controller.view.setState({
    ghost: {
      row: proposal.cell.row,
      day: proposal.cell.day,
      from: proposal.from,
      to: proposal.to,
      role: proposal.role,
      lifted: proposal.lifted,
      text: `${span}: ${proposal.changes.length === 0 ? 'as it is' : tried.text}`,
      refused: tried.refused !== null,
      at: { x: event.clientX, y: event.clientY },
    },
  });
}

/** The cell and time under a point of the window; null outside the canvas. */
function locate(
  { scale, scroller, rows, openRow }: Surroundings,
  x: number,
  y: number,
  step: number,
  { rows: count, rowUnder }: { readonly rows: number; readonly rowUnder: (y: number) => number | null },
): { cell: Cell; minute: number } | null {
  const body = rows.current?.getBoundingClientRect();
  const open = openRow.current?.getBoundingClientRect();
  const top = scroller.current?.getBoundingClientRect().top;
  if (!body || !open || top === undefined) return null;
  const inside = x - body.left - HEAD_WIDTH;
  if (inside < 0 || inside > scale.days * scale.dayWidth) return null;
  const { day, minute } = timeAt(scale, inside, step);
  if (y >= open.top && y <= open.bottom) return { cell: { row: count - 1, day }, minute };
  if (y < top + DAY_HEADS_HEIGHT || y >= open.top) return null;
  const row = rowUnder(y - body.top);
  return row === null ? null : { cell: { row, day }, minute };
}

function scrollNearEdge({ scroller, openRow }: Surroundings, y: number): void {
  const top = (scroller.current?.getBoundingClientRect().top ?? 0) + DAY_HEADS_HEIGHT;
  const bottom = openRow.current?.getBoundingClientRect().top ?? Infinity;
  if (y < top + EDGE && y > top - EDGE) scroller.current!.scrollBy(0, -ROW_HEIGHT / 2);
  else if (y > bottom - EDGE && y < bottom) scroller.current!.scrollBy(0, ROW_HEIGHT / 2);
}
