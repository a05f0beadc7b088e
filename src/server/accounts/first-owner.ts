import { randomUUID, timingSafeEqual } from 'node:crypto';
import { hashPassword } from 'better-auth/crypto';
import { codeOf, formatCode, parseCode } from '@/core/accounts/code';
import { passwordFault } from '@/core/accounts/password';
import { type Result, fail } from '@/core/plan/problem';
import { grantRow, hasAccounts, insertAccount } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';
import type { Visitor } from '../access/visitor';
import { timestamp } from '../now';
import type { FirstOwnerInput } from './schema';
import { sealOf } from './secret';
import { countCodeGuess, forgetCodeGuesses, openSession } from './sign-in';

/** The code that whoever started the application reads in the terminal: without it nobody takes an installation. */
export function setUpCode(): string {
  return formatCode(codeOf(sealOf('first owner')));
}

/** Makes the first account, which owns everything, and answers the cookie of its first session. */
export async function makeFirstOwner(
  db: Database,
  { code, name, email, password }: FirstOwnerInput,
  visitor: Visitor,
): Promise<Result<{ cookie: string }>> {
  const held = await countCodeGuess(db, visitor);
  if (held) return held;
  if (!isSetUpCode(code))
    return fail(
      'code',
      'this is not the code that the terminal printed when the application started',
      'code',
    );
  const weak = passwordFault(password, { name, email });
  if (weak) return fail('password', weak, 'password');
  const id = randomUUID();
  const made = {
    ...{ id, name, email, person: null, at: timestamp() },
    password: await hashPassword(password),
  };
  const isFirst = await inTransaction(db, async (trx) => {
    if (await hasAccounts(trx)) return false;
    await insertAccount(trx, made);
    await trx
      .insertInto('account_grant')
      .values(grantRow(id, { kind: 'owner', site: null, area: null, seesPay: true }))
      .execute();
    return true;
  });
  if (!isFirst)
    return fail('taken', 'there is an owner already; sign in, or ask them for an invitation', 'code');
  await forgetCodeGuesses(db, visitor);
  return { ok: true, cookie: await openSession(db, id, 'first owner', visitor) };
}

function isSetUpCode(typed: string): boolean {
  const [given, own] = [parseCode(typed) ?? '', parseCode(setUpCode())!].map((text) => Buffer.from(text));
  return given.length === own.length && timingSafeEqual(given, own);
}
