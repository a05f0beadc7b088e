import { loadAccountNames } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { BEFORE_ACCOUNTS } from './actor';

/** Names of those who did something that is kept in a log. */
export async function actorNames(db: Database, ids: readonly string[]): Promise<(id: string) => string> {
  const names = await loadAccountNames(db, ids);
  return (id) => names.get(id) ?? (id === BEFORE_ACCOUNTS.id ? BEFORE_ACCOUNTS.name : id);
}
