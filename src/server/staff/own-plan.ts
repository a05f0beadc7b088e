import type { Plan } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadGrounds } from '@/data/people/person-ground';
import { loadSiteRows } from '@/data/site/site-rows';
import { planFromRows } from '@/data/week/plan-store';
import { AFTER, BEFORE } from '@/data/week/plan-rows';
import { type Worked, publishedShiftsOfPeople } from '@/data/week/shift-store';

/**
 * The plan of a site as far as it concerns one person: their own shifts as they were told, wherever they are, and
 * `others` of the site. No draft is in it and nobody else. Null: no such site or person.
 */
export async function ownPlan(
  db: Database,
  person: string,
  site: string,
  span: readonly [Day, number],
  others: readonly Worked[] = [],
): Promise<Plan | null> {
  const plan = await toldPlan(db, [person], site, span, others);
  return plan?.people.some(({ id }) => id === person) ? plan : null;
}

/** The same of several people; who does not work there then is left out. */
export async function toldPlan(
  db: Database,
  persons: readonly string[],
  site: string,
  [from, days]: readonly [Day, number],
  others: readonly Worked[] = [],
): Promise<Plan | null> {
  const to = from + days;
  const people = await loadGrounds(db, persons, from, to + 1);
  const theirs = await publishedShiftsOfPeople(db, persons, [from - BEFORE, to + AFTER]);
  const shifts = new Map([...others, ...theirs].map((one) => [one.shift.id, one]));
  const made = planFromRows(
    { setUp: await loadSiteRows(db, site, false), people, shifts, field: null },
    site,
    from,
    days,
  );
  return made && made.plan;
}
