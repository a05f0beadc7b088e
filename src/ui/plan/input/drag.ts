import { shared } from '@/core/time/span';
import { formatShortSpan } from '@/core/time/format';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { movePart, withTimes } from '@/core/plan/shift-edits';
import type { PlanController } from '../state/controller';
import { type Cell, personIdOf, stateOf } from '@/core/grid/cell';
import { copyOf, moveChanges, newShift, placeChanges, usualRole } from '@/core/grid/cell-changes';
import { newId } from '../../commands/new-id';

/** What a drag makes of the plan at a pointer position: the changes, and the shift to draw. */
export interface Proposal {
  readonly changes: readonly Change[];
  readonly cell: Cell;
  readonly from: number;
  readonly to: number;
  readonly role: string | null;
  readonly dragged: string | null;
}

/** What the pointer took hold of; no shift: empty canvas, on which one is drawn. */
export interface DragTarget {
  readonly shift: Shift | null;
  readonly grip: string | null;
  /** The break or duty that is moved inside its shift. */
  readonly part: string | null;
  readonly home: Cell;
  /** The minute that was pressed, as exact as the pointer. */
  readonly press: number;
}

/** A cell and a minute of its day. */
export interface GridPoint {
  readonly cell: Cell;
  readonly minute: number;
}

/** Pixels a pointer must travel before a press is a drag. */
const SLACK = 4;
/** Fine steps while Alt is held, in minutes. */
const FINE = 5;

/**
 * Follows the pointer until it is let go or left with Escape, and shows what letting go would do.
 * `proposalAt`: what the drag makes at a place, snapped to `step` minutes; null: nothing; undefined: as before.
 * `onKept` is told where something was put.
 */
export function follow(
  start: PointerEvent,
  controller: PlanController,
  proposalAt: (event: PointerEvent, step: number) => Proposal | null | undefined,
  onKept: (cell: Cell) => void,
): void {
  let dragging = false;
  let proposal: Proposal | null = null;
  let last: PointerEvent = start;
  const show = (event: PointerEvent) => {
    last = event;
    if (!dragging && Math.hypot(event.clientX - start.clientX, event.clientY - start.clientY) < SLACK) return;
    dragging = true;
    const step = event.altKey ? FINE : controller.plan.judgement.plan.site.blockMinutes;
    const next = proposalAt(event, step);
    if (next === undefined) return;
    proposal = next;
    if (proposal) draw(controller, proposal, event);
  };
  const finish = (keep: boolean) => {
    window.removeEventListener('pointermove', show);
    window.removeEventListener('pointerup', drop);
    window.removeEventListener('pointercancel', cancel);
    window.removeEventListener('keydown', onKey, true);
    controller.act.drawGhost(null);
    if (!keep || !proposal) return;
    if (controller.commit(proposal.changes)) onKept(proposal.cell);
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

/** What becomes of what is held at a place. Null: nothing can. */
export function propose(
  controller: PlanController,
  { shift, grip, part, home, press }: DragTarget,
  place: GridPoint,
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
    const added = newShift(judgement, home, { from, to }, role, newId());
    return { changes: [{ do: 'add', shift: added }], cell: home, from, to, role, dragged: null };
  }
  const { role } = shift;
  if (part) {
    const placed = stateOf(judgement, home.row)?.view.shifts.find((one) => one.id === shift.id);
    const by = Math.round((place.minute - press) / FINE) * FINE;
    const moved = placed && movePart(shift, placed.break, part, by);
    if (!moved) return null;
    return {
      changes: [{ do: 'set', id: shift.id, shift: moved.patch }],
      cell: home,
      ...moved.span,
      role,
      dragged: null,
    };
  }
  if (grip) {
    const minute = place.minute + (place.cell.day - home.day) * 1440;
    const [from, to] = grip === 'from' ? [minute, shift.to] : [shift.from, minute];
    const changes = placeChanges(judgement, shift, home, { from, to });
    return to > from ? { changes, cell: home, from, to, role, dragged: shift.id } : null;
  }
  const moved = Math.round((shift.from + place.minute - press) / step) * step;
  const from = Math.min(Math.max(moved, 0), 1439);
  const to = from + shift.to - shift.from;
  const changes = moveChanges(judgement, shift, place.cell, from);
  if (!copy) return { changes, cell: place.cell, from, to, role, dragged: shift.id };
  const person = personIdOf(place.cell.row);
  const date = judgement.plan.from + place.cell.day;
  const same = person === shift.person && date === shift.date && shared({ from, to }, shift) > 0;
  const copied: Shift = copyOf(shift, newId(), { ...withTimes(shift, { from, to }), person, date });
  return {
    changes: same ? [] : [{ do: 'add', shift: copied }],
    cell: place.cell,
    from,
    to,
    role,
    dragged: null,
  };
}

function draw(controller: PlanController, proposal: Proposal, event: PointerEvent): void {
  const tried = controller.try(proposal.changes);
  const span = formatShortSpan(proposal.from, proposal.to, controller.plan.hourFormat);
  controller.act.drawGhost({
    row: proposal.cell.row,
    day: proposal.cell.day,
    from: proposal.from,
    to: proposal.to,
    role: proposal.role,
    dragged: proposal.dragged,
    text: `${span}: ${proposal.changes.length === 0 ? 'as it is' : tried.text}`,
    refused: tried.rejectedReason !== null,
    at: { x: event.clientX, y: event.clientY },
  });
}
