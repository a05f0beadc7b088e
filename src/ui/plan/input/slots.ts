import type { Snag } from '@/core/checks/shared/snag';
import type { Shift } from '@/core/plan/types';
import { formatTimeSpan } from '@/core/time/format';
import type { PlanController } from '../state/controller';
import { OPEN_ROW } from '@/core/grid/cell';
import { newShift } from '@/core/grid/cell-changes';
import { newId } from '../../commands/new-id';

/** The shift that would close a gap. */
export function slotOf(controller: PlanController, gap: Snag): Shift {
  const { judgement } = controller.plan;
  const cell = { row: OPEN_ROW, day: gap.date - judgement.plan.from } as const;
  return newShift(judgement, cell, { from: gap.from!, to: gap.to! }, gap.role, newId());
}

/** The gap at a place of the skyline: of the role that it draws, else of any. Null: nobody is missing there. */
export function gapAt(
  controller: PlanController,
  { day, minute }: { readonly day: number; readonly minute: number },
): Snag | null {
  const { judgement } = controller.plan;
  const { skyline } = controller.view.getState();
  const wanted = skyline === null ? null : judgement.plan.roles[skyline]?.id;
  const found = judgement.cells
    .flat()
    .filter(
      (snag) =>
        snag.code === 'gap' &&
        snag.date === judgement.plan.from + day &&
        snag.from! <= minute &&
        snag.to! > minute,
    );
  const rank = (snag: Snag) => (snag.role === wanted ? 0 : snag.role !== null ? 1 : 2);
  return found.sort((a, b) => rank(a) - rank(b) || b.amount! - a.amount!)[0] ?? null;
}

/**
 * Opens the list of who can cover: the shift that is open in full, the gap that is looked into, what is missing in
 * the active cell, or its first shift.
 */
export function whoCanCover(controller: PlanController): void {
  const { judgement, hourFormat } = controller.plan;
  const { place, panel } = controller.view.getState();
  const ask = (shift: Shift, isNew: boolean) => controller.open({ kind: 'cover', shift, isNew });
  const opened = panel?.kind === 'shift' && judgement.plan.shifts.find((one) => one.id === panel.id);
  if (opened) return ask(opened, false);
  if (place) {
    const gap = gapAt(controller, place);
    if (gap) return ask(slotOf(controller, gap), true);
    const end = place.minute + judgement.plan.site.blockMinutes;
    return controller.notify({
      text: `Nobody is missing at ${formatTimeSpan(place.minute, end, hourFormat)}.`,
    });
  }
  const [missing] = controller.missingHere();
  if (missing) return ask(missing, true);
  const [shift] = controller.activeShifts();
  if (shift) ask(shift, false);
  else controller.notify({ text: 'Choose a shift, or a gap in the skyline, to see who can cover it.' });
}
