import { formatHours, formatTime } from '../time/format';
import type { HourFormat } from '../time/format';
import type { ZoneClock } from '../time/zone';
import type { CountedEdge, EdgeReason } from './counted';
import type { ClockException } from './exceptions';
import type { Rounding } from './rounding';

/** `8:56 counts as 9:00: nearest 5 min`, or what was clocked where it counts as it is. */
export function edgeText(
  { clocked, counted, steps }: CountedEdge,
  clock: ZoneClock,
  format?: HourFormat,
): string {
  const time = (at: number) => formatTime(clock.wall(at), format);
  const said = clocked === null ? 'not clocked' : time(clocked);
  if (counted === null) return clocked === null ? said : `${said}, not counted`;
  if (steps.length === 0) return said;
  return `${said} counts as ${time(counted)}: ${steps.map(({ reason }) => reasonText(reason, format)).join(', ')}`;
}

/** Why an edge counts as it does. */
export function reasonText(reason: EdgeReason, format?: HourFormat): string {
  switch (reason.code) {
    case 'not-before-start':
      return 'not before the start';
    case 'rounded':
      return roundingText(reason.rounding);
    case 'overtime-after-end':
      return `overtime counts from ${reason.minutes} min after the end`;
    case 'overtime-after-time':
      return `overtime counts after ${formatTime(reason.time, format)}`;
    case 'missing-in':
      return `a missing in counts as ${reason.minutes} min late`;
    case 'missing-out':
      return `a missing out counts as ${reason.minutes} min early`;
    case 'not-before-in':
      return 'not before the in';
  }
}

/** `nearest 5 min`, `up to 15 min`, `as clocked`. */
export function roundingText({ step, way }: Rounding): string {
  if (step === 1) return 'as clocked';
  return way === 'nearest' ? `nearest ${step} min` : `${way} to ${step} min`;
}

const WORDS: Record<ClockException['code'], string> = {
  late: 'late',
  'left-early': 'left early',
  absent: 'absent',
  'missing-in': 'no in',
  'missing-out': 'no out',
  'open-break': 'no break end',
  overtime: 'overtime',
  'not-planned': 'not planned',
  repeated: 'clocked twice',
  'wrong-pin': 'wrong PIN',
  elsewhere: 'elsewhere',
};

/** `late, 12 min`, `no out`. */
export function exceptionText({ code, minutes }: ClockException): string {
  return minutes === null ? WORDS[code] : `${WORDS[code]}, ${formatHours(minutes)}`;
}
