import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { stopProposal } from '@/server/propose/run';
import { STOP_REQUEST } from '@/server/propose/schema';

/** Stops looking for a proposal: who waits for it is given what is best so far. */
export const POST = route(
  {
    name: 'POST stop proposal',
    permission: 'plan.edit',
    params: PLAN_ADDRESS,
    scope: atSite,
    body: { json: STOP_REQUEST },
  },
  async ({ db, params: { site, week }, input }) => {
    await stopProposal(db, site, week, input.id);
    return Response.json({ ok: true });
  },
);
