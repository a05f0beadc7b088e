import Joi from 'joi';
import type { Day } from '@/core/time/day';
import { route } from '@/server/access/route';
import { DATE, ID } from '@/server/input';
import { supplyOfProposal } from '@/server/staff/proposals';

/** How proposed availability would change how many could work; who may see that is decided person by person. */
export const GET = route(
  {
    name: 'GET supply of a proposal',
    permission: 'self',
    query: Joi.object<{ proposal: string; since?: Day }>({ proposal: ID.required(), since: DATE }),
  },
  ({ db, actor, query: { proposal, since } }) => supplyOfProposal(db, actor, proposal, since ?? null),
);
