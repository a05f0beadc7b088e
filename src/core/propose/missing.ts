import type { Judgement } from '../consequences/judge';
import { DAY } from '../time/span';

/** Person-minutes that are missing in a week of a plan, in all rows; the night after it where it is the last. */
export function missingIn({ plan, staffing: { needed, staffed } }: Judgement, firstDay = 0): number {
  let minutes = 0;
  const end = firstDay + 7 >= plan.days ? Infinity : (firstDay + 7) * DAY;
  for (let row = 0; row < needed.length; row++)
    for (let t = firstDay * DAY; t < Math.min(end, needed[row].length); t++)
      minutes += Math.max(0, needed[row][t] - staffed[row][t]);
  return minutes;
}
