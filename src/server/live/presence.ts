import { loadAccountNames } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import type { Here } from './payload';

/** How long somebody is here without having said so again, in milliseconds. */
export const HERE_MS = 45_000;

/** Says which week a tab has open, or (`week` null) none any more. By the clock of the machine. */
export async function sayHere(
  db: Database,
  actor: Actor,
  { tab, site, week }: { readonly tab: string; readonly site: string; readonly week: string | null },
  at = Date.now(),
): Promise<void> {
  const old = new Date(at - HERE_MS).toISOString();
  await db
    .deleteFrom('presence')
    .where((row) =>
      row.or([row('at', '<=', old), row.and([row('tab', '=', tab), row('user_id', '=', actor.id)])]),
    )
    .execute();
  if (week === null) return;
  await db
    .insertInto('presence')
    .values({ tab, user_id: actor.id, site_id: site, week, at: new Date(at).toISOString() })
    .onConflict((row) => row.column('tab').doNothing())
    .execute();
}

/** Everybody who has a week open just now, in the order of their names. */
export async function whoIsHere(db: Database, at = Date.now()): Promise<Here[]> {
  const rows = await db
    .selectFrom('presence')
    .selectAll()
    .where('at', '>', new Date(at - HERE_MS).toISOString())
    .execute();
  const names = await loadAccountNames(
    db,
    rows.map((row) => row.user_id),
  );
  return rows
    .map((row) => ({
      tab: row.tab,
      name: names.get(row.user_id) ?? 'somebody',
      site: row.site_id,
      week: row.week,
    }))
    .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.tab < b.tab ? -1 : 1));
}
