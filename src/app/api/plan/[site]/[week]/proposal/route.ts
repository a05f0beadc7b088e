import { failureProblem, route } from '@/server/access/route';
import { lineStream } from '@/server/line-stream';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import type { ProposalEvent } from '@/server/propose/payload';
import { findProposal } from '@/server/propose/run';
import { PROPOSAL_REQUEST } from '@/server/propose/schema';

/** Looks for a proposal, and answers lines of JSON: how far it has come, then what was found. Nothing is written. */
export const POST = route(
  {
    name: 'POST proposal',
    permission: 'plan.edit',
    params: PLAN_ADDRESS,
    scope: atSite,
    body: { json: PROPOSAL_REQUEST, most: 4_000_000 },
  },
  async ({ db, actor, params: { site, week }, input, request }) =>
    lineStream<ProposalEvent>(request, async (say, signal) => {
      const listening = { signal, onProgress: (progress: object) => say({ progress } as ProposalEvent) };
      try {
        const found = await findProposal(db, actor, site, week, input, listening);
        say(found.ok ? { found: found.found } : { problem: found.problem });
      } catch (error) {
        say({ problem: failureProblem(error, 'propose') });
      }
    }),
);
