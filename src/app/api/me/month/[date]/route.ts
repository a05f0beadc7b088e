import Joi from 'joi';
import type { Paper } from '@/core/sheets/paper';
import type { Day } from '@/core/time/day';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { DATE } from '@/server/input';
import { PAPER } from '@/server/print/schema';
import { inWorker } from '@/server/workers/in-worker';

/** One's own month as a PDF. */
export const GET = route(
  {
    name: 'GET own month',
    permission: 'self',
    params: Joi.object<{ date: Day }>({ date: DATE.required() }),
    query: Joi.object<{ paper: Paper }>({
      paper: PAPER,
    }),
  },
  async ({ db, actor, params, query, request }) => {
    const input = { actor, ...params, ...query };
    const made = await inWorker(db, 'printOwnMonth', input, { signal: request.signal });
    return made.ok ? fileResponse(made.bytes as BodyInit, made.name, 'pdf') : made;
  },
);
