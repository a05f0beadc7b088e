import { NOTHING, addAmounts, units } from '@/core/hours/money';
import { rateOf } from '@/core/hours/pay';
import { groupedBy } from '@/core/grouped';
import type { JobLabour } from '@/core/jobs/job-figures';
import { jobStints, stintMinutes } from '@/core/jobs/job-stints';
import { localDay } from '@/core/time/now';
import { mainRole, sheetOf } from '@/core/timesheet/sheet';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { homesOf } from '../access/permissions';
import { loadSheetGround } from '../hours/sources';
import { now } from '../now';
import { peopleAt } from './own-jobs';

/**
 * What was worked at some jobs, by whom and when, and what that cost: as their hours say where people are paid by what they clock, overtime
 * in it; else the time they said they were at it, at their rate.
 */
export async function labourOf(db: Database, jobs: readonly string[]): Promise<Map<string, JobLabour[]>> {
  const wanted = new Set(jobs);
  const labour: (JobLabour & { readonly job: string })[] = [];
  const since = await peopleAt(db, wanted);
  const homes = await homesOf(db, [...since.keys()]);
  const present = Math.floor(now() / 60_000);
  for (const [home, people] of groupedBy([...since.keys()], (person) => homes.get(person)?.home ?? '')) {
    const [row] = await loadRows(db, 'site', { id: home });
    if (!row) continue;
    const first = localDay(Math.min(...people.map((person) => since.get(person)!)), row.time_zone);
    const days = localDay(present, row.time_zone) + 1 - first;
    const ground = await loadSheetGround(db, row, people, { first, days });
    for (const [id, source] of ground?.sources ?? []) {
      const { person, context } = source;
      if (source.from === 'clock') {
        for (const { date, lines } of sheetOf(source, { first, days }).days)
          for (const { work, minutes, cost } of lines)
            if (work.job !== null) labour.push({ job: work.job, person: id, date, minutes, cost });
        continue;
      }
      for (const stint of jobStints(ground!.punches.get(id) ?? [], present)) {
        const date = localDay(stint.from, row.time_zone);
        const minutes = stintMinutes(stint, present);
        const rate = units(rateOf(context, person, mainRole(person), date));
        const cost = { whole: rate * minutes, parts: NOTHING.parts };
        labour.push({ job: stint.job, person: id, date, minutes, cost });
      }
    }
  }
  // What one person did on one date is one line, in however many parts.
  const days = groupedBy(
    labour.filter(({ job, minutes }) => wanted.has(job) && minutes > 0),
    ({ job, person, date }) => JSON.stringify([job, person, date]),
  );
  return groupedBy(
    [...days.values()].map((parts) => ({
      ...parts[0],
      minutes: parts.reduce((sum, { minutes }) => sum + minutes, 0),
      cost: parts.reduce((sum, { cost }) => addAmounts(sum, cost), NOTHING),
    })),
    ({ job }) => job,
  );
}
