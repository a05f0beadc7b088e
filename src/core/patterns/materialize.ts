import type { Change } from '../plan/change';
import type { Plan, Shift } from '../plan/types';
import { type PlacementConflict, placementIn } from '../week/placement';
import { diffShift } from '../plan/shift-spec';
import { type Occurrence, type Pattern, shiftOf } from './pattern';

/** A shift of a pattern as it would be written, and why it is not written so. */
export interface PatternRemark {
  readonly shift: Shift;
  /** `opened`: with nobody on it. `left`: not at all, since that person is busy. */
  readonly what: 'opened' | 'left';
  readonly barrier: PlacementConflict;
}

export interface Materialized {
  readonly changes: readonly Change[];
  readonly remarks: readonly PatternRemark[];
  readonly added: number;
  readonly changed: number;
  readonly removed: number;
  /** Shifts of the pattern that stay as somebody made them, or as staff know them. */
  readonly keptOwn: number;
  readonly keptPublished: number;
}

/**
 * The changes that make a plan hold what a pattern gives in it. Shifts that were changed by hand, that are
 * published, or whose date was left out stay as they are. What would fall on leave, a closed holiday or outside
 * employment arrives open; where the person has another shift at the time it does not come. Both are listed.
 */
export function materialize(
  plan: Plan,
  pattern: Pattern,
  occurrences: readonly Occurrence[],
  exceptions: ReadonlySet<string>,
  isPublished: (id: string) => boolean,
  newId: () => string,
  adds = true,
): Materialized {
  const rows = new Map<string, Shift>();
  for (const shift of plan.shifts) {
    const from = shift.detail?.pattern;
    if (from?.id === pattern.id) rows.set(from.key, shift);
  }
  const changes: Change[] = [];
  const remarks: PatternRemark[] = [];
  let [keptOwn, keptPublished] = [0, 0];
  const stays = (shift: Shift): boolean => {
    if (shift.detail!.pattern!.overridden) keptOwn++;
    else if (isPublished(shift.id)) keptPublished++;
    else return false;
    return true;
  };
  const wanted = occurrences.filter(({ key }) => !exceptions.has(key) && (adds || rows.has(key)));
  const free: { one: Occurrence; row: Shift | null }[] = [];
  for (const one of wanted) {
    const row = rows.get(one.key) ?? null;
    rows.delete(one.key);
    if (!row || !stays(row)) free.push({ one, row });
  }
  const removed = [...rows.values()].filter((row) => !stays(row));
  const going = new Set([...removed, ...free.flatMap(({ row }) => (row ? [row] : []))].map(({ id }) => id));
  const barriers = placementIn(plan, going);
  let [added, changed, dropped] = [0, 0, 0];
  for (const row of removed) changes.push({ do: 'remove', id: row.id });
  for (const { one, row } of free) {
    const candidate = shiftOf(pattern, one, row?.id ?? newId());
    const barrier = barriers.of(candidate);
    if (barrier?.why === 'busy') {
      remarks.push({ shift: candidate, what: 'left', barrier });
      if (row) {
        changes.push({ do: 'remove', id: row.id });
        dropped++;
      }
      continue;
    }
    if (barrier) remarks.push({ shift: candidate, what: 'opened', barrier });
    const arrived = barrier ? { ...candidate, person: null } : candidate;
    barriers.settled(arrived);
    if (!row) {
      changes.push({ do: 'add', shift: arrived });
      added++;
    } else {
      const patch = diffShift(row, arrived);
      if (patch) {
        changes.push({ do: 'set', id: row.id, shift: patch });
        changed++;
      }
    }
  }
  return { changes, remarks, added, changed, removed: removed.length + dropped, keptOwn, keptPublished };
}
