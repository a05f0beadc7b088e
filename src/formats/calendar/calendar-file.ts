import ical, { ICalCalendarMethod, ICalEventStatus, ICalEventTransparency } from 'ical-generator';
import { Temporal } from 'temporal-polyfill';
import { civilOf } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { vtimezone } from './vtimezone';

/** Something with a place in a calendar: a shift, or leave. */
export interface CalendarEvent {
  /** Names it for as long as there are calendars that know it. */
  readonly uid: string;
  /** How often it was changed since it was told first. */
  readonly sequence: number;
  /** It is no more: calendars that know it take it out. */
  readonly isCancelled: boolean;
  /** UTC: when it was changed last. */
  readonly changedAt: string;
  readonly timeZone: string;
  /** Wall-clock minutes since 1970, `to` not included. */
  readonly from: number;
  readonly to: number;
  readonly summary: string;
  readonly location: string;
  readonly description: string;
  /** Whether its time is taken by it. */
  readonly isBusy: boolean;
}

/** How often calendars should ask again, in seconds. */
const REFRESH_S = 3600;

/**
 * Events as an iCalendar file (RFC 5545): on the clocks of their zones, each of which the file describes, whole days
 * as dates. With how often to ask again (RFC 7986 and what older calendars read).
 */
export function formatCalendar(name: string, events: readonly CalendarEvent[]): string {
  const years = events.flatMap(({ from, to }) => [yearOf(from), yearOf(to)]);
  const [first, last] = [Math.min(...years), Math.max(...years)];
  const calendar = ical({
    // The name is written as it comes, so what has a meaning in a text is masked here.
    name: name.replace(/[\\;,]/g, '\\$&').replace(/\s+/g, ' '),
    prodId: { company: 'Vicenda', product: 'Shifts', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: REFRESH_S,
    timezone: { name: null, generator: (zone) => vtimezone(zone, first, last) },
  });
  for (const event of events) {
    const { uid, sequence, isCancelled, changedAt, timeZone, from, to, summary, location, description } =
      event;
    const isWhole = from % DAY === 0 && to % DAY === 0;
    const changed = Temporal.Instant.from(changedAt).toZonedDateTimeISO('UTC');
    calendar.createEvent({
      id: uid,
      sequence,
      status: isCancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
      stamp: changed,
      lastModified: changed,
      allDay: isWhole,
      timezone: isWhole ? null : timeZone,
      start: isWhole ? dateOf(from) : clockOf(from),
      end: isWhole ? dateOf(to) : clockOf(to),
      summary,
      location: location || null,
      description: description || null,
      transparency: event.isBusy ? ICalEventTransparency.OPAQUE : ICalEventTransparency.TRANSPARENT,
    });
  }
  return inOrder(calendar.toString());
}

/** The file with its own properties before its parts, as RFC 5545 (3.6) has them, without those for one reader alone. */
function inOrder(text: string): string {
  const lines = text.split('\r\n').filter((line) => line !== '' && !line.startsWith('X-MICROSOFT-'));
  const isLate = (line: string) => /^(REFRESH-INTERVAL|X-PUBLISHED-TTL)[:;]/.test(line);
  const late = lines.filter(isLate);
  const rest = lines.filter((line) => !isLate(line));
  const part = rest.findIndex((line, i) => i > 0 && line.startsWith('BEGIN:'));
  rest.splice(part < 0 ? rest.length - 1 : part, 0, ...late);
  return `${rest.join('\r\n')}\r\n`;
}

function yearOf(minutes: number): number {
  return civilOf(Math.floor(minutes / DAY)).year;
}

function dateOf(minutes: number): Temporal.PlainDate {
  const { year, month, date } = civilOf(Math.floor(minutes / DAY));
  return Temporal.PlainDate.from({ year, month, day: date });
}

function clockOf(minutes: number): Temporal.PlainDateTime {
  const { year, month, date } = civilOf(Math.floor(minutes / DAY));
  const minute = minutes % DAY;
  return Temporal.PlainDateTime.from({
    ...{ year, month, day: date },
    ...{ hour: Math.floor(minute / 60), minute: minute % 60 },
  });
}
