import { fail } from '@/core/plan/problem';
import { route } from '@/server/access/route';
import { changePlan } from '@/server/plan/commands';
import { CHANGE_REQUEST, PLAN_ADDRESS, atSite } from '@/server/plan/schema';

/** Edits that waited are made by whoever made them, not by whoever is signed in when they can be sent. */
const OF_ANOTHER = fail(
  'signed-out',
  'these edits were made by somebody else who was signed in here; they wait until that is so again',
  'who',
);

/** Changes a site's week: all of the changes or none. */
export const POST = route(
  {
    name: 'POST changes',
    permission: 'plan.edit',
    params: PLAN_ADDRESS,
    scope: atSite,
    body: { json: CHANGE_REQUEST },
  },
  ({ db, actor, params: { site, week }, input }) =>
    input.who === undefined || input.who === actor.id
      ? changePlan(db, actor, site, week, input)
      : Promise.resolve(OF_ANOTHER),
);
