import { fail } from '@/core/plan/problem';
import { counted } from '@/core/time/format';
import { type NewRow, loadRows, rowChanges } from '@/data/records/records';
import { command } from '../commands/command';
import {
  CUSTOMER_AT,
  type CustomerDraft,
  PLACE_AT,
  type PlaceDraft,
  SAVE_CUSTOMER,
  SAVE_PLACE,
} from './schema';

const NO_PLACE = fail('unknown', 'there is no such place here', 'input.place');
const NO_CUSTOMER = fail('unknown', 'there is no such customer', 'input.customer');

/** Writes a place where jobs are done, new or anew; a customer that is not known yet is made with it. */
export const savePlace = command<'place.save', { site: string; place: PlaceDraft }>({
  kind: 'place.save',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_PLACE,
  async prepare({ db }, { site, place }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row?.field_work) return fail('unknown', 'this site visits nobody', 'input.site');
    const before = await loadRows(db, 'place', { id: place.id });
    if (before[0] && before[0].site_id !== site) return NO_PLACE;
    if (place.customer !== null && place.newCustomer !== null)
      return fail('input', 'choose a customer, or write a new one', 'input.place.newCustomer');
    if (place.customer !== null && (await loadRows(db, 'customer', { id: place.customer })).length === 0)
      return fail('unknown', 'there is no such customer', 'input.place.customer');
    const known = (await loadRows(db, 'place', { site_id: site })).find(
      (one) => one.id !== place.id && one.name.toLocaleLowerCase() === place.name.toLocaleLowerCase(),
    );
    if (known) return fail('twice', 'there is a place of this name', 'input.place.name');
    const made: NewRow<'customer'>[] =
      place.newCustomer === null
        ? []
        : [{ id: `${place.id}-customer`, name: place.newCustomer, contact: '', note: '' }];
    const after: NewRow<'place'> = {
      ...{ id: place.id, site_id: site, name: place.name, customer_id: made[0]?.id ?? place.customer },
      ...{ address: place.address, zone: place.zone, contact: place.contact, access_note: place.accessNote },
      ...{ latitude: before[0]?.latitude ?? null, longitude: before[0]?.longitude ?? null },
      is_retired: place.isRetired ? 1 : 0,
    };
    return {
      ok: true,
      work: {
        title: `${before[0] ? 'Changed the place' : 'New place'}: ${place.name}`,
        rows: [...rowChanges('customer', [], made), ...rowChanges('place', before, [after])],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], weeks: [], answer: place.id },
      },
    };
  },
});

/** Takes a place away. One at which there are jobs, or that a round visits, is retired instead. */
export const removePlace = command<'place.remove', { site: string; place: string }>({
  kind: 'place.remove',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: PLACE_AT,
  async prepare({ db }, { site, place }) {
    const [before] = await loadRows(db, 'place', { id: place, site_id: site });
    if (!before) return NO_PLACE;
    const jobs = await loadRows(db, 'job', { place_id: place });
    if (jobs.length > 0)
      return fail('used', `there are ${counted(jobs.length, 'job')} there: retire it instead`, 'input.place');
    const round = (await loadRows(db, 'job_round', { site_id: site })).find((one) =>
      (JSON.parse(one.places) as string[]).includes(place),
    );
    if (round) return fail('used', `the round ${round.name} goes there`, 'input.place');
    const [crew] = await loadRows(db, 'crew', { start_place_id: place });
    if (crew) return fail('used', `${crew.name} sets out from there`, 'input.place');
    return {
      ok: true,
      work: {
        title: `Took the place away: ${before.name}`,
        rows: rowChanges('place', [before], []),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], weeks: [] },
      },
    };
  },
});

/** Changes what is known of a customer. */
export const saveCustomer = command<'customer.save', { site: string; customer: CustomerDraft }>({
  kind: 'customer.save',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_CUSTOMER,
  async prepare({ db }, { site, customer }) {
    const before = await loadRows(db, 'customer', { id: customer.id });
    // Customers belong to the business: one of another site's places alone is not this site's to change.
    const [place] = await loadRows(db, 'place', { customer_id: customer.id, site_id: site });
    if (!before[0] || !place) return NO_CUSTOMER;
    return {
      ok: true,
      work: {
        title: `Changed the customer: ${customer.name}`,
        rows: rowChanges('customer', before, [customer]),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], weeks: [] },
      },
    };
  },
});

/** Takes a customer away from whose places nothing is left to do here: its places go with it. One with jobs stays. */
export const removeCustomer = command<'customer.remove', { site: string; customer: string }>({
  kind: 'customer.remove',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: CUSTOMER_AT,
  async prepare({ db }, { site, customer }) {
    const [before] = await loadRows(db, 'customer', { id: customer });
    const places = await loadRows(db, 'place', { customer_id: customer });
    if (!before || !places.some((place) => place.site_id === site)) return NO_CUSTOMER;
    if (places.some((place) => place.site_id !== site))
      return fail('used', 'it has places at another site too', 'input.customer');
    for (const place of places) {
      const jobs = await loadRows(db, 'job', { place_id: place.id });
      if (jobs.length > 0)
        return fail(
          'used',
          `there are jobs at ${place.name}: what was done for a customer stays on record`,
          'input.customer',
        );
    }
    const ids = new Set(places.map(({ id }) => id));
    const round = (await loadRows(db, 'job_round', { site_id: site })).find((one) =>
      (JSON.parse(one.places) as string[]).some((id) => ids.has(id)),
    );
    if (round) return fail('used', `the round ${round.name} goes there`, 'input.customer');
    return {
      ok: true,
      work: {
        title: `Took the customer away: ${before.name}`,
        rows: [...rowChanges('place', places, []), ...rowChanges('customer', [before], [])],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], weeks: [] },
        remarks: [`${counted(places.length, 'place goes', 'places go')} with it.`],
      },
    };
  },
});
