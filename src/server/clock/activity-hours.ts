import type { Activity, ClockAsks } from '@/core/clock/activity';
import { groupedBy } from '@/core/grouped';
import { type Result, fail } from '@/core/plan/problem';
import { localDay } from '@/core/time/now';
import { sheetOf } from '@/core/timesheet/sheet';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { checkAccess, homesOf } from '../access/permissions';
import { loadSheetGround } from '../hours/sources';
import { now } from '../now';
import { asksOf, loadActivities } from './activities';

/** What is worked at, as it is set up at a site; `worked`: minutes so far, at all sites, by activity. */
export interface ActivitiesSetup {
  readonly activities: readonly Activity[];
  readonly asks: ClockAsks;
  readonly worked: Readonly<Record<string, number>>;
  /** Whether who looks may change what is worked at: it is that of the whole business. */
  readonly canChange: boolean;
  readonly groups: readonly string[];
}

/** What is worked at, with how much of its budget is used. */
export async function activitiesSetup(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ setup: ActivitiesSetup }>> {
  const refused = checkAccess(actor, 'setup.read', site);
  if (refused) return refused;
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return fail('unknown', 'there is no such site', 'site');
  const people = await db.selectFrom('person').select('groups').distinct().execute();
  const groups = new Set(people.flatMap((one) => JSON.parse(one.groups) as string[]));
  return {
    ok: true,
    setup: {
      activities: await loadActivities(db),
      asks: asksOf(row.clock_asks),
      worked: Object.fromEntries(await workedAt(db)),
      canChange: checkAccess(actor, 'setup.change', null) === null,
      groups: [...groups].sort(),
    },
  };
}

/** How many minutes were worked at each activity so far, as they count, at whatever site. */
async function workedAt(db: Database): Promise<Map<string, number>> {
  const clocked = await db
    .selectFrom('punch')
    .select(({ fn }) => ['person_id', fn.min('at').as('since')])
    .where('work', 'like', '%"activity":"%')
    .groupBy('person_id')
    .execute();
  const minutes = new Map<string, number>();
  if (clocked.length === 0) return minutes;
  const since = new Map(clocked.map((row) => [row.person_id, Math.floor(Date.parse(row.since) / 60_000)]));
  const homes = await homesOf(db, [...since.keys()]);
  const byHome = groupedBy([...since.keys()], (person) => homes.get(person)?.home ?? '');
  for (const [home, people] of byHome) {
    const [row] = await loadRows(db, 'site', { id: home });
    if (!row) continue;
    const first = localDay(Math.min(...people.map((person) => since.get(person)!)), row.time_zone);
    const days = localDay(Math.floor(now() / 60_000), row.time_zone) + 1 - first;
    const ground = await loadSheetGround(db, row, people, { first, days });
    for (const source of ground?.sources.values() ?? [])
      for (const { work, minutes: its } of sheetOf(source, { first, days }).days.flatMap((day) => day.lines))
        if (work.activity !== null) minutes.set(work.activity, (minutes.get(work.activity) ?? 0) + its);
  }
  return minutes;
}
