import type { Database } from '../database';
import { amongTexts } from '../records/lines';

/** The names of people, by id; who is not there is left out. */
export async function namesOfPeople(db: Database, ids: readonly string[]): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name'])
    .where('id', 'in', amongTexts([...new Set(ids)]))
    .execute();
  return new Map(rows.map(({ id, name }) => [id, name]));
}
