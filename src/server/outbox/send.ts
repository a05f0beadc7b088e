import { formatCode } from '@/core/accounts/code';
import { pauseAfter } from '@/core/outbox/retry';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import { publicAddress } from '../access/origin';
import { codeOfInvitation } from '../accounts/codes';
import { timestamp } from '../now';
import { type Message, wayOf } from './ways';

/** How many messages are sent at one turn. */
const AT_ONCE = 50;

/** Where a link that works once is put in as a message is sent. */
export const LINK = '{link}';

/**
 * Sends what is due. Where no way is set up the stand-in delivers: the message is marked in the step in which it
 * arrives, so it arrives once. By a real way it may have gone when the process ended before it could say so; such a
 * message is marked as perhaps sent, and sent again only by hand.
 */
export async function sendDue(db: Database): Promise<void> {
  // Only one process sends at a time: whatever is under way still is what an ended one left behind.
  const left = await db.selectFrom('outbox').select('id').where('state', '=', 'sending').execute();
  if (left.length > 0)
    await db
      .updateTable('outbox')
      .set({ state: 'perhaps sent', reason: 'the server stopped while this was being sent' })
      .where('state', '=', 'sending')
      .execute();
  const due = await db
    .selectFrom('outbox')
    .selectAll()
    .where('state', '=', 'waiting')
    .where('next_at', '<=', timestamp())
    .orderBy('next_at')
    .limit(AT_ONCE)
    .execute();
  for (const message of due) await sendOne(db, message);
}

async function sendOne(db: Database, message: Message): Promise<void> {
  const way = wayOf(message.way);
  if (!way) {
    await mark(db, message, 'waiting', { state: 'sent', sent_at: timestamp(), reason: null });
    return;
  }
  const body = await bodyOf(db, message);
  if (body === null) {
    await mark(db, message, 'waiting', { state: 'failed', reason: 'its link does not count any more' });
    return;
  }
  if (!(await mark(db, message, 'waiting', { state: 'sending' }))) return;
  const delivery = await way.send(message, body);
  if (delivery.ok) {
    await mark(db, message, 'sending', { state: 'sent', sent_at: timestamp(), reason: null });
    return;
  }
  const tries = message.tries + 1;
  const pause = delivery.isFinal ? null : pauseAfter(tries);
  await mark(db, message, 'sending', {
    tries,
    reason: delivery.reason,
    ...(pause === null ? { state: 'failed' } : { state: 'waiting', next_at: timestamp(pause) }),
  });
}

/** Changes a message that is still in a state; false: it is not any more. */
async function mark(db: Database, { id }: Message, from: string, values: Partial<Message>): Promise<boolean> {
  return inTransaction(db, async (trx) => {
    const done = await trx
      .updateTable('outbox')
      .set(values)
      .where('id', '=', id)
      .where('state', '=', from)
      .executeTakeFirst();
    return done.numUpdatedRows > 0n;
  });
}

/** The text of a message as it leaves the house; null: the link it is to hold cannot be used any more. */
export async function bodyOf(db: Database, { body, invitation_id: id }: Message): Promise<string | null> {
  if (id === null) return body;
  const invitation = await db
    .selectFrom('invitation')
    .select('id')
    .where('id', '=', id)
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', timestamp())
    .executeTakeFirst();
  return invitation
    ? body.replace(LINK, `${publicAddress()}/join/${formatCode(codeOfInvitation(id))}`)
    : null;
}
