import type { FieldWork } from '@/core/jobs/types';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, parseDate, startOfWeek } from '@/core/time/day';
import { lastSeq } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { type FieldRows, fieldFromRows, loadFieldRows, travelFromRow } from '@/data/jobs/field-store';
import { type RowOf, loadRows } from '@/data/records/records';
import { type SiteSummary, listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { nowAt } from '../now';

/** Field work of a site as it is stored. */
export interface FieldGround {
  readonly site: RowOf<'site'>;
  readonly rows: FieldRows;
  readonly work: FieldWork;
}

/** Field work of a site around some dates, the last one included; refused where it visits nobody. */
export async function fieldAt(
  db: Database,
  site: string,
  [first, last]: readonly [Day, Day],
): Promise<Result<{ ground: FieldGround }>> {
  const [row] = await loadRows(db, 'site', { id: site });
  const travel = row && travelFromRow(row);
  if (!travel) return fail('unknown', 'this site visits nobody', 'input.site');
  const rows = (await loadFieldRows(db, site, first, last + 1))!;
  return { ok: true, ground: { site: row, rows, work: fieldFromRows(rows, travel) } };
}

/** The first days of the weeks in which some dates lie. */
export function weeksOf({ week_start }: Pick<RowOf<'site'>, 'week_start'>, dates: readonly Day[]): Day[] {
  return [...new Set(dates.map((date) => startOfWeek(date, week_start)))].sort((a, b) => a - b);
}

/** A job by its place, else by what it is. */
export function jobName({ jobs, places }: FieldWork, id: string): string {
  const job = jobs.find((one) => one.id === id);
  return places.find((place) => place.id === job?.place)?.name ?? job?.title ?? 'a job';
}

/** A site that visits customers, as a page of it is made. */
export interface FieldSite {
  /** How far the log went before anything was read. */
  readonly asOf: number;
  readonly line: SiteSummary;
  readonly row: RowOf<'site'>;
  /** The present date there. */
  readonly today: Day;
}

/** A site that visits customers, for who may see its plan. */
export async function fieldSite(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ at: FieldSite }>> {
  const refused = checkAccess(actor, 'plan.read', site);
  if (refused) return refused;
  const asOf = await lastSeq(db);
  const line = (await listSites(db)).find(({ id }) => id === site);
  const [row] = await loadRows(db, 'site', { id: site });
  if (!line || !row?.field_work) return fail('unknown', 'this site visits nobody', 'site');
  return { ok: true, at: { asOf, line, row, today: parseDate(nowAt(line.timeZone).date)! } };
}
