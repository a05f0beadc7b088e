import { type Problem, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import type { Actor, Grant } from './actor';

/** Everything that can be asked of the server by who is signed in. `self`: what concerns only who asks. */
export type Permission =
  | 'self'
  | 'team.read'
  | 'plan.read'
  | 'plan.edit'
  | 'plan.change'
  | 'plan.publish'
  | 'setup.read'
  | 'setup.change'
  | 'people.read'
  | 'people.change'
  | 'pay.read'
  | 'accounts.read'
  | 'accounts.invite'
  | 'accounts.grant'
  | 'sign-ins.read'
  | 'records.export'
  | 'records.erase'
  | 'leave.read'
  | 'leave.decide'
  | 'leave.grant'
  | 'requests.decide'
  | 'clock.read'
  | 'clock.write'
  | 'hours.read'
  | 'hours.approve'
  | 'hours.lock'
  | 'outbox.read'
  | 'outbox.send';

/** The whole work of planning: setting up, people, plans and telling staff. */
const PLANNING: readonly Permission[] = [
  'self',
  'team.read',
  'plan.read',
  'plan.edit',
  'plan.change',
  'plan.publish',
  'setup.read',
  'setup.change',
  'people.read',
  'people.change',
  'accounts.read',
  'accounts.invite',
  'leave.read',
  'leave.decide',
  'leave.grant',
  'requests.decide',
  'clock.read',
  'clock.write',
  'hours.read',
  'hours.approve',
  'outbox.read',
  'outbox.send',
];

/**
 * What each kind of grant permits where it holds. A lead edits in the roles of the own area alone; `pay.read` comes
 * besides with every grant that sees pay.
 */
export const PERMITTED: Readonly<Record<Grant['kind'], readonly Permission[]>> = {
  owner: [
    ...PLANNING,
    'hours.lock',
    'pay.read',
    'accounts.grant',
    'sign-ins.read',
    'records.export',
    'records.erase',
  ],
  scheduler: PLANNING,
  lead: ['self', 'team.read', 'plan.read', 'plan.edit', 'requests.decide', 'clock.read', 'clock.write'],
  payroll: ['self', 'people.read', 'pay.read', 'leave.read', 'clock.read', 'hours.read', 'hours.lock'],
  staff: ['self', 'team.read'],
};

/** What a request is about. Nothing in it: the whole business. */
export interface Scope {
  readonly sites?: readonly string[];
  /** People at whatever sites they work. */
  readonly people?: readonly string[];
  /** People whose leave or hours it is about: at their home site, or by whoever is their manager. */
  readonly leaveOf?: readonly string[];
}

/** What being somebody's manager permits, of that person. */
const MANAGING: readonly Permission[] = ['leave.read', 'leave.decide', 'hours.read', 'hours.approve'];

type Refusal = { readonly ok: false; readonly problem: Problem };

/** The whole business. */
export const BUSINESS: Scope = {};

/** Null when the actor may do this at the site (null: in the whole business); else what to answer. */
export function checkAccess(actor: Actor, permission: Permission, site: string | null): Refusal | null {
  const allowed =
    permission === 'self' ||
    actor.grants.some((grant) => permits(grant, permission) && (grant.site === null || grant.site === site));
  return allowed ? null : fail('forbidden', `${actor.name} may not do this here`);
}

function permits(grant: Grant, permission: Permission): boolean {
  return PERMITTED[grant.kind].includes(permission) || (permission === 'pay.read' && grant.seesPay);
}

/** Whether the business is the actor's: nobody else may decide what is theirs. */
export function isOwner({ grants }: Actor): boolean {
  return grants.some(({ kind }) => kind === 'owner');
}

/** Null when the actor may do this at one site at least; else what to answer. */
export function checkSomewhere(actor: Actor, permission: Permission): Refusal | null {
  return permission === 'self' || actor.grants.some((grant) => permits(grant, permission))
    ? null
    : fail('forbidden', `${actor.name} may not do this`);
}

/** The areas in whose roles alone the actor edits the plan of a site; null: in all. */
export function areasOf(actor: Actor, site: string): ReadonlySet<string> | null {
  if (checkAccess(actor, 'plan.change', site) === null) return null;
  const leads = actor.grants.filter((grant) => grant.kind === 'lead' && grant.site === site);
  return new Set(leads.flatMap(({ area }) => (area === null ? [] : [area])));
}

/** Null when the actor may do this everywhere in a scope. Reads nothing but where people work. */
export async function checkScope(
  db: Database,
  actor: Actor,
  permission: Permission,
  { sites = [], people = [], leaveOf }: Scope,
): Promise<Refusal | null> {
  const all = new Set<string | null>(sites);
  for (const site of await sitesOf(db, people)) all.add(site);
  for (const who of (await homesOf(db, leaveOf ?? [])).values())
    if (!manages(actor, permission, who)) all.add(who.home);
  // Of people whose manager asks there may be no site left to look at.
  if (leaveOf && leaveOf.length > 0 && all.size === 0) return null;
  if (all.size === 0) all.add(null);
  for (const site of all) {
    const refused = checkAccess(actor, permission, site);
    if (refused) return refused;
  }
  return null;
}

/** Null when the actor may do this with the leave or the hours of somebody whose home and manager are known. */
export function checkLeaveOf(actor: Actor, permission: Permission, who: Home): Refusal | null {
  return manages(actor, permission, who) ? null : checkAccess(actor, permission, who.home);
}

function manages({ person }: Actor, permission: Permission, { manager }: Home): boolean {
  return MANAGING.includes(permission) && person !== null && manager === person;
}

/** Where somebody is at home, null: in the business alone; and who manages them. */
export interface Home {
  readonly home: string | null;
  readonly manager: string | null;
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

/** The home site and the manager of people, by id; who works nowhere belongs to the whole business. */
export async function homesOf(db: Database, people: readonly string[]): Promise<Map<string, Home>> {
  const homes = new Map<string, Home>();
  // Of nobody there is nothing that anybody may see.
  for (const person of people) homes.set(person, { home: null, manager: null });
  for (let i = 0; i < people.length; i += 500) {
    const rows = await db
      .selectFrom('person')
      .leftJoin('person_site', 'person_site.person_id', 'person.id')
      .leftJoin('site', 'site.id', 'person_site.site_id')
      .select(['person.id', 'person.home_site_id', 'person.manager_id', 'person_site.site_id'])
      .where('person.id', 'in', people.slice(i, i + 500))
      .orderBy('site.position')
      .execute();
    for (const { id, home_site_id, manager_id, site_id } of rows) {
      if (homes.get(id)?.home === null) homes.set(id, { home: home_site_id ?? site_id, manager: manager_id });
    }
  }
  return homes;
}

/** The sites at which people are at home whose manager the actor is. */
export async function managedSites(db: Database, { person }: Pick<Actor, 'person'>): Promise<Set<string>> {
  if (person === null) return new Set();
  const managed = await db.selectFrom('person').select('id').where('manager_id', '=', person).execute();
  const homes = await homesOf(
    db,
    managed.map(({ id }) => id),
  );
  return new Set([...homes.values()].flatMap(({ home }) => home ?? []));
}

/** Whether the actor may do this in the whole business. */
export function isPermittedEverywhere(actor: Actor, permission: Permission): boolean {
  return checkAccess(actor, permission, null) === null;
}

/** The sites of a list at which the actor may do something. */
export function visibleSites<T extends { readonly id: string }>(
  actor: Actor,
  sites: readonly T[],
  permission: Permission = 'plan.read',
): T[] {
  return sites.filter((site) => checkAccess(actor, permission, site.id) === null);
}
