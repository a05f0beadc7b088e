import { judge } from '@/core/consequences/judge';
import { dateOfPiece } from '@/core/jobs/resolved-visit';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadPlan } from '@/data/week/plan-store';
import { jobName } from './ground';
import type { MoneyLine } from './money-page';

/** Something to be settled before a day is closed. */
export interface Unsettled {
  readonly kind: 'not-ended' | 'no-hours' | 'no-cost';
  readonly job: string;
  readonly name: string;
  /** The day it is of; null: none is said. */
  readonly date: Day | null;
  /** Which crew, or which material. */
  readonly of: string | null;
}

/** How many days back visits that were not ended are looked for. */
const BACK = 14;

/** Visits that are over and whose jobs nobody ended, jobs that are done without any hours, and materials without a cost. */
export async function unsettledAt(
  db: Database,
  site: string,
  today: Day,
  jobs: readonly MoneyLine[],
): Promise<Unsettled[]> {
  const { plan } = (await loadPlan(db, site, today - BACK, BACK))!;
  const { field, context } = judge(plan);
  const over = [...field!.crews.values(), ...field!.people.values()].flatMap(({ row, visits }) =>
    visits
      .filter(({ visit }) => visit.date >= today - BACK)
      .filter(({ job, pieces }) => job.progress !== 'done' && dateOfPiece(context, pieces.at(-1)!) < today)
      .map(({ job, visit }): Unsettled => ({
        ...{ kind: 'not-ended', job: job.id, name: jobName(plan.work!, job.id), date: visit.date },
        of: row.crew?.name ?? row.people[0]?.name ?? null,
      })),
  );
  const open = jobs.filter(({ billedAt }) => billedAt === null);
  return [
    ...over.sort((a, b) => a.date! - b.date! || (a.name < b.name ? -1 : 1)),
    ...open
      .filter(({ state, worked }) => state === 'done' && worked === 0)
      .map(({ id, name, doneOn }): Unsettled => ({
        kind: 'no-hours',
        job: id,
        name,
        date: doneOn,
        of: null,
      })),
    ...open.flatMap(({ id, name, doneOn, materials }) =>
      materials
        .filter(({ cost }) => cost === null)
        .map((used): Unsettled => ({ kind: 'no-cost', job: id, name, date: doneOn, of: used.name })),
    ),
  ];
}
