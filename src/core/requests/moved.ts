import type { Shift } from '../plan/types';
import { formatDay, formatTimeSpan, type HourFormat } from '../time/format';

/** A shift as it was when something was asked about it. */
export interface Basis extends Pick<Shift, 'id' | 'date' | 'from' | 'to' | 'role' | 'person'> {
  readonly site: string;
}

/** What a request remembers of a shift. */
export function basisOf(site: string, { id, date, from, to, role, person }: Shift): Basis {
  return { site, id, date, from, to, role, person };
}

/**
 * What became of shifts since they were asked about, a sentence each; none where they are as they were.
 *
 * @param now how each is published now, by id
 * @param roleOf the name of a role
 */
export function movedSince(
  basis: readonly Basis[],
  now: ReadonlyMap<string, Shift>,
  hourFormat: HourFormat,
  roleOf: (role: string | null) => string,
): string[] {
  return basis.flatMap((was): string[] => {
    const is = now.get(was.id);
    const name = `${formatDay(was.date)} ${formatTimeSpan(was.from, was.to, hourFormat)}`;
    if (!is) return [`${name} is not published any more.`];
    if (is.person !== was.person)
      return [was.person === null ? `${name} is somebody’s by now.` : `${name} changed hands.`];
    if (is.date !== was.date || is.from !== was.from || is.to !== was.to)
      return [`${name} is ${formatDay(is.date)} ${formatTimeSpan(is.from, is.to, hourFormat)} now.`];
    return is.role === was.role ? [] : [`${name} is ${roleOf(is.role)} now.`];
  });
}
