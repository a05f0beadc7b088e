import Joi from 'joi';
import { route } from '@/server/access/route';
import { fairnessOfPerson } from '@/server/fairness/queries';
import { ID } from '@/server/input';

/** What somebody carried lately at a site, against their share; null: they do not work there. */
export const GET = route(
  {
    name: 'GET fairness of a person',
    permission: 'people.read',
    query: Joi.object<{ site: string; person: string }>({ site: ID.required(), person: ID.required() }),
    scope: ({ query: { site } }) => ({ sites: [site] }),
  },
  async ({ db, actor, query: { site, person } }) => {
    const found = await fairnessOfPerson(db, actor, site, person);
    return found.ok ? Response.json(found) : found;
  },
);
