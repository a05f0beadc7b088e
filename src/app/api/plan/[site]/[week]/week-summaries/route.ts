import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { weekSummariesOf } from '@/server/week/queries';

/** Hours, cost and snags of the weeks around one. */
export const GET = route(
  { name: 'GET month', permission: 'plan.read', params: PLAN_ADDRESS, scope: atSite },
  async ({ db, actor, params: { site, week } }) => {
    const found = await weekSummariesOf(db, actor, site, week);
    return found.ok ? Response.json(found.weeks) : found;
  },
);
