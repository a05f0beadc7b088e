import type { Actor } from './actor';
import type { Database } from '@/data/database';
import { type Permission, checkAccess, checkSomewhere, managedSites } from './permissions';

/** An area of the work that has a place in the bar over every page. */
export type FrameArea = 'setup' | 'people' | 'plan' | 'requests' | 'jobs' | 'today' | 'hours';

/** Who looks at a page, as its bar shows them. */
export interface ActorFrame {
  /** Of the account. */
  readonly id: string;
  readonly name: string;
  /** Whether they work here, and so have shifts of their own. */
  readonly isPerson: boolean;
  /** Whether they see who can sign in. */
  readonly seesAccounts: boolean;
  /** Whether they see what is sent to people. */
  readonly seesOutbox: boolean;
}

/** A site that the actor may do something at, with the areas in which. */
export interface FramedSite {
  readonly id: string;
  readonly name: string;
  readonly areas: readonly FrameArea[];
}

const AREAS: readonly (readonly [FrameArea, Permission])[] = [
  ['setup', 'setup.read'],
  ['people', 'people.read'],
  ['plan', 'plan.read'],
  ['jobs', 'plan.read'],
  ['requests', 'leave.read'],
  ['today', 'clock.read'],
  ['hours', 'hours.read'],
];

/** What the bar over a page shows of who looks at it. */
export function actorFrame(actor: Actor): ActorFrame {
  return {
    id: actor.id,
    name: actor.name,
    isPerson: actor.person !== null,
    seesAccounts: checkSomewhere(actor, 'accounts.read') === null,
    seesOutbox: checkSomewhere(actor, 'outbox.read') === null,
  };
}

/**
 * The sites of a list at which the actor has some work, with the areas they may use there.
 *
 * @param managed sites where somebody is at home whose manager the actor is, and decides about leave
 * @param without areas that sites do without, by their id
 */
function framedSites(
  actor: Actor,
  sites: readonly { readonly id: string; readonly name: string }[],
  managed: ReadonlySet<string>,
  without: ReadonlyMap<string, readonly FrameArea[]>,
): FramedSite[] {
  return sites.flatMap(({ id, name }) => {
    const areas = AREAS.filter(
      ([area, permission]) =>
        !without.get(id)?.includes(area) &&
        (checkAccess(actor, permission, id) === null ||
          (area === 'hours' && managed.has(id)) ||
          (area === 'requests' && (managed.has(id) || checkAccess(actor, 'requests.decide', id) === null))),
    );
    return areas.length === 0 ? [] : [{ id, name, areas: areas.map(([area]) => area) }];
  });
}

/** The same of the sites as they stand in the data: without areas of what a site does not use. */
export async function loadFramedSites(
  db: Database,
  actor: Actor,
  sites: readonly { readonly id: string; readonly name: string }[],
): Promise<FramedSite[]> {
  const rows = await db.selectFrom('site').select(['id', 'capabilities_off', 'field_work']).execute();
  const managed = await managedSites(db, actor);
  const without = new Map(
    rows.map(({ id, capabilities_off: off, field_work }): [string, FrameArea[]] => [
      id,
      [
        ...withoutAreas(actor, id, JSON.parse(off) as string[], managed),
        ...(field_work === null ? (['jobs'] as const) : []),
      ],
    ]),
  );
  return framedSites(actor, sites, managed, without);
}

/** The areas in which somebody would find nothing at a site, by what it does without. */
function withoutAreas(
  actor: Actor,
  site: string,
  off: readonly string[],
  managed: ReadonlySet<string>,
): FrameArea[] {
  const areas: FrameArea[] = isWithoutRequests(actor, site, off, managed) ? ['requests'] : [];
  if (off.includes('clock')) areas.push('today');
  if (off.includes('hours')) areas.push('hours');
  return areas;
}

/** Whether somebody would find nothing in the requests of a site, as it does without what they see there. */
function isWithoutRequests(
  actor: Actor,
  site: string,
  off: readonly string[],
  managed: ReadonlySet<string>,
): boolean {
  const seesLeave = checkAccess(actor, 'leave.read', site) === null || managed.has(site);
  const seesShifts = checkAccess(actor, 'requests.decide', site) === null;
  return !(seesLeave && !off.includes('leave')) && !(seesShifts && !off.includes('requests'));
}
