import Joi from 'joi';
import type { Paper } from '@/core/sheets/paper';
import type { Day } from '@/core/time/day';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { DATE, ID } from '@/server/input';
import { PAPER } from '@/server/print/schema';
import type { SheetRequest } from '@/server/print/sheets';
import { inWorker } from '@/server/workers/in-worker';

/** A sheet of a site as a PDF: of all, of one person, or with a page for each. */
export const GET = route(
  {
    name: 'GET print',
    permission: 'plan.read',
    params: Joi.object<{ site: string; date: Day; kind: SheetRequest['kind'] }>({
      site: ID.required(),
      date: DATE.required(),
      kind: Joi.valid('day', 'week', 'month').required(),
    }),
    query: Joi.object<{ paper: Paper; person: string | null; each: boolean }>({
      paper: PAPER,
      person: ID.default(null),
      each: Joi.boolean().default(false),
    }),
    scope: ({ params: { site } }) => ({ sites: [site] }),
  },
  async ({ db, actor, params, query, request }) => {
    const made = await inWorker(db, 'printPdf', { actor, ...params, ...query }, { signal: request.signal });
    return made.ok ? fileResponse(made.bytes as BodyInit, made.name, 'pdf') : made;
  },
);
