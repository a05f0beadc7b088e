import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';

/** Jobs as they are called outside their site: by place and title. Those that are not there any more are left out. */
export async function jobNames(db: Database, ids: Iterable<string>): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom('job')
    .leftJoin('place', 'place.id', 'job.place_id')
    .select(['job.id', 'job.title', 'place.name'])
    .where('job.id', 'in', amongTexts([...new Set(ids)]))
    .execute();
  return new Map(rows.map(({ id, title, name }) => [id, name === null ? title : `${name}: ${title}`]));
}
