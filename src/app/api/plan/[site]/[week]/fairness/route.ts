import { route } from '@/server/access/route';
import { fairnessAt } from '@/server/fairness/queries';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';

/** Who carried what at a site over the last weeks and those that are planned. */
export const GET = route(
  { name: 'GET fairness', permission: 'plan.read', params: PLAN_ADDRESS, scope: atSite },
  async ({ db, actor, params: { site } }) => {
    const found = await fairnessAt(db, actor, site);
    return found.ok ? Response.json(found.fairness) : found;
  },
);
