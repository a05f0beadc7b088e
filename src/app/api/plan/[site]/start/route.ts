import Joi from 'joi';
import { failureProblem, route } from '@/server/access/route';
import { ID, REQUEST_ID } from '@/server/input';
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
  async ({ db, actor, params: { site }, input, request }) => {
    const encoder = new TextEncoder();
    const stop = new AbortController();
    request.signal.addEventListener('abort', () => stop.abort());
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: StartEvent) => {
          if (!stop.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        };
        const waiting = { signal: stop.signal, onShare: (share: number) => say({ share }) };
        try {
          const asked = { id: input.id, kind: 'week.start', input: { ...input.input, site } };
          say({ answer: await inWorker(db, 'run', { actor, request: asked }, waiting) });
        } catch (error) {
          say({ answer: { ok: false, problem: failureProblem(error, 'start') } });
        }
        if (!stop.signal.aborted) controller.close();
      },
      cancel() {
        stop.abort();
      },
    });
    return new Response(stream, { headers: { 'content-type': 'application/x-ndjson' } });
  },
);
