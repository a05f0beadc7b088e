import { planContext } from '@/core/plan/plan-context';
import { type ResolvedShift, resolveShift } from '@/core/plan/resolved-shift';
import type { Shift } from '@/core/plan/types';
import type { StoredSite } from '@/data/site/site-store';

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
