import { type Result } from '@/core/plan/problem';
import { accountsNamed, findAccount } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import type { Visitor } from '../access/visitor';
import { timestamp } from '../now';
import { enqueueInvitations } from '../outbox/enqueue';
import { businessName } from '../site/queries';
import { endOf } from './end';
import { newInvitation } from './new-invitation';
import { countCodeGuess, logSignIn } from './sign-in';

/**
 * Sends a link for a new password to whoever has this name and an e-mail address. The answer is the same whether there
 * is such an account or not; who has no address asks whoever plans their shifts for a code.
 */
export async function sendReset(db: Database, typed: string, visitor: Visitor): Promise<Result<object>> {
  const held = await countCodeGuess(db, visitor);
  if (held) return held;
  const named = await accountsNamed(db, typed, timestamp().slice(0, 10));
  const account = named.length === 1 && named[0].id !== null ? await findAccount(db, named[0].id) : null;
  if (!account || endOf(account)) return { ok: true };
  const person =
    account.person === null
      ? null
      : await db.selectFrom('person').select('email').where('id', '=', account.person).executeTakeFirst();
  const email = person ? person.email : account.email;
  if (!email) return { ok: true };
  const invitation = newInvitation({
    ...{ kind: 'reset', person: account.person, name: account.name, email: account.email },
    madeBy: account.id,
  });
  const business = await businessName(db);
  await inTransaction(db, async (trx) => {
    const open = trx.updateTable('invitation').set({ withdrawn_at: invitation.made_at });
    await (
      account.person === null
        ? open.where('person_id', 'is', null).where('email', '=', account.email)
        : open.where('person_id', '=', account.person)
    )
      .where('used_at', 'is', null)
      .where('withdrawn_at', 'is', null)
      .execute();
    await trx.insertInto('invitation').values(invitation).execute();
    await enqueueInvitations(trx, [{ invitation, email, site: null }], business);
  });
  await logSignIn(db, { kind: 'asked for a new password', user: account.id, typed: '', visitor });
  return { ok: true };
}
