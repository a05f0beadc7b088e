import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { ledgerOf } from '@/server/leave/queries';

/** The entries of a balance: one's own, or of somebody whose leave one may see. */
export const GET = route(
  {
    name: 'GET ledger',
    permission: 'self',
    query: Joi.object<{ person: string; type: string }>({ person: ID.required(), type: ID.required() }),
  },
  ({ db, actor, query }) => ledgerOf(db, actor, query.person, query.type),
);
