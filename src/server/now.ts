import { readFileSync } from 'node:fs';
import { localTime } from '@/core/time/now';

/**
 * The present in milliseconds since 1970, or what VICENDA_NOW says it is: an instant, a UTC date-time, or with
 * `file:` before it a file that holds one, which moves the clock of every process that reads it.
 */
export function now(): number {
  const said = process.env.VICENDA_NOW;
  if (!said) return Date.now();
  const fixed = said.startsWith('file:') ? readFileSync(said.slice('file:'.length), 'utf8').trim() : said;
  const at = Date.parse(fixed);
  if (Number.isNaN(at)) throw new Error(`VICENDA_NOW is no date and time: ${fixed}`);
  return at;
}

/** The date and the minute of the day at a site now. */
export function nowAt(timeZone: string): { date: string; minute: number } {
  return localTime(now(), timeZone);
}

/** The present as it is kept: UTC, to the millisecond, in ISO 8601. `later`: milliseconds to add. */
export function timestamp(later = 0): string {
  return new Date(now() + later).toISOString();
}
