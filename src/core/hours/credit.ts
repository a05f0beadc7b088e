import { holidaysOf } from '../plan/plan-context';
import type { Person, Plan } from '../plan/types';
import type { Day } from '../time/day';
import { DAY, covered, union } from '../time/span';

/** What a whole day away credits, in minutes: the person's standard day, else a fifth of the contract. */
export function standardDay(person: Person): number {
  return person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
}

/**
 * Minutes credited to one person over some days, whole minutes: a standard day for each holiday of theirs that credits
 * one, while they are employed; what approved leave says of each date, and where it says nothing a standard day for each date
 * wholly on it, the same share for part of a date. A date credits once.
 */
export function creditedMinutes(plan: Plan, person: Person, first: Day, days: number): number {
  const approved = person.leave.filter((leave) => leave.state === 'approved');
  const away = union(approved.filter(({ credit }) => !credit));
  const counted = new Map<Day, number>();
  for (const { credit } of approved)
    for (const [date, amount] of credit ?? []) counted.set(date, (counted.get(date) ?? 0) + amount);
  const whole = standardDay(person);
  let minutes = 0;
  for (let day = first; day < first + days; day++) {
    const employed =
      (person.employedFrom === null || person.employedFrom <= day) &&
      (person.employedTo === null || day <= person.employedTo);
    if (!employed) continue;
    const share = isCredited(plan, person, day)
      ? DAY
      : covered({ from: day * DAY, to: (day + 1) * DAY }, away);
    minutes += Math.max((share / DAY) * whole, counted.get(day) ?? 0);
  }
  return Math.round(minutes);
}

/** Whether a holiday credits a person a day: one that is closed does, another where it says so and they do not work. */
function isCredited(plan: Plan, person: Person, day: Day): boolean {
  return holidaysOf(plan, person.id, day).some(({ closed, credited }) =>
    closed
      ? credited !== false
      : credited === true && !plan.shifts.some((shift) => shift.person === person.id && shift.date === day),
  );
}
