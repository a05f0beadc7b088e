import type { Change } from '@/core/plan/change';
import { formatShortSpan } from '@/core/time/format';
import type { PlanController } from '../state/controller';
import { copyChanges, moveChanges, shiftsIn } from '../state/edits';
import type { Clip } from '../state/view-store';

/** Copies the selected cells, or cuts them. */
export function copyCells(controller: PlanController, cut: boolean): void {
  const { judgement } = controller.plan;
  const { range } = controller;
  const cells: Clip['cells'] = Array.from({ length: range.bottom - range.top + 1 }, (_, row) =>
    Array.from({ length: range.right - range.left + 1 }, (_, day) =>
      shiftsIn(judgement, { row: controller.rowAt(range.top + row), day: range.left + day }),
    ),
  );
  const all = cells.flat(2);
  if (all.length === 0) return controller.notify({ text: 'There is no shift to copy here.' });
  const first = formatShortSpan(all[0].from, all[0].to, controller.plan.hourFormat);
  controller.act.hold({
    cells,
    cut: cut ? all.map((shift) => shift.id) : [],
    text: all.length === 1 ? first : `${all.length} shifts`,
  });
}

/** Changes that paste at the active cell; what was cut moves, what was copied is made anew. */
export function pasting(controller: PlanController): Change[] {
  const { active, clip } = controller.view.getState();
  const { judgement } = controller.plan;
  if (!clip) return [];
  const changes: Change[] = [];
  clip.cells.forEach((row, r) =>
    row.forEach((shifts, d) => {
      const position = controller.positionOf(active.row) + r;
      const cell = { row: controller.rowAt(position), day: active.day + d };
      if (shifts.length === 0 || position >= controller.shownRows || cell.day >= judgement.plan.days) return;
      if (clip.cut.length === 0) changes.push(...copyChanges(judgement, shifts, cell));
      else
        for (const shift of shifts) {
          const now = judgement.plan.shifts.find((one) => one.id === shift.id);
          if (now) changes.push(...moveChanges(judgement, now, cell, now.from));
        }
    }),
  );
  return changes;
}

/** Pastes at the active cell. */
export function paste(controller: PlanController): void {
  const { clip } = controller.view.getState();
  if (!clip) return controller.notify({ text: 'Nothing was copied yet.' });
  if (controller.commit(pasting(controller)) && clip.cut.length > 0) controller.act.hold(null);
}

/** Copies the first row (down) or the first column (right) of the selection over the rest of it. */
export function fill(controller: PlanController, direction: 'down' | 'right'): void {
  const { judgement } = controller.plan;
  const { range } = controller;
  const single = direction === 'down' ? range.top === range.bottom : range.left === range.right;
  const changes = controller.cellsOf(range).flatMap((cell) => {
    const from = single ? controller.positionOf(cell.row) - 1 : range.top;
    const source =
      direction === 'down'
        ? { row: from < 0 ? -1 : controller.rowAt(from), day: cell.day }
        : { row: cell.row, day: single ? cell.day - 1 : range.left };
    if (source.row < 0 || source.day < 0 || (source.row === cell.row && source.day === cell.day)) return [];
    return copyChanges(judgement, shiftsIn(judgement, source), cell);
  });
  controller.commit(changes);
}
