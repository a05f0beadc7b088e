import type { AvailabilityEntry, Person } from '../plan/types';
import { type Day, weekdayOf } from '../time/day';
import { DAY, type Span, clip, subtract, union } from '../time/span';

/** What a person's availability says of one calendar date, in minutes from its midnight; sorted, disjoint. */
export interface DayAvailability {
  /** Minutes in which they may work, those marked *rather not* included. */
  readonly allowed: readonly Span[];
  /** The allowed minutes they would rather not work. */
  readonly ratherNot: readonly Span[];
}

const ALL_DAY: DayAvailability = { allowed: [{ from: 0, to: DAY }], ratherNot: [] };

/** Whether an entry is in force on a date; both its ends are inclusive. */
export function isValidOn(entry: AvailabilityEntry, day: Day): boolean {
  return (entry.since === null || entry.since <= day) && (entry.until === null || day <= entry.until);
}

/**
 * Availability on one date. Without any entry in force that date the person may work all of it. Else a minute
 * is allowed unless a *not available* occurrence holds it, or some *available* entry is in force on the date
 * (whatever its weekdays) and no *available* or *rather not* occurrence holds it. Occurrences of the day
 * before that run past midnight count too.
 */
export function availabilityOn(person: Person, day: Day): DayAvailability {
  const entries = person.availability;
  if (entries.length === 0) return ALL_DAY;
  let inForce = false;
  let mustBeNamed = false;
  const named: Span[] = [];
  const rather: Span[] = [];
  const blocked: Span[] = [];
  for (const entry of entries) {
    const today = isValidOn(entry, day);
    if (today) {
      inForce = true;
      if (entry.kind === 'available') mustBeNamed = true;
    }
    const list = entry.kind === 'available' ? named : entry.kind === 'rather-not' ? rather : blocked;
    if (today && entry.days[weekdayOf(day)]) list.push({ from: entry.from, to: Math.min(entry.to, DAY) });
    if (entry.to > DAY && isValidOn(entry, day - 1) && entry.days[weekdayOf(day - 1)])
      list.push({ from: 0, to: entry.to - DAY });
  }
  if (!inForce && rather.length === 0) return ALL_DAY;
  const base = mustBeNamed ? union([...named, ...rather]) : ALL_DAY.allowed;
  const allowed = inForce ? subtract(base, union(blocked)) : ALL_DAY.allowed;
  const ratherNot = rather.length === 0 ? [] : union(rather).flatMap((span) => clip(allowed, span));
  return { allowed, ratherNot };
}

/** Looks up {@link availabilityOn} and remembers it. */
export type AvailabilityOf = (day: Day) => DayAvailability;

/** A lookup for one person that works each date out once. */
export function availabilityOf(person: Person): AvailabilityOf {
  const known = new Map<Day, DayAvailability>();
  return (day) => {
    let found = known.get(day);
    if (!found) {
      found = availabilityOn(person, day);
      known.set(day, found);
    }
    return found;
  };
}
