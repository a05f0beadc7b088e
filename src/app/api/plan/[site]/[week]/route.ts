import Joi from 'joi';
import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { planAsSent } from '@/server/plan/sent-plan';

/** The plan of a site's week; nothing where it is as it was when it was last sent. */
export const GET = route(
  {
    name: 'GET plan',
    permission: 'plan.read',
    params: PLAN_ADDRESS,
    query: Joi.object<{ days: number }>({ days: Joi.number().valid(7, 14, 28).default(7) }),
    scope: atSite,
  },
  async ({ db, actor, params: { site, week }, query: { days }, request }) => {
    const found = await planAsSent(db, actor, site, week, days);
    if (!found.ok) return found;
    // Not an ETag: the page remembers it, so that nothing is kept by the browser.
    return request.headers.get('vicenda-seen') === found.tag
      ? new Response(null, { status: 204 })
      : new Response(found.json, {
          headers: { 'vicenda-tag': found.tag, 'content-type': 'application/json' },
        });
  },
);
