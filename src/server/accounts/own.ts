import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { passwordFault } from '@/core/accounts/password';
import { type Result, fail } from '@/core/plan/problem';
import { findAccount, knownOfPerson, setPassword } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import type { Actor } from '../access/actor';
import type { Visitor } from '../access/visitor';
import { timestamp } from '../now';
import { type ToldWish, toldWishOf } from '../outbox/wish';
import type { NewPasswordInput } from './schema';
import { countCodeGuess, forgetCodeGuesses, logSignIn } from './sign-in';

/** Sets another password, and ends every other session of the account. */
export async function changePassword(
  db: Database,
  actor: Actor,
  { current, next }: NewPasswordInput,
  visitor: Visitor,
): Promise<Result<object>> {
  // Whoever finds a device that is signed in could guess here as well.
  const held = await countCodeGuess(db, visitor);
  if (held) return held;
  const { password } = await db
    .selectFrom('credential')
    .select('password')
    .where('user_id', '=', actor.id)
    .executeTakeFirstOrThrow();
  if (password === null || !(await verifyPassword({ hash: password, password: current })))
    return fail('password', 'this is not the password you sign in with now', 'current');
  await forgetCodeGuesses(db, visitor);
  const account = (await findAccount(db, actor.id))!;
  const person = await knownOfPerson(db, actor.person);
  const weak = passwordFault(next, person ?? account);
  if (weak) return fail('password', weak, 'next');
  const digest = await hashPassword(next);
  await inTransaction(db, async (trx) => {
    await setPassword(trx, actor.id, digest, timestamp());
    await trx
      .deleteFrom('session')
      .where('user_id', '=', actor.id)
      .where('id', '!=', actor.session ?? '')
      .execute();
  });
  await logSignIn(db, { kind: 'changed password', user: actor.id, typed: '', visitor });
  return { ok: true };
}

/** Ends one of the actor's sessions, or (`others`) all but the one that asks. */
export async function endSession(db: Database, actor: Actor, session: string): Promise<Result<object>> {
  const mine = db.deleteFrom('session').where('user_id', '=', actor.id);
  const { numDeletedRows: ended } = await (
    session === 'others' ? mine.where('id', '!=', actor.session ?? '') : mine.where('id', '=', session)
  ).executeTakeFirst();
  return session === 'others' || ended > 0n
    ? { ok: true }
    : fail('unknown', 'this session has ended already');
}

export interface SessionRow {
  readonly id: string;
  readonly device: string;
  readonly since: string;
  readonly used: string;
  readonly isThis: boolean;
}

export interface OwnAccount {
  readonly name: string;
  readonly email: string | null;
  readonly number: string | null;
  /** How one is told besides by news; null: nobody who works here. */
  readonly told: (ToldWish & { readonly phone: string | null }) | null;
  readonly sessions: readonly SessionRow[];
}

/** What an account page shows: who one is, and where one is signed in. */
export async function ownAccount(db: Database, actor: Actor): Promise<OwnAccount> {
  const account = (await findAccount(db, actor.id))!;
  const person =
    actor.person === null
      ? null
      : ((await db
          .selectFrom('person')
          .select(['number', 'email', 'phone'])
          .where('id', '=', actor.person)
          .executeTakeFirst()) ?? null);
  const sessions = await db
    .selectFrom('session')
    .selectAll()
    .where('user_id', '=', actor.id)
    .where('expires_at', '>', timestamp())
    .orderBy('created_at', 'desc')
    .execute();
  return {
    name: actor.name,
    email: person ? person.email : account.person === null ? account.email : null,
    number: person?.number ?? null,
    told:
      person && actor.person !== null
        ? { ...(await toldWishOf(db, actor, actor.person)), phone: person.phone }
        : null,
    sessions: sessions.map((row) => ({
      id: row.id,
      device: row.user_agent ?? '',
      since: row.created_at,
      used: row.used_at ?? row.created_at,
      isThis: row.id === actor.session,
    })),
  };
}
