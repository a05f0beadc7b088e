import { readDate, writeDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { readClock, writeClock } from '@/core/time/format';

/** Wall-clock minutes since 1970 of `YYYY-MM-DDTHH:MM`. */
export function readMoment(text: string): number {
  const [date, time] = text.split('T');
  return readDate(date)! * DAY + readClock(time)!;
}

/** Wall-clock minutes since 1970 as `YYYY-MM-DDTHH:MM`: the way back of {@link readMoment}. */
export function writeMoment(minutes: number): string {
  const day = Math.floor(minutes / DAY);
  return `${writeDate(day)}T${writeClock(minutes - day * DAY)}`;
}
