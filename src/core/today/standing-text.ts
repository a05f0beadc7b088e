import { formatHours, formatTime, type HourFormat } from '../time/format';
import type { ZoneClock } from '../time/zone';
import type { Presence, Standing } from './presence';

/** What a presence is called beside a count: `5 in`, `1 missing`. */
export const PRESENCE_WORDS: Record<Presence, string> = {
  in: 'in',
  'on-break': 'on break',
  late: 'late',
  missing: 'missing',
  'to-come': 'to come',
  gone: 'gone',
  away: 'on leave',
};

/** How long somebody is late or missing: `67 min`, `3 h`. */
export function lengthText(minutes: number): string {
  return minutes < 120 ? `${minutes} min` : formatHours(minutes);
}

/** `in since 8:56`, `missing, 67 min`, `to come, 14:00`. */
export function standingText(
  { presence, at, minutes }: Standing,
  clock: ZoneClock,
  format: HourFormat,
): string {
  const time = formatTime(clock.wall(at), format);
  switch (presence) {
    case 'in':
      return `in since ${time}`;
    case 'on-break':
      return `on break since ${time}`;
    case 'late':
    case 'missing':
      return `${presence}, ${lengthText(minutes)}`;
    case 'to-come':
      return `to come, ${time}`;
    case 'gone':
      return `gone ${time}`;
    case 'away':
      return 'on leave';
  }
}
