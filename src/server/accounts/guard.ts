import { type Failed, fail } from '@/core/plan/problem';
import { findAccount, loadGrants } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { type RowChange, loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { endOf } from './end';

/** Columns of a person that decide whether, and by which letters, an account can be used. */
const DECIDING = ['email', 'employed_to'] as const;

/**
 * Why changes of people would reach accounts that are not the actor's to reach; null: they do not. Whoever may change
 * people could else take over the account of somebody who may do more (a new address, then a link for a new password),
 * or end it. And the last owner does not leave.
 */
export async function refuseReachingUp(
  db: Database,
  actor: Actor,
  rows: readonly RowChange[],
): Promise<Failed | null> {
  const deciding = rows.filter(
    ({ table, before, after }) =>
      table === 'person' &&
      before !== null &&
      !(after && DECIDING.every((column) => (before[column] ?? null) === (after[column] ?? null))),
  );
  if (deciding.length === 0) return null;
  // Few may do more than work: they are asked for once, however many people change.
  const accounts = await db
    .selectFrom('user')
    .where('id', 'in', (row) => row.selectFrom('account_grant').select('user_id'))
    .select(['id', 'person_id'])
    .execute();
  const byPerson = new Map(accounts.map((account) => [account.person_id, account]));
  for (const { before, after } of deciding) {
    const account = byPerson.get(String(before!.id));
    if (!account || (await loadGrants(db, account.id)).length === 0) continue;
    const isOwner = checkAccess(actor, 'accounts.grant', null) === null;
    if (!isOwner && account.id !== actor.id)
      return fail(
        'forbidden',
        `${String(before!.name)} may do more here than work: only an owner changes the e-mail address or the last day`,
        'input',
      );
    if ((after === null || after.employed_to !== null) && (await isLastOwner(db, account.id)))
      return fail('last-owner', 'this is the only owner; make somebody else an owner first', 'input');
  }
  return null;
}

/** Whether nobody else could let people in any more: other owners are counted who can sign in. */
export async function isLastOwner(db: Database, account: string): Promise<boolean> {
  const rows = await loadRows(db, 'account_grant', { kind: 'owner' });
  if (!rows.some((row) => row.user_id === account)) return false;
  for (const { user_id: other } of rows) {
    const found = other === account ? null : await findAccount(db, other);
    if (found && !endOf(found)) return false;
  }
  return true;
}
