import { capacityOn } from '@/core/jobs/crew-hours';
import type { Day } from '@/core/time/day';
import { partsOn } from './field-scale';
import type { CrewDays } from './use-crew-days';

/** What is used of a crew's day, in minutes and person-minutes, and what there is. */
export function crewDayOf({ field, context }: Pick<CrewDays, 'field' | 'context'>, crew: string, date: Day) {
  const { row, visits, snags } = field.crews.get(crew)!;
  const { minutes, personMinutes } = capacityOn(row, context, date);
  let used = 0;
  let planned = 0;
  for (const visit of visits)
    for (const { from, to } of partsOn(visit, date, context.clock)) {
      used += to - from;
      planned += ((to - from) * visit.personMinutes) / visit.minutes;
    }
  const isOverfull = snags.some(({ code, date: on }) => code === 'crew-overfull' && on === date);
  return { used, minutes, planned: Math.round(planned), available: personMinutes, isOverfull };
}
