import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { coverFor } from '@/server/leave/cover';

/** Who could cover a shift of somebody who will be away. */
export const GET = route(
  {
    name: 'GET cover for leave',
    permission: 'plan.read',
    query: Joi.object<{ site: string; shift: string }>({ site: ID.required(), shift: ID.required() }),
    scope: ({ query: { site } }) => ({ sites: [site] }),
  },
  ({ db, actor, query }) => coverFor(db, actor, query.site, query.shift),
);
