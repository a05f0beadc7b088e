import { createHash } from 'node:crypto';
import {
  ACCOUNT_PAUSES,
  ADDRESS_PAUSES,
  GUESSES_KEPT_MS,
  type Pauses,
  blockedUntil,
} from '@/core/accounts/throttle';
import { type Failed, type Result, fail } from '@/core/plan/problem';
import { accountsNamed, findAccount } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import type { Visitor } from '../access/visitor';
import { now, timestamp } from '../now';
import { authOf } from './auth';
import type { SignInInput } from './schema';
import { sessionCookie } from './cookie';
import { endOf } from './end';

/** Nobody's: asked for where a name means no account, so that the answer takes as long. */
const NOBODY = 'nobody@account.invalid';

/**
 * Proves who somebody is, and answers the cookie of a new session. What is wrong is not said, nor whether there is
 * such an account; after some wrong guesses it is said when to try again.
 */
export async function signIn(
  db: Database,
  { name, password, shared }: SignInInput,
  visitor: Visitor,
): Promise<Result<{ cookie: string }>> {
  const at = timestamp();
  const named = await accountsNamed(db, name, at.slice(0, 10));
  // A number or an address of two people says nothing about who is meant.
  const meant = named.length === 1 && named[0].id !== null ? named[0] : null;
  const user = meant?.id ?? null;
  // What is typed may be a password in the wrong field: only a name that means somebody is kept.
  const typed = user === null ? '' : name.trim();
  const keys = {
    typed: keyOf('account', user ?? name.trim().toLowerCase()),
    address: keyOf('address', visitor.address),
  };
  const until = await countGuess(db, keys);
  if (until !== null) {
    await logSignIn(db, { kind: 'held back', user, typed, visitor });
    return waitFailure(until);
  }
  const proven = await authOf(db)
    .api.signInEmail({
      body: { email: meant?.email ?? NOBODY, password, rememberMe: !shared },
      headers: new Headers({ 'user-agent': visitor.device, 'x-forwarded-for': visitor.address }),
    })
    .catch((error: unknown) => {
      // Wrong, or of a form that no password has.
      if ([400, 401].includes((error as { statusCode?: number }).statusCode ?? 0)) return null;
      throw error;
    });
  if (!proven || !meant) {
    await logSignIn(db, { kind: 'refused', user, typed, visitor });
    return fail(
      'sign-in',
      'this name and password do not go together; a number or an address that two people share cannot be used either',
      'name',
    );
  }
  await forgetGuesses(db, keys.typed);
  const account = (await findAccount(db, meant.id!))!;
  const ended = endOf(account);
  if (ended) {
    await db.deleteFrom('session').where('token', '=', proven.token).execute();
    await logSignIn(db, { kind: 'ended account', user, typed, visitor });
    return ended;
  }
  await logSignIn(db, { kind: 'signed in', user, typed, visitor });
  return { ok: true, cookie: sessionCookie(proven.token, shared) };
}

/** A new session without a password: for who has just proven themselves otherwise. */
export async function openSession(
  db: Database,
  user: string,
  kind: string,
  visitor: Visitor,
): Promise<string> {
  const { internalAdapter } = await authOf(db).$context;
  const session = await internalAdapter.createSession(user, false, {
    ipAddress: visitor.address,
    userAgent: visitor.device,
  });
  await logSignIn(db, { kind, user, typed: '', visitor });
  return sessionCookie(session.token, false);
}

function waitFailure(until: number): Failed {
  const minutes = Math.ceil((until - now()) / 60_000);
  return fail(
    'wait',
    `too many wrong guesses; try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}`,
    'name',
  );
}

/**
 * Counts a guess before it is tried, so that many at once are counted too; null: it may be tried. One that is held
 * back does not count, else nobody who is impatient would ever get in.
 */
async function countGuess(
  db: Database,
  { typed, address }: { readonly typed: string; readonly address: string },
): Promise<number | null> {
  return inTransaction(db, async (trx) => {
    const forgotten = timestamp(-GUESSES_KEPT_MS);
    await trx.deleteFrom('sign_in_attempt').where('at', '<=', forgotten).execute();
    const until =
      (await blocked(trx, typed, ACCOUNT_PAUSES)) ?? (await blocked(trx, address, ADDRESS_PAUSES));
    if (until !== null) return until;
    const at = timestamp();
    await trx
      .insertInto('sign_in_attempt')
      .values([
        { key: typed, at },
        { key: address, at },
      ])
      .execute();
    return null;
  });
}

async function blocked(db: Database, key: string, pauses: Pauses): Promise<number | null> {
  const rows = await db.selectFrom('sign_in_attempt').select('at').where('key', '=', key).execute();
  return blockedUntil(
    rows.map(({ at }) => Date.parse(at)),
    now(),
    pauses,
  );
}

async function forgetGuesses(db: Database, key: string): Promise<void> {
  await db.deleteFrom('sign_in_attempt').where('key', '=', key).execute();
}

/**
 * Counts a guess at something else that is secret, such as a code; null: it may be tried.
 */
export async function countCodeGuess(db: Database, visitor: Visitor): Promise<Failed | null> {
  const address = keyOf('code', visitor.address);
  const until = await countGuess(db, { typed: address, address: keyOf('address', visitor.address) });
  return until === null ? null : waitFailure(until);
}

/** What a right code makes forgotten. */
export async function forgetCodeGuesses(db: Database, visitor: Visitor): Promise<void> {
  await forgetGuesses(db, keyOf('code', visitor.address));
}

function keyOf(kind: string, text: string): string {
  return `${kind}:${createHash('sha256').update(text).digest('base64url').slice(0, 22)}`;
}

/** Remembers who came in, or did not, for the owner to read. */
export async function logSignIn(
  db: Database,
  {
    kind,
    user,
    typed,
    visitor,
  }: {
    readonly kind: string;
    readonly user: string | null;
    readonly typed: string;
    readonly visitor: Visitor;
  },
): Promise<void> {
  await db
    .insertInto('sign_in_event')
    .values({
      at: timestamp(),
      kind,
      user_id: user,
      typed: typed.slice(0, 200),
      address: visitor.address.slice(0, 100),
      device: visitor.device.slice(0, 300),
    })
    .execute();
}
