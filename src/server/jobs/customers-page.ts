import { groupedBy } from '@/core/grouped';
import type { Result } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { fieldSite } from './ground';
import type { CustomerDraft, PlaceDraft } from './schema';

/** A place with its jobs so far. */
export interface PlaceLine extends Omit<PlaceDraft, 'newCustomer'> {
  readonly open: number;
  readonly done: number;
}

/** Customers of a site and their places. */
export interface CustomersPage {
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly customers: readonly CustomerDraft[];
  readonly places: readonly PlaceLine[];
  readonly canChange: boolean;
}

/** Customers and places of a site, for who may see its plan. */
export async function customersAt(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ page: CustomersPage }>> {
  const found = await fieldSite(db, actor, site);
  if (!found.ok) return found;
  const { asOf, line } = found.at;
  const places = await loadRows(db, 'place', { site_id: site });
  const ids = new Set(places.map(({ customer_id }) => customer_id));
  const customers = (await loadRows(db, 'customer', {})).filter(({ id }) => ids.has(id));
  const counts = await db
    .selectFrom('job')
    .select(({ fn }) => ['place_id', 'progress', fn.countAll<number>().as('count')])
    .where('site_id', '=', site)
    .groupBy(['place_id', 'progress'])
    .execute();
  const byPlace = groupedBy(counts, ({ place_id }) => place_id ?? '');
  return {
    ok: true,
    page: {
      ...{ asOf, site, siteName: line.name },
      customers: customers.sort((a, b) => a.name.localeCompare(b.name)),
      places: places
        .map((place): PlaceLine => {
          const its = byPlace.get(place.id) ?? [];
          const sum = (isDone: boolean) =>
            its
              .filter(({ progress }) => (progress === 'done') === isDone)
              .reduce((all, { count }) => all + Number(count), 0);
          return {
            ...{ id: place.id, name: place.name, customer: place.customer_id, address: place.address },
            ...{ zone: place.zone, contact: place.contact, accessNote: place.access_note },
            ...{ isRetired: place.is_retired !== 0, open: sum(false), done: sum(true) },
          };
        })
        .sort((a, b) => a.name.localeCompare(b.name)),
      canChange: checkAccess(actor, 'plan.change', site) === null,
    },
  };
}
