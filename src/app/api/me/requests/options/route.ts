import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { shiftOptions } from '@/server/requests/options';

/** What could be done with one's own shift: what could be had for it, and who could take it. */
export const GET = route(
  {
    name: 'GET options of a shift',
    permission: 'self',
    query: Joi.object<{ site: string; shift: string }>({ site: ID.required(), shift: ID.required() }),
  },
  ({ db, actor, query: { site, shift } }) => shiftOptions(db, actor, site, shift),
);
