import { placeOfJob } from '../../jobs/field';
import { dateOfPiece } from '../../jobs/resolved-visit';
import { travelMinutes } from '../../jobs/travel';
import type { Job } from '../../jobs/types';
import type { Day } from '../../time/day';
import { DAY, covered } from '../../time/span';
import type { CrewCheck } from '../shared/check';
import { whose } from './shared';

/** More on a date than the crew has hours, travel included; one snag a date. */
export const crewOverfull: CrewCheck = {
  code: 'crew-overfull',
  title: 'More than the day holds',
  rule: { text: 'Visits and travel of a day fit into the hours of the crew' },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'crew',
  inspect({ context, index, row, visits }, report) {
    const { travel } = context.plan.work!;
    const byDate = new Map<Day, { minutes: number; ids: Set<string> }>();
    let last = null as { readonly date: Day; readonly job: Job; readonly end: number } | null;
    for (const { visit, job, pieces } of visits)
      for (const piece of pieces) {
        const date = dateOfPiece(context, piece);
        const day = byDate.get(date) ?? { minutes: 0, ids: new Set() };
        byDate.set(date, day);
        day.minutes += piece.to - piece.from;
        day.ids.add(visit.id);
        if (last?.date === date && last.job !== job) {
          const way = travelMinutes(travel, placeOfJob(index, last.job), placeOfJob(index, job));
          // One may be on the way in a pause.
          const between = { from: last.end, to: Math.max(last.end, piece.from) };
          const pause = between.to - between.from - covered(between, row.hours);
          day.minutes += Math.max(0, way - pause);
        }
        last = { date, job, end: piece.to };
      }
    for (const [date, { minutes, ids }] of byDate) {
      const day = { from: context.clock.elapsed(date * DAY), to: context.clock.elapsed((date + 1) * DAY) };
      const has = covered(day, row.hours);
      // A day on which it does not work at all is told of each visit.
      if (has > 0 && minutes > has)
        report({
          ...{ date, crew: row.crew?.id ?? null, person: row.crew ? null : row.id, visits: [...ids] },
          ...{ amount: minutes - has, limit: has },
        });
    }
  },
  message: (snag, words) =>
    `${whose(snag, words)}, ${words.day(snag.date)}: ${words.hours(snag.amount! + snag.limit!)} of visits and travel; the day has ${words.hours(snag.limit!)}.`,
};
