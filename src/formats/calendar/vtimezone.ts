import { Temporal } from 'temporal-polyfill';

/**
 * The VTIMEZONE of a time zone for the years `first` to `last` (RFC 5545, 3.6.5): one observance for each time its
 * clocks change, the one that holds at the beginning before them. As a text with lines that end in CRLF.
 * @throws RangeError when the zone is unknown
 */
export function vtimezone(timeZone: string, first: number, last: number): string {
  const begin = Temporal.ZonedDateTime.from({ timeZone, year: first, month: 1, day: 1 });
  const parts = [observance(begin, begin.offset, begin.offset)];
  let at = begin;
  for (;;) {
    const next = at.getTimeZoneTransition('next');
    if (next === null || next.year > last) break;
    const before = next.subtract({ nanoseconds: 1 });
    // A zone whose name or law changed, and not its clock, has nothing to say.
    if (before.offset !== next.offset) parts.push(observance(next, before.offset, next.offset));
    at = next;
  }
  return ['BEGIN:VTIMEZONE', `TZID:${timeZone}`, ...parts.flat(), 'END:VTIMEZONE'].join('\r\n');
}

function observance(at: Temporal.ZonedDateTime, from: string, to: string): string[] {
  const kind = isSummer(at) ? 'DAYLIGHT' : 'STANDARD';
  // The onset is told on the clock as it stood before it changed.
  const onset = at.toInstant().toZonedDateTimeISO(from).toPlainDateTime();
  return [
    `BEGIN:${kind}`,
    `DTSTART:${onset.toString({ smallestUnit: 'second' }).replace(/[-:]/g, '')}`,
    `TZOFFSETFROM:${from.replace(':', '')}`,
    `TZOFFSETTO:${to.replace(':', '')}`,
    `END:${kind}`,
  ];
}

/** Whether the clock is ahead of what it is at some other time of the year. */
function isSummer(at: Temporal.ZonedDateTime): boolean {
  const others = [1, 7].map((month) => at.with({ month, day: 1, hour: 12 }).offsetNanoseconds);
  return at.offsetNanoseconds > Math.min(...others);
}
