import Joi from 'joi';
import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { planAsSent } from '@/server/plan/sent-plan';

/** The plan of a site's week. */
export const GET = route(
  {
    name: 'GET plan',
    permission: 'plan.read',
    params: PLAN_ADDRESS,
    query: Joi.object<{ days: number }>({ days: Joi.number().valid(7, 14, 28).default(7) }),
    scope: atSite,
  },
  async ({ db, actor, params: { site, week }, query: { days } }) => {
    const found = await planAsSent(db, actor, site, week, days);
    return found.ok ? new Response(found.json, { headers: { 'content-type': 'application/json' } }) : found;
  },
);
