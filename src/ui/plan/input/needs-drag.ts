import { OPEN_ROW, rowOf } from '@/core/grid/cell';
import { parseNeedsRow } from '@/core/grid/needs-rows';
import type { Change } from '@/core/plan/change';
import type { PlanController } from '../state/controller';
import { type DragTarget, type GridPoint, type Proposal, propose } from './drag';

/**
 * What becomes of what is held where rows are roles or needs. A bar moves in time, and in another row takes its
 * role; its ends resize; on empty canvas an open shift of the row's role is drawn. Null: nothing can.
 */
export function proposeInNeeds(
  controller: PlanController,
  hold: DragTarget,
  place: GridPoint,
  step: number,
  copy: boolean,
): Proposal | null {
  const { shift, grip, part, home } = hold;
  // What is proposed is that of the holder's row; it is drawn, and takes its role, where the pointer is.
  const holder = shift ? rowOf(shift.person) : OPEN_ROW;
  const cell = { row: holder, day: place.cell.day };
  const found = propose(
    controller,
    { ...hold, home: { row: holder, day: home.day } },
    { cell, minute: place.minute },
    step,
    copy,
  );
  if (!found) return null;
  const row = shift && !grip && !part ? place.cell.row : home.row;
  const asked = shift && row === home.row ? null : (parseNeedsRow(row)?.role ?? null);
  const role = asked === shift?.role ? null : asked;
  return {
    ...found,
    cell: { row, day: found.cell.day },
    role: role ?? found.role,
    changes: role === null ? found.changes : inRole(found, copy ? null : (shift?.id ?? null), role),
  };
}

/** The changes of a proposal, with the role that its row asks for. `moved`: the shift that at least changes role. */
function inRole({ changes }: Proposal, moved: string | null, role: string): readonly Change[] {
  if (changes.length === 0 && moved !== null) return [{ do: 'set', id: moved, shift: { role } }];
  return changes.map((change): Change => {
    if (change.do === 'add') return { ...change, shift: { ...change.shift, role } };
    return change.do === 'set' ? { ...change, shift: { ...change.shift, role } } : change;
  });
}
