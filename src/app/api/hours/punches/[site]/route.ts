import Joi from 'joi';
import { formatDate, type Day } from '@/core/time/day';
import { tableResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { punchLines } from '@/server/hours/punch-list';
import { DATE, ID } from '@/server/input';

/** Every time that was clocked in a period, as a list. */
export const GET = route(
  {
    name: 'GET punches',
    permission: 'clock.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    query: Joi.object<{ on?: Day; form: 'csv' | 'xlsx' }>({
      on: DATE,
      form: Joi.valid('csv', 'xlsx').default('csv'),
    }),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site }, query: { on, form } }) => {
    const made = await punchLines(db, actor, site, on ?? null);
    return made.ok ? tableResponse(made.lines, `Times clocked from ${formatDate(made.first)}`, form) : made;
  },
);
