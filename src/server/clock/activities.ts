import {
  type Activity,
  type ClockAsks,
  activitiesFor,
  activityFault,
  activityText,
} from '@/core/clock/activity';
import { NO_WORK, type PunchKind, type Work } from '@/core/clock/punch';
import { type Failed, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import { siteChange } from '../site/switches';
import { SAVE_ACTIVITIES, SAVE_ASKS } from './schema';

/** Says what people work at besides their roles, at every site. What hours were clocked with is retired and not taken away. */
export const saveActivities = command<'activities.save', { activities: readonly Activity[] }>({
  kind: 'activities.save',
  permission: 'setup.change',
  scope: () => BUSINESS,
  input: SAVE_ACTIVITIES,
  async prepare({ db }, { activities }) {
    const before = await loadRows(db, 'work_activity', {});
    const after = activities.map((one, position): RowOf<'work_activity'> => ({
      ...{ id: one.id, code: one.code, name: one.name, budget_minutes: one.budgetMinutes, position },
      ...{ person_groups: JSON.stringify(one.groups), is_retired: one.isRetired ? 1 : 0 },
    }));
    const kept = new Set(after.map(({ id }) => id));
    const gone = before.find(({ id }) => !kept.has(id));
    if (gone && (await isClocked(db, gone.id)))
      return fail('used', `hours were clocked with "${gone.name}": retire it instead`, 'input.activities');
    return {
      ok: true,
      work: {
        title: 'Changed the activities',
        rows: rowChanges('work_activity', before, after),
        ...{ subjects: [], sites: [], weeks: [] },
      },
    };
  },
});

/** Says whether the clock of a site asks what one works at. */
export const saveAsks = command<'clock.asks', { site: string; asks: ClockAsks }>({
  kind: 'clock.asks',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_ASKS,
  prepare: ({ db }, { site, asks }) =>
    siteChange(db, site, 'What the clock asks at', {
      clock_asks: asks === 'never' ? null : asks,
    }),
});

/** Whether the clock of a site asks, as its column says. */
export function asksOf(column: string | null): ClockAsks {
  return (column ?? 'never') as ClockAsks;
}

async function isClocked(db: Database, id: string): Promise<boolean> {
  const [device] = await loadRows(db, 'clock_device', { activity_id: id });
  if (device) return true;
  const row = await db
    .selectFrom('punch')
    .select('id')
    .where('work', 'like', `%"activity":${JSON.stringify(id)}%`)
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

/** What can be worked at, in the order of the business. */
export async function loadActivities(db: Database): Promise<Activity[]> {
  const rows = await db.selectFrom('work_activity').selectAll().orderBy('position').execute();
  return rows.map((row) => ({
    ...{ id: row.id, code: row.code, name: row.name, budgetMinutes: row.budget_minutes },
    ...{ groups: JSON.parse(row.person_groups) as string[], isRetired: row.is_retired !== 0 },
  }));
}

/** What is worked at, as it is shown and chosen. */
export interface ActivityName {
  readonly id: string;
  readonly name: string;
  /** Kept in hours, and not chosen any more. */
  readonly isRetired: boolean;
}

/** What is worked at, with those that were once. */
export async function activityNames(db: Database): Promise<ActivityName[]> {
  return (await loadActivities(db)).map((one) => ({
    ...{ id: one.id, name: activityText(one), isRetired: one.isRetired },
  }));
}

/** What somebody can choose at the clock of a site. */
export interface OfferedActivities {
  readonly asks: ClockAsks;
  readonly activities: readonly { readonly id: string; readonly name: string }[];
}

/** What somebody of some groups can choose at the clock of a site; nothing where it does not ask. */
export async function offeredActivities(
  db: Database,
  { clock_asks }: Pick<RowOf<'site'>, 'clock_asks'>,
  groups: readonly string[],
): Promise<OfferedActivities> {
  const asks = asksOf(clock_asks);
  if (asks === 'never') return { asks, activities: [] };
  const offered = activitiesFor(await loadActivities(db), groups);
  return { asks, activities: offered.map((one) => ({ id: one.id, name: activityText(one) })) };
}

/**
 * What a punch of a kind says is worked at, where somebody chose an activity or none. `usual`: what it is at this device where nobody
 * says. Refuses what is not offered to them, and coming in without one where the site asks.
 */
export async function workClocked(
  db: Database,
  site: Pick<RowOf<'site'>, 'clock_asks'>,
  groups: readonly string[],
  { kind, activity, usual = null }: { kind: PunchKind; activity: string | null; usual?: string | null },
): Promise<{ readonly ok: true; readonly work: Work | null } | Failed> {
  if (kind !== 'in' && kind !== 'change')
    return activity === null
      ? { ok: true, work: null }
      : fail('input', 'only who comes or goes on with other work says what at', 'activity');
  const chosen = activity ?? (kind === 'in' ? usual : null);
  const asks = asksOf(site.clock_asks);
  if (kind === 'change' && asks === 'never') return fail('input', 'other work is not clocked here', 'kind');
  const fault =
    chosen !== null && chosen === usual
      ? null
      : activityFault(
          activitiesFor(await loadActivities(db), groups),
          kind === 'in' ? asks : 'offered',
          chosen,
        );
  if (fault !== null) return fail('activity', fault, 'activity');
  if (chosen !== null) return { ok: true, work: { ...NO_WORK, activity: chosen } };
  return { ok: true, work: kind === 'change' ? NO_WORK : null };
}
