import Joi from 'joi';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { kindSharesBefore } from '@/server/fairness/kind-shares';
import { requestInFull } from '@/server/requests/in-plan';

/** One request about shifts with what deciding it would do. */
export const GET = route(
  {
    name: 'GET request',
    permission: 'requests.decide',
    params: Joi.object<{ site: string; id: string }>({ site: ID.required(), id: ID.required() }),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  ({ db, actor, params: { site, id } }) => requestInFull(db, actor, site, id, kindSharesBefore),
);
