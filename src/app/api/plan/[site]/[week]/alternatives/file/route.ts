import Joi from 'joi';
import { fail } from '@/core/plan/problem';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { alternativeFiles } from '@/server/propose/alternatives';

/** What an alternative that was proposed is checked again with: it itself, or the plan that it is for. */
export const GET = route(
  {
    name: 'GET file of an alternative',
    permission: 'plan.edit',
    params: PLAN_ADDRESS,
    scope: atSite,
    query: Joi.object<{ id: string; part: 'proposal' | 'plan' }>({
      id: ID.required(),
      part: Joi.valid('proposal', 'plan').required(),
    }),
  },
  async ({ db, actor, params: { site }, query: { id, part } }) => {
    const found = await alternativeFiles(db, actor, site, id);
    if (!found.ok) return found;
    if (!found.files) return fail('unknown', 'it is not kept any more, or was not proposed', 'id');
    return fileResponse(JSON.stringify(found.files[part], null, 1), `${part}.json`, 'json');
  },
);
