import { Temporal } from 'temporal-polyfill';
import { type Day, civilOf, writeDate } from './day';
import { DAY } from './span';

/**
 * Turns wall-clock minutes of one time zone into elapsed minutes. Both count from 1970-01-01T00:00, the first
 * on the wall, the second in UTC, so the difference of two elapsed minutes is the time that really passed.
 */
export interface ZoneClock {
  /** Elapsed minute of a wall-clock minute; a time that does not exist or exists twice is read as `compatible`. */
  elapsed(wall: number): number;
  /** Wall-clock minute shown when `elapsed` has passed: the way back. */
  wall(elapsed: number): number;
}

interface Step {
  /** From this wall-clock minute on … */
  readonly wall: number;
  /** … wall time is UTC plus this many minutes. */
  readonly offset: number;
  /** The elapsed minute at which the offset takes effect. */
  readonly at: number;
}

const NANOSECONDS_PER_MINUTE = 60e9;

/**
 * The clock of a time zone for days `first` to `last`, both inclusive.
 *
 * `compatible` (Temporal, RFC 5545) takes the offset before a change both for a time that is skipped and for
 * the first of two equal times, so one comparison with the later wall time of each change is enough.
 * @throws RangeError when the zone is unknown
 */
export function zoneClock(timeZone: string, first: Day, last: Day): ZoneClock {
  const steps = stepsOf(timeZone, first - 2, last + 3);
  if (steps.length === 1) {
    const { offset } = steps[0];
    return { elapsed: (wall) => wall - offset, wall: (elapsed) => elapsed + offset };
  }
  return {
    elapsed(wall) {
      let i = steps.length - 1;
      while (i > 0 && wall < steps[i].wall) i--;
      return wall - steps[i].offset;
    },
    wall(elapsed) {
      let i = steps.length - 1;
      while (i > 0 && elapsed < steps[i].at) i--;
      return elapsed + steps[i].offset;
    },
  };
}

function stepsOf(timeZone: string, first: Day, last: Day): Step[] {
  const { year, month, date } = civilOf(first);
  let at = Temporal.ZonedDateTime.from({ timeZone, year, month, day: date });
  const end = (last + 1) * DAY;
  const steps: Step[] = [{ wall: -Infinity, offset: offsetOf(at), at: -Infinity }];
  for (;;) {
    const next = at.getTimeZoneTransition('next');
    if (!next) return steps;
    const before = steps[steps.length - 1].offset;
    const after = offsetOf(next);
    const instant = Math.round(next.epochMilliseconds / 60000);
    if (instant + Math.max(before, after) >= end) return steps;
    if (before !== after) steps.push({ wall: instant + Math.max(before, after), offset: after, at: instant });
    at = next;
  }
}

function offsetOf(at: Temporal.ZonedDateTime): number {
  return Math.round(at.offsetNanoseconds / NANOSECONDS_PER_MINUTE);
}

/** Whether the platform knows this time zone. */
export function isTimeZone(name: string): boolean {
  try {
    Temporal.ZonedDateTime.from(`2000-01-01T00:00[${name}]`);
    return true;
  } catch {
    return false;
  }
}

/** The date at an instant (milliseconds since 1970 in UTC) in a time zone, with the minute of that day. */
export function localTime(milliseconds: number, timeZone: string): { date: string; minute: number } {
  const at = Temporal.Instant.fromEpochMilliseconds(milliseconds).toZonedDateTimeISO(timeZone);
  return { date: at.toPlainDate().toString(), minute: at.hour * 60 + at.minute };
}

/** The wall clock at an elapsed minute, as `YYYY-MM-DD` and minute of day. */
export function splitWall(wall: number): { date: string; minute: number } {
  const day = Math.floor(wall / DAY);
  return { date: writeDate(day), minute: wall - day * DAY };
}
