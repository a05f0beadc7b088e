import Joi from 'joi';
import { route } from '@/server/access/route';
import { readPunchFile } from '@/server/clock/import';
import { MOST_BYTES } from '@/server/import/upload';
import { FILE_TYPES } from '@/server/import/upload-answer';
import { ID } from '@/server/input';

/** Reads a file of another clock, and answers its rows; nothing is taken yet. */
export const POST = route(
  {
    name: 'POST clock import',
    permission: 'clock.write',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    scope: ({ params }) => ({ sites: [params.site] }),
    body: { bytes: true, most: MOST_BYTES, types: FILE_TYPES },
  },
  ({ db, actor, params: { site }, input }) => readPunchFile(db, actor, site, input as Uint8Array),
);
