import type { Day } from './day';
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

/**
 * The clock of a time zone for days `first` to `last`, both inclusive.
 *
 * `compatible` (Temporal, RFC 5545) takes the offset before a change both for a time that is skipped and for
 * the first of two equal times, so one comparison with the later wall time of each change is enough. Offsets
 * come from the platform's own zone data, so that a page need not carry a date library.
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
  let from = first * DAY;
  let before = offsetAt(timeZone, from);
  const steps: Step[] = [{ wall: -Infinity, offset: before, at: -Infinity }];
  for (let day = first + 1; day <= last + 1; day++) {
    const to = day * DAY;
    const after = offsetAt(timeZone, to);
    if (after !== before) {
      const at = changeBetween(timeZone, from, to, before);
      steps.push({ wall: at + Math.max(before, after), offset: after, at });
    }
    from = to;
    before = after;
  }
  return steps;
}

/** The first minute after `from`, up to `to`, at which the offset is no longer `before`. */
function changeBetween(timeZone: string, from: number, to: number, before: number): number {
  let [low, high] = [from, to];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (offsetAt(timeZone, middle) === before) low = middle;
    else high = middle;
  }
  return high;
}

const FORMATS = new Map<string, Intl.DateTimeFormat>();

/** Minutes by which wall time is ahead of UTC at an elapsed minute. */
function offsetAt(timeZone: string, elapsed: number): number {
  let format = FORMATS.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-US', { timeZone, timeZoneName: 'longOffset' });
    FORMATS.set(timeZone, format);
  }
  // `1/1/2027, GMT+05:45`; `GMT` alone is no offset, and old local times have seconds.
  const match = /GMT(?:([+-])(\d+):(\d+)(?::(\d+))?)?$/.exec(format.format(elapsed * 60000));
  if (!match?.[1]) return 0;
  const [, sign, hours, minutes, seconds = '0'] = match;
  const size = Number(hours) * 60 + Number(minutes) + Math.round(Number(seconds) / 60);
  return sign === '-' ? -size : size;
}
