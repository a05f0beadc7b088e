import { randomUUID } from 'node:crypto';
import { hashPassword } from 'better-auth/crypto';
import type { Selectable } from 'kysely';
import { parseCode } from '@/core/accounts/code';
import { passwordFault } from '@/core/accounts/password';
import { type Failed, type Result, fail } from '@/core/plan/problem';
import {
  type GrantDraft,
  findAccount,
  grantRow,
  insertAccount,
  internalAddress,
  knownOfPerson,
  setPassword as storePassword,
} from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import type { InvitationTable } from '@/data/accounts/tables';
import { inTransaction } from '@/data/transaction';
import type { Visitor } from '../access/visitor';
import { now, timestamp } from '../now';
import type { JoinInput } from './schema';
import { codeHash } from './codes';
import { endOf } from './end';
import { countCodeGuess, forgetCodeGuesses, openSession } from './sign-in';

type Invitation = Selectable<InvitationTable>;

/** An invitation that can be used just now, by its code as it was typed. */
export async function openInvitation(
  db: Database,
  typed: string,
  visitor: Visitor,
): Promise<Result<{ invitation: Invitation }>> {
  const held = await countCodeGuess(db, visitor);
  if (held) return held;
  const code = parseCode(typed);
  const invitation =
    code === null
      ? undefined
      : await db
          .selectFrom('invitation')
          .selectAll()
          .where('code_hash', '=', codeHash(code))
          .executeTakeFirst();
  if (!invitation)
    return fail('code', 'there is no such code: check it sign by sign, or ask for a new one', 'code');
  await forgetCodeGuesses(db, visitor);
  return whyNot(invitation) ?? { ok: true, invitation };
}

function whyNot({ used_at: used, withdrawn_at: withdrawn, expires_at: expires }: Invitation): Failed | null {
  if (used !== null) return fail('code', 'this code was used already; sign in, or ask for a new one', 'code');
  if (withdrawn !== null) return fail('code', 'this code does not count any more; ask for a new one', 'code');
  if (Date.parse(expires) <= now())
    return fail('code', 'this code has ended: it was good for 7 days; ask for a new one', 'code');
  return null;
}

/**
 * Uses a code: makes the account it invites to, or sets the password it was made for, and answers the cookie of a new
 * session. A new password ends all other sessions of the account.
 */
export async function join(
  db: Database,
  { code, password }: JoinInput,
  visitor: Visitor,
): Promise<Result<{ cookie: string }>> {
  const found = await openInvitation(db, code, visitor);
  if (!found.ok) return found;
  const { invitation } = found;
  const person = await knownOfPerson(db, invitation.person_id);
  const weak = passwordFault(password, person ?? invitation);
  if (weak) return fail('password', weak, 'password');
  const digest = await hashPassword(password);
  const used = await inTransaction(db, async (trx): Promise<Result<{ user: string }>> => {
    const again = await trx
      .selectFrom('invitation')
      .selectAll()
      .where('id', '=', invitation.id)
      .executeTakeFirstOrThrow();
    const refused = whyNot(again);
    if (refused) return refused;
    const answer =
      invitation.kind === 'reset'
        ? await setPassword(trx, invitation, digest)
        : await makeAccount(trx, invitation, digest);
    if (answer.ok)
      await trx
        .updateTable('invitation')
        .set({ used_at: timestamp() })
        .where('id', '=', invitation.id)
        .execute();
    return answer;
  });
  if (!used.ok) return used;
  const kind = invitation.kind === 'reset' ? 'new password' : 'joined';
  return { ok: true, cookie: await openSession(db, used.user, kind, visitor) };
}

async function makeAccount(
  trx: Database,
  { person_id: person, name, email, grants }: Invitation,
  password: string,
): Promise<Result<{ user: string }>> {
  const id = randomUUID();
  const taken = await trx
    .selectFrom('user')
    .select('id')
    .where((row) => (person === null ? row('email', '=', email!) : row('person_id', '=', person)))
    .executeTakeFirst();
  if (taken) return fail('taken', 'there is an account for this already; sign in with it', 'code');
  await insertAccount(trx, {
    ...{ id, name, person, password },
    email: person === null ? email! : internalAddress(id),
    at: timestamp(),
  });
  const granted = JSON.parse(grants) as readonly GrantDraft[];
  // A site that is gone since the invitation was made grants nothing.
  const sites = new Set((await trx.selectFrom('site').select('id').execute()).map((row) => row.id));
  const rows = granted
    .filter(({ site }) => site === null || sites.has(site))
    .map((grant) => grantRow(id, grant));
  if (rows.length > 0) await trx.insertInto('account_grant').values(rows).execute();
  const ended = endOf((await findAccount(trx, id))!);
  return ended ?? { ok: true, user: id };
}

async function setPassword(
  trx: Database,
  { person_id: person, email }: Invitation,
  password: string,
): Promise<Result<{ user: string }>> {
  const account = await trx
    .selectFrom('user')
    .select('id')
    .where((row) => (person === null ? row('email', '=', email!) : row('person_id', '=', person)))
    .executeTakeFirst();
  if (!account) return fail('code', 'the account this code was for is gone', 'code');
  const ended = endOf((await findAccount(trx, account.id))!);
  if (ended) return ended;
  await storePassword(trx, account.id, password, timestamp());
  await trx.deleteFrom('session').where('user_id', '=', account.id).execute();
  return { ok: true, user: account.id };
}
