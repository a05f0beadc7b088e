import { randomUUID } from 'node:crypto';
import { isWaiting } from '@/core/leave/request';
import type { Database } from '@/data/database';
import { lastSeq } from '@/data/activity/activity-store';
import { CALENDAR, loadWaiting } from '@/data/leave/leave-store';
import { inTransaction } from '@/data/transaction';
import { timestamp } from '../now';
import { todayOf } from '../commands/request';
import { loadLeavePerson } from './ground';
import { tellApprovers } from './tell';

/** How many days before its first date whoever has to decide about a request is reminded of it. */
const AHEAD = 7;

/** What the trail says of a reminder. */
const REMINDED = 'reminded who decides';

/** What was looked at last, by data file: the day, and how far the log had come. */
const LOOKED = new WeakMap<Database, string>();

/** Reminds whoever decides next of requests that begin soon, once each; not of those that were asked for just now. */
export async function remindApprovers(db: Database): Promise<void> {
  const today = await todayOf(db);
  const state = `${today} ${await lastSeq(db)}`;
  if (LOOKED.get(db) === state) return;
  for (const request of await loadWaiting(db)) {
    const first = request.days[0].date;
    const isSoon = first >= today && first <= today + AHEAD && request.at < timestamp(-DAY_MS);
    if (!isWaiting(request) || !isSoon) continue;
    const person = await loadLeavePerson(db, request.person);
    if (!person) continue;
    await inTransaction(db, async (trx) => {
      const known = await trx
        .selectFrom('leave_event')
        .select('id')
        .where('request_id', '=', request.id)
        .where('what', '=', REMINDED)
        .executeTakeFirst();
      if (known) return;
      await trx
        .insertInto('leave_event')
        .values({
          ...{ id: randomUUID(), request_id: request.id, at: timestamp(), actor: CALENDAR, what: REMINDED },
          ...{ days: '[]', reason: '' },
        })
        .execute();
      await tellApprovers(trx, person, request, true);
    });
  }
  LOOKED.set(db, state);
}

const DAY_MS = 24 * 3600_000;
