import Joi from 'joi';
import { tableResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { todayLines } from '@/server/today/list';

/** Who should be at a site today and who is, as a list. */
export const GET = route(
  {
    name: 'GET list of today',
    permission: 'clock.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    query: Joi.object<{ form: 'csv' | 'xlsx' }>({ form: Joi.valid('csv', 'xlsx').default('csv') }),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site }, query: { form } }) => {
    const made = await todayLines(db, actor, site);
    return made.ok ? tableResponse(made.lines, made.name, form) : made;
  },
);
