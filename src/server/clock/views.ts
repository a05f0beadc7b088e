import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import type { DeviceView, PinPerson, ToldAlert } from '../site/payload';
import { peopleWithPin } from './pins';

/** The devices of a site that are not ended, by name, without what lets them in. */
export async function deviceViews(db: Database, site: string): Promise<DeviceView[]> {
  const rows = await loadRows(db, 'clock_device', { site_id: site });
  return rows
    .filter(({ ended_at }) => ended_at === null)
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .map((row) => ({
      ...{ id: row.id, name: row.name, groups: JSON.parse(row.people_groups) as string[] },
      ...{ keeper: row.keeper_id, clocksBreaks: row.clocks_breaks !== 0, hoursValid: row.hours_valid },
      activity: row.activity_id,
      ...{ pairedAt: row.paired_at, seenAt: row.seen_at, endsAt: row.ends_at },
    }));
}

/** Who works at a site, by name, and whether they have a PIN. */
export async function pinPeople(db: Database, site: string): Promise<PinPerson[]> {
  const rows = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .select(['id', 'name', 'groups'])
    .where('site_id', '=', site)
    .orderBy('name')
    .execute();
  const having = await peopleWithPin(
    db,
    rows.map(({ id }) => id),
  );
  return rows.map(({ id, name, groups }) => ({
    ...{ id, name, groups: JSON.parse(groups) as string[] },
    hasPin: having.has(id),
  }));
}

/** How many of the alerts that were told are shown. */
const MOST_TOLD = 30;

/** What was told of days at a site by itself, the latest first. */
export async function toldAlerts(db: Database, site: string): Promise<ToldAlert[]> {
  const rows = await db
    .selectFrom('clock_alert')
    .select(['id', 'at', 'message', 'told'])
    .where('site_id', '=', site)
    .orderBy('at', 'desc')
    .limit(MOST_TOLD)
    .execute();
  return rows.map(({ id, at, message, told }) => ({ id, at, message, told: JSON.parse(told) as string[] }));
}
