import { bareHours } from '@/core/time/format';

/** Sums of many visits, to the quarter of an hour. */
export function personHours(minutes: number): string {
  return bareHours(Math.round(minutes / 15) * 15);
}
