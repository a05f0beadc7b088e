import { type Problem, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import type { Actor, Grant } from './actor';

/** Everything that can be asked of the server. */
export type Permission =
  | 'plan.read'
  | 'plan.change'
  | 'plan.publish'
  | 'setup.read'
  | 'setup.change'
  | 'people.read'
  | 'people.change';

/** The whole work of planning: setting up, people, plans and telling staff. */
const PLANNING: readonly Permission[] = [
  'plan.read',
  'plan.change',
  'plan.publish',
  'setup.read',
  'setup.change',
  'people.read',
  'people.change',
];

/** What each kind of grant permits where it holds. */
const PERMITTED: Readonly<Record<Grant['kind'], readonly Permission[]>> = {
  owner: PLANNING,
  scheduler: PLANNING,
};

/** What a request is about. Nothing in it: the whole business. */
export interface Scope {
  readonly sites?: readonly string[];
  /** People at whatever sites they work. */
  readonly people?: readonly string[];
}

type Refusal = { readonly ok: false; readonly problem: Problem };

/** The whole business. */
export const BUSINESS: Scope = {};

/** Null when the actor may do this at the site (null: in the whole business); else what to answer. */
export function checkAccess(actor: Actor, permission: Permission, site: string | null): Refusal | null {
  const allowed = actor.grants.some(
    (grant) => PERMITTED[grant.kind].includes(permission) && (grant.site === null || grant.site === site),
  );
  return allowed ? null : fail('forbidden', `${actor.name} may not do this here`);
}

/** Null when the actor may do this everywhere in a scope. Reads nothing but where people work. */
export async function checkScope(
  db: Database,
  actor: Actor,
  permission: Permission,
  { sites = [], people = [] }: Scope,
): Promise<Refusal | null> {
  const all = new Set<string | null>(sites);
  for (const site of await sitesOf(db, people)) all.add(site);
  if (all.size === 0) all.add(null);
  for (const site of all) {
    const refused = checkAccess(actor, permission, site);
    if (refused) return refused;
  }
  return null;
}

/** Where people work; who works nowhere belongs to the whole business. */
async function sitesOf(db: Database, people: readonly string[]): Promise<Set<string | null>> {
  const sites = new Set<string | null>();
  const placed = new Set<string>();
  for (let i = 0; i < people.length; i += 500) {
    const rows = await db
      .selectFrom('person_site')
      .select(['person_id', 'site_id'])
      .where('person_id', 'in', people.slice(i, i + 500))
      .execute();
    for (const row of rows) {
      sites.add(row.site_id);
      placed.add(row.person_id);
    }
  }
  if (people.some((person) => !placed.has(person))) sites.add(null);
  return sites;
}

/** Whether the actor may do this in the whole business. */
export function isPermittedEverywhere(actor: Actor, permission: Permission): boolean {
  return checkAccess(actor, permission, null) === null;
}

/** The sites of a list that the actor may see. */
export function visibleSites<T extends { readonly id: string }>(actor: Actor, sites: readonly T[]): T[] {
  return sites.filter((site) => checkAccess(actor, 'plan.read', site.id) === null);
}
