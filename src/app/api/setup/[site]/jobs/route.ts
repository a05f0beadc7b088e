import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { fieldSetup } from '@/server/jobs/field-setup';

/** How a site is set up for jobs. */
export const GET = route(
  {
    name: 'GET set-up of jobs',
    permission: 'setup.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const found = await fieldSetup(db, actor, site);
    return found.ok ? { ok: true, ...found.setup } : found;
  },
);
