import type { Day } from '../time/day';
import { paint } from '../time/paint';

/** Something that holds from a date on, and until one if it has an end; null: without limit. Both inclusive. */
export interface Dated {
  readonly since: Day | null;
  readonly until: Day | null;
}

/** Which of some versions counts between two dates, both inclusive. */
export interface Segment<V> {
  readonly version: V;
  readonly since: Day;
  readonly until: Day;
}

/**
 * Which version counts when, from `first` to `last`, both inclusive: of those that hold on a date the one that
 * began latest, of these the one that ends soonest, of equals the later in the list. One with an end goes before an older one only until then.
 * Dates on which none holds are left out.
 */
export function segmentsOf<V extends Dated>(versions: readonly V[], first: Day, last: Day): Segment<V>[] {
  let painted: { from: number; to: number; value: V }[] = [];
  const order = versions
    .map((version, i) => ({ version, i }))
    .sort(
      (a, b) =>
        compare(a.version.since ?? -Infinity, b.version.since ?? -Infinity) ||
        compare(b.version.until ?? Infinity, a.version.until ?? Infinity) ||
        a.i - b.i,
    );
  for (const { version } of order) {
    const from = Math.max(first, version.since ?? first);
    const to = Math.min(last, version.until ?? last) + 1;
    painted = paint(painted, { from, to }, version);
  }
  return painted.map(({ from, to, value }) => ({ version: value, since: from, until: to - 1 }));
}

/** The last day on which a version among others counts from its first one on, before another does; null: no end. */
export function countsUntil<V extends Dated>(versions: readonly V[], version: V): Day | null {
  const later = versions.flatMap((one) =>
    one !== version &&
    one.since !== null &&
    one.since > (version.since ?? -Infinity) &&
    (version.until === null || one.since <= version.until)
      ? [one.since - 1]
      : [],
  );
  return later.length > 0 ? Math.min(...later) : version.until;
}

/** The version that counts on a date; null: none does. */
export function versionOn<V extends Dated>(versions: readonly V[], day: Day): V | null {
  return segmentsOf(versions, day, day)[0]?.version ?? null;
}

/**
 * Entries that each hold between dates of their own, as versions of which only one holds at a time: for every
 * stretch of dates those entries that hold on it. Stretches on which none does are left out.
 */
export function versionsOfEntries<E extends Dated>(
  entries: readonly E[],
): { readonly since: Day | null; readonly until: Day | null; readonly entries: readonly E[] }[] {
  const starts = new Set<number>([-Infinity]);
  for (const { since, until } of entries) {
    if (since !== null) starts.add(since);
    if (until !== null) starts.add(until + 1);
  }
  const order = [...starts].sort((a, b) => a - b);
  return order.flatMap((start, i) => {
    const end = (order[i + 1] ?? Infinity) - 1;
    const held = entries.filter(
      ({ since, until }) => (since ?? -Infinity) <= start && end <= (until ?? Infinity),
    );
    if (held.length === 0) return [];
    return [
      {
        since: start === -Infinity ? null : start,
        until: end === Infinity ? null : end,
        entries: held,
      },
    ];
  });
}

/**
 * Versions with one more, which counts from its first day on: one that begins on the same day gives way, and goes on
 * behind it where it holds for longer.
 */
export function withVersion<V extends Dated>(versions: readonly V[], added: V): V[] {
  const { since, until } = added;
  const isCovered = (one: V) =>
    one.since === since && (until === null || (one.until !== null && one.until <= until));
  return [...versions.filter((one) => !isCovered(one)), added];
}

/** Also of two that have no end: their difference would be no number. */
function compare(a: number, b: number): number {
  return a === b ? 0 : a - b;
}
