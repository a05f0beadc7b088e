import { DAY, shared } from '../time/span';
import { closedOn } from '../plan/plan-context';
import type { Person, Plan, Shift } from '../plan/types';

/** Why a shift could not arrive with its person. */
export type PlacementConflict =
  | { readonly why: 'leave' }
  | { readonly why: 'holiday'; readonly name: string }
  | { readonly why: 'employment' }
  | { readonly why: 'gone' }
  | { readonly why: 'busy'; readonly site: string | null; readonly from: number; readonly to: number };

/** A span on some date for somebody, before it is a shift. */
export type Candidate = Pick<Shift, 'person' | 'date' | 'from' | 'to'>;

/** Looks up what stands against shifts that come into a plan; see {@link placementIn}. */
export interface Placement {
  /** What stands against it; null: nothing, or it is open. */
  of(candidate: Candidate): PlacementConflict | null;
  /** Notes that a shift has arrived, so that the next may not overlap it. */
  settled(candidate: Candidate): void;
}

/**
 * What stands against shifts that come into a plan by copy or pattern: approved leave, a closed holiday,
 * employment, a person who is not at the site, another shift of theirs at the same time, here or elsewhere.
 * `without`: shifts of the plan that go, and so stand against nothing.
 */
export function placementIn(plan: Plan, without: ReadonlySet<string> = new Set()): Placement {
  const people = new Map(plan.people.map((person) => [person.id, person]));
  const busy = new Map<string, { from: number; to: number; site: string | null }[]>();
  const note = (candidate: Candidate, site: string | null) => {
    if (candidate.person === null) return;
    const list = busy.get(candidate.person);
    const span = { ...spanOf(candidate), site };
    if (list) list.push(span);
    else busy.set(candidate.person, [span]);
  };
  for (const shift of plan.shifts) if (!without.has(shift.id)) note(shift, null);
  for (const shift of plan.surroundingShifts) note(shift, shift.site);
  return {
    of(candidate) {
      if (candidate.person === null) return null;
      const person = people.get(candidate.person);
      if (!person) return { why: 'gone' };
      if (!isEmployed(person, candidate.date)) return { why: 'employment' };
      const span = spanOf(candidate);
      for (const leave of person.leave)
        if (leave.state === 'approved' && shared(leave, span) > 0) return { why: 'leave' };
      if (closedOn(plan, candidate.date)) {
        const holiday = plan.holidays.find((one) => one.closed && one.date === candidate.date)!;
        return { why: 'holiday', name: holiday.name };
      }
      const other = busy.get(candidate.person)?.find((one) => shared(one, span) > 0);
      if (!other) return null;
      const midnight = candidate.date * DAY;
      return { why: 'busy', site: other.site, from: other.from - midnight, to: other.to - midnight };
    },
    settled: (candidate) => note(candidate, null),
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
export function spanOf({ date, from, to }: Pick<Candidate, 'date' | 'from' | 'to'>): {
  from: number;
  to: number;
} {
  return { from: date * DAY + from, to: date * DAY + to };
}
