import type { Selectable } from 'kysely';
import type { Database } from '../database';
import type { Schema } from '../schema';

/** What a site is set up with, as it is stored. Of `site`, `role` and `holiday` all rows, also those of other sites. */
export type SiteRows = {
  readonly [
    T in
      | 'site'
      | 'site_hours'
      | 'site_date'
      | 'site_budget'
      | 'role'
      | 'site_role'
      | 'holiday'
      | 'need_set'
      | 'need_date'
      | 'need'
      | 'leave_limit'
      | 'area'
  ]: readonly Selectable<Schema[T]>[];
};

/** Reads what a site is set up with; `needs`: what it asks for too, else nothing of that is read. */
export async function loadSiteRows(db: Database, site: string, needs = true): Promise<SiteRows> {
  const asked = {
    holiday: await db.selectFrom('holiday').selectAll().execute(),
    need_set: await db.selectFrom('need_set').selectAll().where('site_id', '=', site).execute(),
    need_date: await db.selectFrom('need_date').selectAll().where('site_id', '=', site).execute(),
    need: needs
      ? await db
          .selectFrom('need')
          .innerJoin('need_set', 'need_set.id', 'need.set_id')
          .where('need_set.site_id', '=', site)
          .selectAll('need')
          .execute()
      : [],
  };
  return {
    site: await db.selectFrom('site').selectAll().execute(),
    site_hours: await db.selectFrom('site_hours').selectAll().where('site_id', '=', site).execute(),
    site_date: await db.selectFrom('site_date').selectAll().where('site_id', '=', site).execute(),
    site_budget: await db.selectFrom('site_budget').selectAll().where('site_id', '=', site).execute(),
    role: await db.selectFrom('role').selectAll().execute(),
    site_role: await db.selectFrom('site_role').selectAll().where('site_id', '=', site).execute(),
    leave_limit: await db
      .selectFrom('leave_limit')
      .selectAll()
      .where('site_id', '=', site)
      .orderBy('position')
      .execute(),
    area: await db.selectFrom('area').selectAll().where('site_id', '=', site).execute(),
    ...asked,
  };
}
