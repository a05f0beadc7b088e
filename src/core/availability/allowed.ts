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
 * Availability on one date. A minute is allowed unless a *not available* occurrence holds it, or some *available*
 * entry is in force on the date (whatever its weekdays) and no *available* or *rather not* occurrence holds it.
 * Occurrences of the day before that run past midnight count too, also into a date without an entry in force.
 */
export function availabilityOn(person: Person, day: Day): DayAvailability {
  const entries = person.availability;
  if (entries.length === 0) return ALL_DAY;
  let mustBeNamed = false;
  const spans: Record<AvailabilityEntry['kind'], Span[] | null> = {
    available: null,
    'rather-not': null,
    'not-available': null,
  };
  const weekday = weekdayOf(day);
  const before = weekdayOf(day - 1);
  for (const entry of entries) {
    const { kind, from, to, days } = entry;
    if (isValidOn(entry, day)) {
      if (kind === 'available') mustBeNamed = true;
      if (days[weekday]) (spans[kind] ??= []).push(to <= DAY ? entry : { from, to: DAY });
    }
    if (to > DAY && days[before] && isValidOn(entry, day - 1))
      (spans[kind] ??= []).push({ from: 0, to: to - DAY });
  }
  const rather = spans['rather-not'];
  const blocked = spans['not-available'];
  if (!mustBeNamed && !rather && !blocked) return ALL_DAY;
  let allowed: readonly Span[] = ALL_DAY.allowed;
  if (mustBeNamed) {
    const named = spans.available ?? NO_SPANS;
    allowed = union(rather ? [...named, ...rather] : named);
  }
  if (blocked) allowed = subtract(allowed, union(blocked));
  if (!rather) return { allowed, ratherNot: NO_SPANS };
  return { allowed, ratherNot: union(rather).flatMap((span) => clip(allowed, span)) };
}

const NO_SPANS: readonly Span[] = [];

/**
 * Whether a span of one date lies in hours a person is available for, with nothing *rather not* or *not
 * available* near it. A quick look that most shifts pass; false only means that a closer one is needed.
 */
export function isPlainlyAvailable(person: Person, day: Day, span: Span): boolean {
  const entries = person.availability;
  if (entries.length === 0) return true;
  if (span.to > DAY) return false;
  const weekday = weekdayOf(day);
  const before = weekdayOf(day - 1);
  let inside = false;
  for (const entry of entries) {
    const today = entry.days[weekday] && isValidOn(entry, day);
    if (entry.kind === 'available') inside ||= today && entry.from <= span.from && span.to <= entry.to;
    else {
      if (today && entry.from < span.to && span.from < entry.to) return false;
      const late = entry.to > DAY && entry.days[before] && span.from < entry.to - DAY;
      if (late && isValidOn(entry, day - 1)) return false;
    }
  }
  return inside;
}

/** Looks up {@link availabilityOn} and remembers it. */
export type AvailabilityOf = (day: Day) => DayAvailability;

/** A lookup for one person that works each date out once. */
export function availabilityOf(person: Person): AvailabilityOf {
  let known: Map<Day, DayAvailability> | null = null;
  return (day) => {
    known ??= new Map();
    let found = known.get(day);
    if (!found) {
      found = availabilityOn(person, day);
      known.set(day, found);
    }
    return found;
  };
}
