import { groupedBy } from '@/core/grouped';
import { planContext } from '@/core/plan/plan-context';
import { type ResolvedShift, resolveShift } from '@/core/plan/resolved-shift';
import type { Shift } from '@/core/plan/types';
import type { Database } from '@/data/database';
import { type StoredSite, loadSite } from '@/data/site/site-store';
import type { Worked } from '@/data/week/shift-store';

/** Shifts of one site set on its clocks by its rules, by their id: what passes of each, what is paid, its breaks. */
export function resolvedAt(stored: StoredSite, shifts: readonly Shift[]): ReadonlyMap<string, ResolvedShift> {
  if (shifts.length === 0) return new Map();
  const dates = shifts.map(({ date }) => date);
  const first = Math.min(...dates);
  const nothing = { people: [], holidays: [], needs: [], shifts: [], surroundingShifts: [] };
  const days = Math.max(...dates) - first + 1;
  const context = planContext({ ...stored, ...nothing, from: first, days });
  return new Map(shifts.map((shift) => [shift.id, resolveShift(context, shift)]));
}

/** The same of shifts of several sites, each by the rules of its own. */
export async function resolvedAll(
  db: Database,
  worked: readonly Worked[],
): Promise<ReadonlyMap<string, ResolvedShift>> {
  const all = new Map<string, ResolvedShift>();
  for (const [site, there] of groupedBy(worked, (one) => one.site)) {
    const shifts = there.map(({ shift }) => shift);
    const stored = (await loadSite(db, site, Math.min(...shifts.map(({ date }) => date))))!;
    for (const [id, resolved] of resolvedAt(stored, shifts)) all.set(id, resolved);
  }
  return all;
}
