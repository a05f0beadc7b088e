import type { ShiftNames } from '@/core/plan/change-text';
import type { Database } from '@/data/database';

/** The names that sentences about the shifts of a site say. */
export async function shiftNames(db: Database, site: string): Promise<ShiftNames> {
  const stored = await db.selectFrom('site').select('hour_format').where('id', '=', site).executeTakeFirst();
  const people = await db.selectFrom('person').select(['id', 'name']).execute();
  const roles = await db.selectFrom('role').select(['id', 'name']).execute();
  const named = (rows: readonly { id: string; name: string }[]) =>
    new Map(rows.map(({ id, name }) => [id, name]));
  return {
    people: named(people),
    roles: named(roles),
    hourFormat: stored?.hour_format === '12' ? '12' : '24',
  };
}
