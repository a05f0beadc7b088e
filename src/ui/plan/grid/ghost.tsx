import { HEAD_WIDTH, cellId } from '../../canvas/row';
import { type Scale, xOf } from '../../canvas/scale';
import { topOf } from './layout';
import { usePlan, useView } from '../state/controller';
import type { Ghost } from '../state/view-store';

/** The shift as it would be, where it would be. */
export function GhostBar({ scale, open }: { scale: Scale; open: boolean }) {
  const ghost = useView((view) => view.ghost);
  const layout = useView((view) => view.layout);
  const rows = usePlan((plan) => plan.judgement.people.length);
  if (!ghost || (ghost.row === rows - 1) !== open) return null;
  return <GhostShape ghost={ghost} scale={scale} down={open ? 0 : topOf(layout, ghost.row)} />;
}

/** A shift as it would be, in the days of a scale. `down`: pixels below what it stands in. */
export function GhostShape({ ghost, scale, down = 0 }: { ghost: Ghost; scale: Scale; down?: number }) {
  const look = usePlan((plan) => plan.roleStyles);
  const left = HEAD_WIDTH + xOf(scale, ghost.day, ghost.from);
  return (
    <div
      className="ghost"
      data-ink={(ghost.role && look.get(ghost.role)?.ink) || undefined}
      data-refused={ghost.refused || undefined}
      style={{
        left,
        width: Math.max(HEAD_WIDTH + xOf(scale, ghost.day, ghost.to) - left, 3),
        marginTop: down,
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

function besideCell(row: number, day: number): { x: number; y: number } | null {
  const box = document.getElementById(cellId(row, day))?.getBoundingClientRect();
  return box ? { x: box.left - 10, y: box.bottom - 10 } : null;
}
