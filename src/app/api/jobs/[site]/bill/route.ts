import Joi from 'joi';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { billFile } from '@/server/jobs/bill';

/** The jobs of a bill as a file, for who sees pay. */
export const GET = route(
  {
    name: 'GET bill',
    permission: 'pay.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    query: Joi.object<{ at: string; form: 'csv' | 'xlsx' }>({
      at: Joi.string().isoDate().raw().required(),
      form: Joi.valid('csv', 'xlsx').default('csv'),
    }),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site }, query }) => {
    const made = await billFile(db, actor, site, query);
    return made.ok ? fileResponse(made.bytes as BodyInit, made.name, query.form) : made;
  },
);
