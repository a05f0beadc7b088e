import Joi from 'joi';
import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { requestsInPlan } from '@/server/requests/in-plan';

/** What is asked for about the shifts of a plan, for who decides it; for others there is nothing. */
export const GET = route(
  {
    name: 'GET requests of a plan',
    permission: 'plan.read',
    params: PLAN_ADDRESS,
    query: Joi.object<{ days: number }>({ days: Joi.number().valid(7, 14, 28).default(7) }),
    scope: atSite,
  },
  async ({ db, actor, params: { site, week }, query: { days } }) =>
    Response.json({ requests: await requestsInPlan(db, actor, site, week, days) }),
);
