import { type Day, weekdayOf } from '../time/day';
import { counted, formatDay } from '../time/format';
import { DAY, type Span } from '../time/span';

/** How many people may be away at once: all of a site, or those of a role or an area. */
export interface AwayLimit {
  readonly id: string;
  readonly of:
    | { readonly kind: 'site' }
    | { readonly kind: 'role'; readonly id: string }
    | { readonly kind: 'area'; readonly id: string };
  readonly most: number;
  /** On which weekdays, Monday first; null: on all. */
  readonly weekdays: readonly boolean[] | null;
  /** The first and last day of a season; null: without a beginning, without an end. */
  readonly from: Day | null;
  readonly to: Day | null;
}

/** Days on which nobody is given leave, and why. */
export interface ClosedPeriod {
  readonly from: Day;
  /** The last day. */
  readonly to: Day;
  readonly reason: string;
}

/** Somebody's leave, and what they count to. */
export interface AwayPerson {
  readonly person: string;
  readonly roles: readonly string[];
  readonly areas: readonly string[];
  /** Approved or waiting leave, in wall-clock minutes. */
  readonly away: readonly Span[];
}

/** A date on which more are away than may be. */
export interface OverLimit {
  readonly date: Day;
  readonly limit: AwayLimit;
  /** How many are away. */
  readonly away: number;
}

/** Whether a limit holds on a date. */
export function holdsOn({ weekdays, from, to }: AwayLimit, date: Day): boolean {
  return (
    (weekdays === null || weekdays[weekdayOf(date)]) &&
    (from === null || date >= from) &&
    (to === null || date <= to)
  );
}

/** The smallest of several limits for the same people; `keyOf`: whom one is for. */
export function strictestOf<T extends { readonly most: number }>(
  limits: readonly T[],
  keyOf: (limit: T) => string,
): T[] {
  const found = new Map<string, T>();
  for (const limit of limits) {
    const known = found.get(keyOf(limit));
    if (!known || limit.most < known.most) found.set(keyOf(limit), limit);
  }
  return [...found.values()];
}

/**
 * The limits that are passed on some dates. Of several limits of one kind that hold on a date the smallest counts, so
 * that a season may be stricter than the rest of the year. Whoever is away for a part of a day is away on it.
 */
export function overLimits(
  limits: readonly AwayLimit[],
  people: readonly AwayPerson[],
  dates: readonly Day[],
): OverLimit[] {
  return dates.flatMap((date) => {
    const away = people.filter((one) => isAwayOn(one.away, date));
    const strictest = strictestOf(
      limits.filter((limit) => holdsOn(limit, date)),
      ({ of }) => (of.kind === 'site' ? 'site' : `${of.kind} ${of.id}`),
    );
    return strictest.flatMap((limit): OverLimit[] => {
      const count = away.filter((one) => isLimited(one, limit)).length;
      return count > limit.most ? [{ date, limit, away: count }] : [];
    });
  });
}

/** Why leave cannot be asked for in a span, of each closed period it touches: `Regatta: no leave from Mon 22 to Sun 28`. */
export function closedReasons(periods: readonly ClosedPeriod[], span: Span): string[] {
  return periods
    .filter(({ from, to }) => span.from < (to + 1) * DAY && from * DAY < span.to)
    .map(
      ({ from, to, reason }) =>
        `${reason}: no leave ${from === to ? `on ${formatDay(from)}` : `from ${formatDay(from)} to ${formatDay(to)}`}`,
    );
}

/** A passed limit in words: `Sat 27: 3 of Floor would be away, at most 2`. `nameOf`: what a limit is of. */
export function overLimitText(
  { date, limit, away }: OverLimit,
  nameOf: (limit: AwayLimit) => string,
): string {
  const who = limit.of.kind === 'site' ? counted(away, 'person', 'people') : `${away} of ${nameOf(limit)}`;
  return `${formatDay(date)}: ${who} would be away, at most ${limit.most}`;
}

/** Whether somebody counts to a limit. */
export function isLimited({ roles, areas }: AwayPerson, { of }: AwayLimit): boolean {
  if (of.kind === 'site') return true;
  return of.kind === 'role' ? roles.includes(of.id) : areas.includes(of.id);
}

/** Whether somebody is away on a date, or a part of it. */
export function isAwayOn(away: readonly Span[], date: Day): boolean {
  return away.some(({ from, to }) => from < (date + 1) * DAY && date * DAY < to);
}
