import Joi from 'joi';
import { failureProblem, route } from '@/server/access/route';
import { ID, REQUEST_ID } from '@/server/input';
import { lineStream } from '@/server/line-stream';
import { atSite } from '@/server/plan/schema';
import type { StartEvent } from '@/server/week/payload';
import { inWorker } from '@/server/workers/in-worker';

/**
 * Writes weeks, and answers lines of JSON: how far it has come, then the answer. Whoever stops listening stops the
 * work, and nothing of it is kept.
 */
export const POST = route(
  {
    name: 'POST start',
    permission: 'plan.change',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: atSite,
    body: {
      json: Joi.object<{ id: string; input: object }>({
        id: REQUEST_ID.required(),
        input: Joi.object().unknown().required(),
      }).required(),
    },
  },
  async ({ db, actor, params: { site }, input, request }) =>
    lineStream<StartEvent>(request, async (say, signal) => {
      const waiting = { signal, onShare: (share: number) => say({ share }) };
      try {
        const asked = { id: input.id, kind: 'week.start', input: { ...input.input, site } };
        say({ answer: await inWorker(db, 'run', { actor, request: asked }, waiting) });
      } catch (error) {
        say({ answer: { ok: false, problem: failureProblem(error, 'start') } });
      }
    }),
);
