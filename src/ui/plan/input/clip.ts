import type { Change } from '@/core/plan/change';
import { formatShortSpan } from '@/core/time/format';
import type { PlanController } from '../state/controller';
import { shiftsIn } from '@/core/grid/cell';
import { cellText } from '@/core/grid/cell-text';
import { parseNeedsRow } from '@/core/grid/needs-rows';
import { formatBlock, parseBlock } from '@/core/grid/pasted';
import { copyChanges, moveChanges } from '@/core/grid/cell-changes';
import { newId } from '../../commands/new-id';
import type { Clip } from '../state/view-store';

/**
 * Copies the selected cells, or cuts them; returns them as a spreadsheet takes them, a line a row and tabs between.
 * Null: there is nothing to copy.
 */
export function copyCells(controller: PlanController, cut: boolean): string | null {
  if (isBusy(controller)) return null;
  const { judgement } = controller.plan;
  const { range } = controller;
  const cells: Clip['cells'] = Array.from({ length: range.bottom - range.top + 1 }, (_, at) => {
    const row = controller.rowAt(range.top + at);
    return Array.from({ length: range.right - range.left + 1 }, (_, day) =>
      row ? shiftsIn(judgement, { row, day: range.left + day }) : [],
    );
  });
  const all = cells.flat(2);
  if (all.length === 0) {
    controller.notify({ text: 'There is no shift to copy here.' });
    return null;
  }
  const first = formatShortSpan(all[0].from, all[0].to, controller.plan.hourFormat);
  controller.act.hold({
    cells,
    cut: cut ? all.map((shift) => shift.id) : [],
    text: all.length === 1 ? first : `${all.length} shifts`,
  });
  const rows = cells.map((row, at) => {
    const id = controller.rowAt(range.top + at)!;
    return row.map((shifts, day) => {
      const cell = { row: id, day: range.left + day };
      return cellText(judgement, cell, shifts, controller.plan.hourFormat);
    });
  });
  const text = formatBlock(rows);
  copied.set(controller, text);
  return text;
}

/** The text under which the cells that are held went to the clipboard. */
const copied = new WeakMap<PlanController, string>();

/** A shift is carried, or what is selected is nobody's cell. */
function isBusy(controller: PlanController): boolean {
  const { carry, dialog, active } = controller.view.getState();
  return carry !== null || dialog !== null || parseNeedsRow(active.row) !== null;
}

/**
 * Pastes what the clipboard holds at the active cell: cells that were copied here with all they say, text from elsewhere
 * as if it were typed, after a look at what it does.
 */
export function pasteText(controller: PlanController, text: string): void {
  if (isBusy(controller)) return;
  const plain = text.replaceAll('\r\n', '\n').replace(/\n$/, '');
  if (plain.trim() === '' || plain === copied.get(controller)) return paste(controller);
  const block = parseBlock(plain);
  if (block.length === 1 && block[0].length === 1) return controller.edit(block[0][0].trim());
  controller.open({ kind: 'paste', block, at: controller.view.getState().active });
}

/** Changes that paste at the active cell; what was cut moves, what was copied is made anew. */
export function pasting(controller: PlanController): Change[] {
  const { active, clip } = controller.view.getState();
  const { judgement } = controller.plan;
  if (!clip) return [];
  const changes: Change[] = [];
  clip.cells.forEach((held, r) => {
    const position = controller.positionOf(active.row) + r;
    const row = position < controller.shownRows ? controller.rowAt(position) : null;
    if (!row) return;
    held.forEach((shifts, d) => {
      const cell = { row, day: active.day + d };
      if (shifts.length === 0 || cell.day >= judgement.plan.days) return;
      if (clip.cut.length === 0) changes.push(...copyChanges(judgement, shifts, cell, newId));
      else
        for (const shift of shifts) {
          const now = judgement.plan.shifts.find((one) => one.id === shift.id);
          if (now) changes.push(...moveChanges(judgement, now, cell, now.from));
        }
    });
  });
  return changes;
}

/** Pastes what was copied here at the active cell. */
function paste(controller: PlanController): void {
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
    const row = direction === 'right' ? cell.row : from < 0 ? null : controller.rowAt(from);
    const day = direction === 'down' ? cell.day : single ? cell.day - 1 : range.left;
    if (!row || day < 0 || (row === cell.row && day === cell.day)) return [];
    return copyChanges(judgement, shiftsIn(judgement, { row, day }), cell, newId);
  });
  controller.commit(changes);
}
