import Joi from 'joi';
import { route } from '@/server/access/route';
import { activitiesSetup } from '@/server/clock/activity-hours';
import { ID } from '@/server/input';

/** What is worked at besides roles, and how much of each budget is used. */
export const GET = route(
  {
    name: 'GET activities',
    permission: 'setup.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await activitiesSetup(db, actor, site);
    return found.ok ? { ok: true, ...found.setup } : found;
  },
);
