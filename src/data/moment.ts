import { parseDate, formatDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { parseClock, formatClock } from '@/core/time/format';

/** Wall-clock minutes since 1970 of `YYYY-MM-DDTHH:MM`. */
export function parseMoment(text: string): number {
  const [date, time] = text.split('T');
  return parseDate(date)! * DAY + parseClock(time)!;
}

/** Wall-clock minutes since 1970 as `YYYY-MM-DDTHH:MM`: the way back of {@link parseMoment}. */
export function formatMoment(minutes: number): string {
  const day = Math.floor(minutes / DAY);
  return `${formatDate(day)}T${formatClock(minutes - day * DAY)}`;
}
