import { closedOn } from '../plan/plan-context';
import type { Person, Plan } from '../plan/types';
import type { Day } from '../time/day';
import { DAY, covered, union } from '../time/span';

/** What a whole day away credits, in minutes: the person's standard day, else a fifth of the contract. */
export function standardDay(person: Person): number {
  return person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
}

/**
 * Minutes credited to one person over some days, whole minutes: a standard day for each closed holiday on which
 * they are employed and for each date wholly on approved leave, the same share of it for part of a date. A date
 * credits once.
 */
export function creditedMinutes(plan: Plan, person: Person, first: Day, days: number): number {
  const away = union(person.leave.filter((leave) => leave.state === 'approved'));
  let minutes = 0;
  for (let day = first; day < first + days; day++) {
    const employed =
      (person.employedFrom === null || person.employedFrom <= day) &&
      (person.employedTo === null || day <= person.employedTo);
    if (!employed) continue;
    minutes += closedOn(plan, day) ? DAY : covered({ from: day * DAY, to: (day + 1) * DAY }, away);
  }
  return Math.round((minutes / DAY) * standardDay(person));
}
