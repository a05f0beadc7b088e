import { type Day, parseDate } from './day';
import { Temporal } from 'temporal-polyfill';

/** Whether the platform knows this time zone. */
export function isTimeZone(name: string): boolean {
  try {
    Temporal.ZonedDateTime.from(`2000-01-01T00:00[${name}]`);
    return true;
  } catch {
    return false;
  }
}

/** The date at an elapsed minute since 1970-01-01T00:00 UTC in a time zone. */
export function localDay(minute: number, timeZone: string): Day {
  return parseDate(localTime(minute * 60_000, timeZone).date)!;
}

/** The date at an instant (milliseconds since 1970 in UTC) in a time zone, with the minute of that day. */
export function localTime(milliseconds: number, timeZone: string): { date: string; minute: number } {
  const at = Temporal.Instant.fromEpochMilliseconds(milliseconds).toZonedDateTimeISO(timeZone);
  return { date: at.toPlainDate().toString(), minute: at.hour * 60 + at.minute };
}
