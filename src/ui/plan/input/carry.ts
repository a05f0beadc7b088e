import type { Change } from '@/core/plan/change';
import { formatShortSpan } from '@/core/time/format';
import type { PlanController } from '../state/controller';
import { shiftsIn } from '@/core/grid/cell';
import { placeChanges } from '@/core/grid/cell-changes';
import type { Carry } from '../state/view-store';

/** Picks up the first shift of the active cell, to be moved with the arrows and put down with Enter. */
export function pickUp(controller: PlanController): void {
  const { active } = controller.view.getState();
  const [shift] = shiftsIn(controller.plan.judgement, active);
  if (!shift) return controller.notify({ text: 'There is no shift to move here.' });
  carryTo(controller, { shift, cell: active, from: shift.from, to: shift.to });
}

/** Shows a carried shift at a new place, with what putting it down there would do. */
export function carryTo(controller: PlanController, carry: Carry): void {
  const tried = controller.try(carried(controller, carry));
  const { cell, from, to, shift } = carry;
  controller.act.carry(carry, {
    row: cell.row,
    day: cell.day,
    from,
    to,
    role: shift.role,
    dragged: shift.id,
    text: `${formatShortSpan(from, to, controller.plan.hourFormat)}: ${tried.text}`,
    refused: tried.rejectedReason !== null,
    at: null,
  });
}

/** Puts the carried shift where it is, or back where it was. */
export function putDown(controller: PlanController, keep: boolean): void {
  const { carry } = controller.view.getState();
  controller.act.dropCarried();
  if (carry && keep) controller.commit(carried(controller, carry));
}

function carried(controller: PlanController, { shift, cell, from, to }: Carry): Change[] {
  return placeChanges(controller.plan.judgement, shift, cell, { from, to });
}
