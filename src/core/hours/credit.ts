import { closedOn } from '../plan/frame';
import type { Person, Plan } from '../plan/types';
import type { Day } from '../time/day';
import { DAY } from '../time/span';

/** What a whole day away credits, in minutes: the person's standard day, else a fifth of the contract. */
export function standardDay(person: Person): number {
  return person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
}

/**
 * Minutes credited to one person over some days: a standard day for each date wholly on approved leave, and
 * for each closed holiday on which they are employed. A date credits once.
 */
export function creditedMinutes(plan: Plan, person: Person, first: Day, days: number): number {
  let dates = 0;
  for (let day = first; day < first + days; day++) {
    const employed =
      (person.employedFrom === null || person.employedFrom <= day) &&
      (person.employedTo === null || day <= person.employedTo);
    if (!employed) continue;
    const away = person.leave.some(
      (leave) => leave.state === 'approved' && leave.from <= day * DAY && leave.to >= (day + 1) * DAY,
    );
    if (away || closedOn(plan, day)) dates++;
  }
  return Math.round(dates * standardDay(person));
}
