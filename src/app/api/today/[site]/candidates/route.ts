import Joi from 'joi';
import { route } from '@/server/access/route';
import { callCandidates } from '@/server/calls/queries';
import { ID } from '@/server/input';

/** Who could be asked to take a shift of a site. */
export const GET = route(
  {
    name: 'GET who could be asked',
    permission: 'requests.decide',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    query: Joi.object<{ shift: string; since: number | null }>({
      shift: ID.required(),
      since: Joi.number().integer().min(0).max(2880).default(null),
    }),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  ({ db, actor, params: { site }, query: { shift, since } }) => callCandidates(db, actor, site, shift, since),
);
