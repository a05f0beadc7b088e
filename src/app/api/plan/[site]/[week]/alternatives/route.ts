import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { alternativesAt } from '@/server/propose/alternatives';

/** The ways that are kept of a week, to be compared. */
export const GET = route(
  { name: 'GET alternatives', permission: 'plan.edit', params: PLAN_ADDRESS, scope: atSite },
  async ({ db, actor, params: { site, week } }) => {
    const found = await alternativesAt(db, actor, site, week);
    return found.ok ? Response.json(found) : found;
  },
);
