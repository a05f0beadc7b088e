import type { RefObject } from 'react';
import type { Change } from '@/core/plan/change';
import type { Scale } from '../../canvas/scale';
import type { PlanController } from '../state/controller';
import type { NeedsRow } from '@/core/coverage/needs-grid';
import { type GridPoint, type Proposal, follow, propose } from './drag';
import { hitTest, timeUnder, typingComesFirst } from './pointer';

interface Surroundings {
  readonly controller: PlanController;
  readonly scale: Scale;
  /** The element around the rows. */
  readonly body: RefObject<HTMLDivElement | null>;
  readonly rows: readonly NeedsRow[];
  readonly choose: (row: number, day: number) => void;
}

/**
 * A press where rows are roles or needs. A bar moves in time, and to another row takes its role; its ends resize;
 * on empty canvas an open shift of the row's role is drawn.
 */
export function pressNeeds(event: React.PointerEvent, surroundings: Surroundings): void {
  if (event.button !== 0) return;
  const { controller, rows, choose } = surroundings;
  const pressed = locate(surroundings, event, 1);
  if (!pressed) return;
  event.preventDefault();
  document.getElementById('canvas')?.focus({ preventScroll: true });
  if (typingComesFirst(controller)) return;
  choose(pressed.cell.row, pressed.cell.day);
  const { judgement } = controller.plan;
  const { plan } = judgement;
  const { shiftId, grip, part } = hitTest(event.target as HTMLElement);
  const shift = plan.shifts.find((one) => one.id === shiftId) ?? null;
  // What is proposed is that of the holder's row; it is drawn, and takes its role, where the pointer is.
  const holder = shift?.person ? judgement.indexOf.get(shift.person)! : controller.rows - 1;
  const home = { row: holder, day: shift ? shift.date - plan.from : pressed.cell.day };
  const start = pressed.cell.row;
  follow(
    event.nativeEvent,
    controller,
    (at, step) => {
      const place = locate(surroundings, at, step);
      if (!place) return undefined;
      const cell = { row: holder, day: place.cell.day };
      const hold = { shift, grip, part, home, press: pressed.minute };
      const copy = at.ctrlKey || at.metaKey;
      const found = propose(controller, hold, { cell, minute: place.minute }, step, copy);
      if (!found) return null;
      const row = shift && !grip && !part ? place.cell.row : start;
      const asked = shift && row === start ? null : rows[row].role;
      const role = asked === shift?.role ? null : asked;
      return {
        ...found,
        cell: { row, day: found.cell.day },
        role: role ?? found.role,
        changes: role === null ? found.changes : inRole(found, copy ? null : (shift?.id ?? null), role),
      };
    },
    ({ row, day }) => choose(row, day),
  );
}

/** The changes of a proposal, with the role that its row asks for. `moved`: the shift that at least changes role. */
function inRole({ changes }: Proposal, moved: string | null, role: string): readonly Change[] {
  if (changes.length === 0 && moved !== null) return [{ do: 'set', id: moved, shift: { role } }];
  return changes.map((change): Change => {
    if (change.do === 'add') return { ...change, shift: { ...change.shift, role } };
    return change.do === 'set' ? { ...change, shift: { ...change.shift, role } } : change;
  });
}

function locate(
  { body, scale }: Surroundings,
  { clientX, clientY }: { readonly clientX: number; readonly clientY: number },
  step: number,
): GridPoint | null {
  const line = [...(body.current?.children ?? [])].find((one) => {
    const { top, bottom } = one.getBoundingClientRect();
    return clientY >= top && clientY < bottom;
  }) as HTMLElement | undefined;
  if (!line) return null;
  const row = Number(line.dataset.line);
  const time = timeUnder(scale, clientX - line.getBoundingClientRect().left, step);
  return time && { cell: { row, day: time.day }, minute: time.minute };
}
