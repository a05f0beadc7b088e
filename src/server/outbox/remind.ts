import type { Database } from '@/data/database';
import type { RowOf } from '@/data/records/records';
import { newsFromRow } from '@/data/staff/news-store';
import { inTransaction } from '@/data/transaction';
import { formatDate } from '@/core/time/day';
import { localTime } from '@/core/time/now';
import { now, timestamp } from '../now';
import { enqueueNews } from './enqueue';

/** How long a late change may be without an answer until its person is reminded, in milliseconds. */
const REMIND_MS = 20 * 3600_000;

/**
 * Reminds those who have not answered a late change, once each and by the ways they wish for. Not of what lies in the
 * past: nobody can say no to that any more.
 */
export async function remindOfQuestions(db: Database): Promise<void> {
  const due = await unanswered(db);
  if (due.length === 0) return;
  const zones = new Map(
    (await db.selectFrom('site').select(['id', 'time_zone']).execute()).map((row) => [row.id, row.time_zone]),
  );
  await inTransaction(db, async (trx) => {
    // Looked at again: an answer may have come in between.
    for (const row of await unanswered(trx)) {
      await trx.updateTable('news').set({ reminded_at: timestamp() }).where('id', '=', row.id).execute();
      const today = localTime(now(), zones.get(row.site_id) ?? 'UTC').date;
      if (isAhead(row, today)) await enqueueNews(trx, [row], { isReminder: true });
    }
  });
}

function unanswered(db: Database): Promise<RowOf<'news'>[]> {
  return db
    .selectFrom('news')
    .selectAll()
    .where('is_late', '=', 1)
    .where('answer', 'is', null)
    .where('decision', 'is', null)
    .where('reminded_at', 'is', null)
    .where('at', '<=', timestamp(-REMIND_MS))
    .execute();
}

function isAhead(row: RowOf<'news'>, today: string): boolean {
  return newsFromRow(row).items.some(
    ({ before, after, isLate }) => isLate && formatDate((after ?? before)!.date) >= today,
  );
}
