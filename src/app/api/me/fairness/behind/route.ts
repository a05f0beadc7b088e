import Joi from 'joi';
import { route } from '@/server/access/route';
import { ownBehind } from '@/server/fairness/queries';
import { ID } from '@/server/input';

/** What a figure of what one carried counts; null: it counts no shifts. */
export const GET = route(
  {
    name: 'GET what an own fairness figure counts',
    permission: 'self',
    query: Joi.object<{ site: string; key: string }>({ site: ID.required(), key: ID.required() }),
  },
  async ({ db, actor, query }) => {
    const found = await ownBehind(db, actor, query);
    return found.ok ? Response.json(found) : found;
  },
);
