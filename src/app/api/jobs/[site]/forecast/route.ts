import Joi from 'joi';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { forecastFile } from '@/server/jobs/bill';

/** Work by week that is done, planned and not planned yet, as a file. */
export const GET = route(
  {
    name: 'GET forecast of jobs',
    permission: 'plan.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site } }) => {
    const made = await forecastFile(db, actor, site);
    return made.ok ? fileResponse(made.text, made.name, 'csv') : made;
  },
);
