import { type Problem, fail } from '@/core/plan/change';
import type { Actor } from './actor';

/** Everything that can be asked of the server. */
export type Deed =
  'plan.read' | 'plan.change' | 'setup.read' | 'setup.change' | 'people.read' | 'people.change';

const DEEDS: Readonly<Record<Actor['kind'], readonly Deed[]>> = {
  scheduler: ['plan.read', 'plan.change', 'setup.read', 'setup.change', 'people.read', 'people.change'],
};

/** Null when the actor may do this at the site (null: in the whole business); else what to answer. */
export function refuseAccess(
  actor: Actor,
  deed: Deed,
  site: string | null,
): { ok: false; problem: Problem } | null {
  const here = actor.sites === null || (site !== null && actor.sites.includes(site));
  const allowed = DEEDS[actor.kind].includes(deed) && here;
  return allowed ? null : fail('forbidden', `${actor.name} may not do this here`);
}

/** The sites of a list that the actor may see. */
export function visibleSites<T extends { readonly id: string }>(actor: Actor, sites: readonly T[]): T[] {
  return sites.filter((site) => refuseAccess(actor, 'plan.read', site.id) === null);
}
