import { HEAD_WIDTH, cellId } from '../../canvas/row';
import { type Scale, xOf } from '../../canvas/scale';
import type { RowId } from '@/core/grid/cell';
import { usePlan, useView } from '../state/controller';

/** The shift as it would be, where it would be in a row that begins at `top` pixels. */
export function GhostBar({ row, scale, top }: { row: RowId; scale: Scale; top: number }) {
  const ghost = useView((view) => (view.ghost?.row === row ? view.ghost : null));
  const look = usePlan((plan) => plan.roleStyles);
  if (!ghost) return null;
  const left = HEAD_WIDTH + xOf(scale, ghost.day, ghost.from);
  return (
    <div
      className="ghost"
      data-ink={(ghost.role && look.get(ghost.role)?.ink) || undefined}
      data-refused={ghost.refused || undefined}
      style={{
        left,
        width: Math.max(HEAD_WIDTH + xOf(scale, ghost.day, ghost.to) - left, 3),
        marginTop: top,
      }}
    />
  );
}

/** The line that says what putting it there would do. */
export function GhostLine() {
  const ghost = useView((view) => view.ghost);
  if (!ghost) return null;
  const at = ghost.at ?? besideCell(ghost.row, ghost.day);
  if (!at) return null;
  const right = at.x > window.innerWidth - 380;
  const low = at.y > window.innerHeight - 60;
  return (
    <div
      className="hint"
      role="status"
      data-refused={ghost.refused || undefined}
      style={{
        left: right ? undefined : at.x + 14,
        right: right ? window.innerWidth - at.x + 14 : undefined,
        top: low ? at.y - 44 : at.y + 16,
      }}
    >
      {ghost.text}
    </div>
  );
}

function besideCell(row: RowId, day: number): { x: number; y: number } | null {
  const box = document.getElementById(cellId(row, day))?.getBoundingClientRect();
  return box ? { x: box.left - 10, y: box.bottom - 10 } : null;
}
