import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { Database } from '../database';

/** The notes of some days at a site, by date; `to` is not included. */
export async function loadDaybook(
  db: Database,
  site: string,
  from: Day,
  to: Day,
): Promise<{ date: Day; note: string }[]> {
  const rows = await db
    .selectFrom('daybook')
    .select(['date', 'note'])
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .orderBy('date')
    .execute();
  return rows.map(({ date, note }) => ({ date: parseDate(date)!, note }));
}
