import { randomInt } from 'node:crypto';
import { type Result, fail } from '@/core/plan/problem';
import { counted } from '@/core/time/format';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import { isSealed, sealOf } from '../accounts/secret';
import type { Actor } from '../access/actor';
import { now, timestamp } from '../now';
import { offAt } from '../site/capabilities';
import { staffSites } from '../staff/own-page';
import { enqueueCode } from './enqueue';

/** How long a code is good, how soon another is sent, and how often one can be typed wrong. */
const [GOOD_MS, AGAIN_MS, TRIES] = [15 * 60_000, 60_000, 5];

/**
 * Sends a code to one's own number: whoever can read it there has it. Until then no text message goes to the number.
 *
 * @param shown the number that was seen when the code was asked for
 */
export async function sendPhoneCode(db: Database, actor: Actor, shown: string): Promise<Result<object>> {
  const known = await ownPhone(db, actor);
  if (!known.ok) return known;
  const { person, phone, row } = known;
  if (phone !== shown) return fail('changed', `your number is ${phone} now: look at it again`, 'phone');
  if (row?.confirmed_at) return fail('twice', 'this number is confirmed already');
  if (row?.sent_at && now() - Date.parse(row.sent_at) < AGAIN_MS)
    return fail('wait', 'a code was sent just now: another can be sent in a minute');
  const site = await firstSite(db, actor);
  if (site === null) return fail('off', 'no messages are sent where you work');
  const code = String(randomInt(1_000_000)).padStart(6, '0');
  const values = {
    ...{ phone, code_hash: digestOf(person, phone, code), sent_at: timestamp(), tries: 0 },
    confirmed_at: null,
  };
  await inTransaction(db, async (trx) => {
    await trx
      .insertInto('confirmed_phone')
      .values({ person_id: person, ...values })
      .onConflict((conflict) => conflict.column('person_id').doUpdateSet(values))
      .execute();
    await enqueueCode(trx, { person, site, phone, code, minutes: GOOD_MS / 60_000 });
  });
  return { ok: true };
}

/** Takes the code that was sent to one's own number; the number counts from then on. */
export async function confirmPhone(db: Database, actor: Actor, code: string): Promise<Result<object>> {
  const known = await ownPhone(db, actor);
  if (!known.ok) return known;
  const { person, phone, row } = known;
  if (row?.confirmed_at) return { ok: true };
  if (!row?.code_hash || !row.sent_at) return fail('unknown', 'no code was sent to this number yet', 'code');
  if (now() - Date.parse(row.sent_at) > GOOD_MS)
    return fail('late', `a code is good for ${GOOD_MS / 60_000} minutes: ask for another`, 'code');
  if (row.tries >= TRIES) return fail('wait', 'too many wrong codes: ask for another', 'code');
  const isRight = isSealed(digestOf(person, phone, code), row.code_hash);
  await inTransaction(db, (trx) =>
    trx
      .updateTable('confirmed_phone')
      .set(
        isRight
          ? { code_hash: null, confirmed_at: timestamp() }
          : (column) => ({ tries: column('tries', '+', 1) }),
      )
      .where('person_id', '=', person)
      .execute(),
  );
  if (isRight) return { ok: true };
  const left = TRIES - row.tries - 1;
  return fail('code', `this is not the code that was sent; ${counted(left, 'try', 'tries')} left`, 'code');
}

/** One's own number, with what is known of it; a row about another number says nothing. */
async function ownPhone(db: Database, { person }: Actor) {
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const of = await db.selectFrom('person').select('phone').where('id', '=', person).executeTakeFirst();
  const phone = of?.phone;
  if (!phone) return fail('unknown', 'no number is known: write it first');
  const row = await db
    .selectFrom('confirmed_phone')
    .selectAll()
    .where('person_id', '=', person)
    .where('phone', '=', phone)
    .executeTakeFirst();
  return { ok: true as const, person, phone, row };
}

async function firstSite(db: Database, actor: Actor): Promise<string | null> {
  for (const site of staffSites(actor)) if (!(await offAt(db, site)).has('outbox')) return site;
  return null;
}

function digestOf(person: string, phone: string, code: string): string {
  return sealOf(`phone ${person} ${phone} ${code}`).toString('base64url');
}
