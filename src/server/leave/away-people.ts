import { groupedBy } from '@/core/grouped';
import type { AwayPerson } from '@/core/leave/away-limits';
import { type Day, formatDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { homesOf } from '../access/permissions';

/** Names of roles and areas, by id. */
export async function limitNames(db: Database): Promise<Map<string, string>> {
  const [roles, areas] = [
    await db.selectFrom('role').select(['id', 'name']).execute(),
    await db.selectFrom('area').select(['id', 'name']).execute(),
  ];
  return new Map([...roles, ...areas].map(({ id, name }) => [id, name]));
}

/** Somebody who may be away, with the request that each leave came from. */
export interface AwayThere extends AwayPerson {
  readonly away: readonly (Span & { readonly request: string | null })[];
}

/** Everybody at home at a site, with their roles and areas there and their leave in some days, waiting or approved. */
export async function awayPeople(db: Database, site: string, from: Day, to: Day): Promise<AwayThere[]> {
  const works = await db.selectFrom('person_site').select('person_id').where('site_id', '=', site).execute();
  const homes = await homesOf(
    db,
    works.map(({ person_id: id }) => id),
  );
  const ids = [...homes].flatMap(([id, { home }]) => (home === site ? [id] : []));
  const held = await db
    .selectFrom('person_role')
    .innerJoin('person_site', 'person_site.person_id', 'person_role.person_id')
    .leftJoin('site_role', (join) =>
      join.onRef('site_role.role_id', '=', 'person_role.role_id').on('site_role.site_id', '=', site),
    )
    .select(['person_role.person_id', 'person_role.role_id', 'site_role.area_id'])
    .where('person_site.site_id', '=', site)
    .execute();
  const leave = await db
    .selectFrom('leave')
    .select(['person_id', 'from_at', 'to_at', 'request_id'])
    .where('state', 'in', ['waiting', 'approved'])
    .where('to_at', '>', `${formatDate(from)}T00:00`)
    .where('from_at', '<', `${formatDate(to)}T00:00`)
    .execute();
  const roles = new Map<string, string[]>();
  const areas = new Map<string, string[]>();
  for (const { person_id, role_id, area_id } of held) {
    roles.set(person_id, [...(roles.get(person_id) ?? []), role_id]);
    if (area_id !== null) areas.set(person_id, [...(areas.get(person_id) ?? []), area_id]);
  }
  const away = groupedBy(leave, ({ person_id: person }) => person);
  return ids.map((id) => ({
    person: id,
    roles: roles.get(id) ?? [],
    areas: areas.get(id) ?? [],
    away: (away.get(id) ?? []).map(({ from_at, to_at, request_id: request }) => ({
      ...{ from: parseMoment(from_at), to: parseMoment(to_at), request },
    })),
  }));
}
