import { localTime } from '@/core/time/now';

/** The present in milliseconds since 1970, or what VICENDA_NOW says it is (an instant, or a UTC date-time). */
export function now(): number {
  const fixed = process.env.VICENDA_NOW;
  if (!fixed) return Date.now();
  const at = Date.parse(fixed);
  if (Number.isNaN(at)) throw new Error(`VICENDA_NOW is no date and time: ${fixed}`);
  return at;
}

/** The date and the minute of the day at a site now. */
export function nowAt(timeZone: string): { date: string; minute: number } {
  return localTime(now(), timeZone);
}
