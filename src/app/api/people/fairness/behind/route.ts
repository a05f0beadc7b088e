import Joi from 'joi';
import { route } from '@/server/access/route';
import { behindOfPerson } from '@/server/fairness/queries';
import { ID } from '@/server/input';

/** What a figure of what somebody carried counts; null: it counts no shifts. */
export const GET = route(
  {
    name: 'GET what a fairness figure counts',
    permission: 'people.read',
    query: Joi.object<{ site: string; person: string; key: string }>({
      site: ID.required(),
      person: ID.required(),
      key: ID.required(),
    }),
    scope: ({ query: { site } }) => ({ sites: [site] }),
  },
  async ({ db, actor, query }) => {
    const found = await behindOfPerson(db, actor, query);
    return found.ok ? Response.json(found) : found;
  },
);
