import { route } from '@/server/access/route';
import { changePlan } from '@/server/plan/commands';
import { CHANGE_REQUEST, PLAN_ADDRESS, atSite } from '@/server/plan/schema';

/** Changes a site's week: all of the changes or none. */
export const POST = route(
  {
    name: 'POST changes',
    permission: 'plan.edit',
    params: PLAN_ADDRESS,
    scope: atSite,
    body: { json: CHANGE_REQUEST },
  },
  ({ db, actor, params: { site, week }, input }) => changePlan(db, actor, site, week, input),
);
