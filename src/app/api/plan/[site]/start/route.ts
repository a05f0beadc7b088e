import Joi from 'joi';
import type { Watch } from '@/server/commands/command';
import { runCommand } from '@/server/commands/run';
import { failureProblem, route } from '@/server/access/route';
import { ID, REQUEST_ID } from '@/server/input';
import { atSite } from '@/server/plan/input';
import type { StartLine } from '@/server/week/payload';

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
    let gone = false;
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: StartLine) => {
          if (!gone) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        };
        const watch: Watch = {
          async come(share) {
            say({ share });
            // Lets the connection be heard between two writes.
            await new Promise((resolve) => setTimeout(resolve, 0));
            return gone || request.signal.aborted;
          },
        };
        try {
          const asked = { id: input.id, kind: 'week.start', input: { ...input.input, site } };
          say({ answer: await runCommand(db, actor, asked, { preview: false, watch }) });
        } catch (error) {
          say({ answer: { ok: false, problem: failureProblem(error, 'start') } });
        }
        if (!gone) controller.close();
      },
      cancel() {
        gone = true;
      },
    });
    return new Response(stream, { headers: { 'content-type': 'application/x-ndjson' } });
  },
);
