import type { FieldWork } from '@/core/jobs/types';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { type FieldRows, fieldFromRows, loadFieldRows, travelFromRow } from '@/data/jobs/field-store';
import { type RowOf, loadRows } from '@/data/records/records';

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
