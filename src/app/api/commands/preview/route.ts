import Joi from 'joi';
import { route } from '@/server/access/route';
import type { CommandRequest } from '@/server/commands/payload';
import { inWorker } from '@/server/workers/in-worker';

/** What a command would do. A request of its own, so that one nobody waits for any more can be given up. */
export const POST = route(
  {
    name: 'POST preview',
    permission: 'of the command',
    // Plan files of large sites are looked at too.
    body: { json: Joi.object<CommandRequest>().unknown().required(), most: 10_000_000 },
  },
  async ({ db, actor, input, request }) => {
    return Response.json(
      await inWorker(db, 'preview', { actor, request: input }, { signal: request.signal }),
    );
  },
);
