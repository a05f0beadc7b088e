import Joi from 'joi';
import { BUSINESS } from '@/server/access/permissions';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { MOST_BYTES } from '@/server/import/upload';
import { FILE_TYPES, nameOfFile, uploadAnswer } from '@/server/import/upload-answer';
import { takeFile } from '@/server/people/import/take-file';

/** Takes a file of people in. Answers lines of JSON: how many rows are read, then the preview or what is wrong. */
export const POST = route(
  {
    name: 'POST import',
    permission: 'people.change',
    query: Joi.object<{ site?: string }>({ site: ID }),
    scope: ({ query: { site } }) => (site === undefined ? BUSINESS : { sites: [site] }),
    body: { bytes: true, most: MOST_BYTES, types: FILE_TYPES },
  },
  async ({ db, actor, query: { site = null }, input, request }) => {
    const file = { name: nameOfFile(request), bytes: input as Uint8Array, site };
    return uploadAnswer(request, (onRows) => takeFile(db, actor, file, onRows));
  },
);
