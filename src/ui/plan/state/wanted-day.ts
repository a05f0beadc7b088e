import type { Day } from '@/core/time/day';

let wanted: Day | null = null;

/** Says which day is to be active once its week is on the screen. */
export function wantDay(day: Day): void {
  wanted = day;
}

/** The day that is active first in a week: the one that was wanted, else today, else its first; counted from it. */
export function firstActiveDay(week: Day, days: number, today: Day): number {
  const isIn = (day: Day) => day >= week && day < week + days;
  if (wanted !== null && isIn(wanted)) return wanted - week;
  return isIn(today) ? today - week : 0;
}
