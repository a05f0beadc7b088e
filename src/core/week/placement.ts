import { DAY, shared } from '../time/span';
import { closedOn } from '../plan/plan-context';
import type { Person, Plan, Shift } from '../plan/types';

/** Why a shift could not arrive with its person. */
export type Barrier =
  | { readonly why: 'leave' }
  | { readonly why: 'holiday'; readonly name: string }
  | { readonly why: 'employment' }
  | { readonly why: 'gone' }
  | { readonly why: 'busy'; readonly site: string | null; readonly from: number; readonly to: number };

/** A span on some date for somebody, before it is a shift. */
export type Coming = Pick<Shift, 'person' | 'date' | 'from' | 'to'>;

/** Looks up what stands against shifts that come into a plan; see {@link barrierIn}. */
export interface Barriers {
  /** What stands against it; null: nothing, or it is open. */
  of(coming: Coming): Barrier | null;
  /** Notes that a shift has arrived, so that the next may not overlap it. */
  arrived(coming: Coming): void;
}

/**
 * What stands against shifts that come into a plan by copy or pattern: approved leave, a closed holiday,
 * employment, a person who is not at the site, another shift of theirs at the same time, here or elsewhere.
 * `without`: shifts of the plan that go, and so stand against nothing.
 */
export function barrierIn(plan: Plan, without: ReadonlySet<string> = new Set()): Barriers {
  const people = new Map(plan.people.map((person) => [person.id, person]));
  const busy = new Map<string, { from: number; to: number; site: string | null }[]>();
  const note = (coming: Coming, site: string | null) => {
    if (coming.person === null) return;
    const list = busy.get(coming.person);
    const span = { ...spanOf(coming), site };
    if (list) list.push(span);
    else busy.set(coming.person, [span]);
  };
  for (const shift of plan.shifts) if (!without.has(shift.id)) note(shift, null);
  for (const shift of plan.around) note(shift, shift.site);
  return {
    of(coming) {
      if (coming.person === null) return null;
      const person = people.get(coming.person);
      if (!person) return { why: 'gone' };
      if (!isEmployed(person, coming.date)) return { why: 'employment' };
      const span = spanOf(coming);
      for (const leave of person.leave)
        if (leave.state === 'approved' && shared(leave, span) > 0) return { why: 'leave' };
      if (closedOn(plan, coming.date)) {
        const holiday = plan.holidays.find((one) => one.closed && one.date === coming.date)!;
        return { why: 'holiday', name: holiday.name };
      }
      const other = busy.get(coming.person)?.find((one) => shared(one, span) > 0);
      if (!other) return null;
      const midnight = coming.date * DAY;
      return { why: 'busy', site: other.site, from: other.from - midnight, to: other.to - midnight };
    },
    arrived: (coming) => note(coming, null),
  };
}

/** Whether a person is employed on a date; both ends are inclusive. */
export function isEmployed(person: Person, date: number): boolean {
  return (
    (person.employedFrom === null || person.employedFrom <= date) &&
    (person.employedTo === null || date <= person.employedTo)
  );
}

/** A span on the calendar, in minutes since day 0. */
export function spanOf({ date, from, to }: Pick<Coming, 'date' | 'from' | 'to'>): {
  from: number;
  to: number;
} {
  return { from: date * DAY + from, to: date * DAY + to };
}
