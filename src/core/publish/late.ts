import type { Day } from '../time/day';
import type { PersonNews, PublishChange } from './publish-changes';

/** What a change is for a person, and whether it comes later than was agreed. */
export interface NewsItem extends PersonNews {
  readonly isLate: boolean;
}

/**
 * The ids of shifts whose change comes later than a site's notice allows: staff knew them already, and they lie, or
 * lay, on one of the next days. `notice`: days from today on, today counted as the first; 0: none is asked for. What
 * has begun before today is over, and nobody is asked about it.
 */
export function lateShifts(changes: readonly PublishChange[], today: Day, notice: number): Set<string> {
  const late = new Set<string>();
  for (const { before, after } of changes) {
    if (before === null) continue;
    const days = [before, ...(after ? [after] : [])].map(({ date }) => date).filter((date) => date >= today);
    if (days.some((date) => date < today + notice)) late.add(before.id);
  }
  return late;
}
