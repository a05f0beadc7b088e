import type { Visit } from '@/core/jobs/types';
import { type Day, formatDate } from '@/core/time/day';
import type { Database } from '../database';
import { amongTexts } from '../records/lines';
import type { RowOf } from '../records/records';
import { visitFromRow } from './field-store';

/** The visits of some days as they are and as crews were told of them, each with its other side wherever that is. */
export interface VisitSides {
  readonly visits: readonly Visit[];
  readonly published: readonly RowOf<'published_visit'>[];
}

/** The visits of a site that begin between two dates, `to` not included, on either side. */
export async function loadVisitSides(db: Database, site: string, from: Day, to: Day): Promise<VisitSides> {
  const within = (table: 'visit' | 'published_visit') =>
    db
      .selectFrom(table)
      .selectAll()
      .where('site_id', '=', site)
      .where('date', '>=', formatDate(from))
      .where('date', '<', formatDate(to))
      .execute();
  const others = (table: 'visit' | 'published_visit', ids: readonly string[]) =>
    db.selectFrom(table).selectAll().where('site_id', '=', site).where('id', 'in', amongTexts(ids)).execute();
  const [visits, published] = [await within('visit'), await within('published_visit')];
  const [known, told] = [visits, published].map((rows) => new Set(rows.map(({ id }) => id)));
  const moved = published.flatMap(({ id }) => (known.has(id) ? [] : [id]));
  const untold = visits.flatMap(({ id }) => (told.has(id) ? [] : [id]));
  return {
    visits: [...visits, ...(await others('visit', moved))].map(visitFromRow),
    published: [...published, ...(await others('published_visit', untold))],
  };
}
