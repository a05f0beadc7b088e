import type { Judgement } from '../consequences/judge';
import { openOn } from '../plan/plan-context';
import type { Person } from '../plan/types';
import type { Day } from '../time/day';
import { DAY } from '../time/span';

/** What a good proposal needs and a plan does not have. */
export interface Lacks {
  /** Days on which the site is open and nobody is needed. */
  readonly daysWithoutNeeds: readonly Day[];
  /** People who could work then, by what is not known of them. */
  readonly withoutAvailability: readonly Person[];
  readonly withoutContract: readonly Person[];
  readonly withoutRole: readonly Person[];
}

/** What is missing for a good proposal of a plan, before it is looked for. */
export function lacksOf({ plan, staffing }: Judgement): Lacks {
  const { from, days } = plan;
  const isHere = ({ employedFrom, employedTo }: Person) =>
    (employedFrom === null || employedFrom < from + days) && (employedTo === null || employedTo >= from);
  const people = plan.people.filter(isHere);
  const dates = Array.from({ length: days }, (_, day) => from + day);
  return {
    daysWithoutNeeds: dates.filter((date) => {
      const start = (date - from) * DAY;
      const isNeeded = staffing.needed.some((row) =>
        row.subarray(start, start + DAY).some((count) => count > 0),
      );
      return !isNeeded && openOn(plan, date).length > 0;
    }),
    withoutAvailability: people.filter(({ availability }) => availability.length === 0),
    withoutContract: people.filter(({ contractMinutes }) => contractMinutes === null),
    withoutRole: people.filter(({ roles }) => roles.length === 0),
  };
}
