import Joi from 'joi';
import { BUSINESS } from '@/server/access/permissions';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { exportFile, exportLines } from '@/server/people/export';

/** The people of a site as a file that an import reads. */
export const GET = route(
  {
    name: 'GET export',
    permission: 'people.read',
    query: Joi.object<{ site: string; form: 'csv' | 'xlsx' }>({
      site: ID.required(),
      form: Joi.valid('csv', 'xlsx').default('xlsx'),
    }),
    scope: ({ query }) => (query.site === 'all' ? BUSINESS : { sites: [query.site] }),
  },
  async ({ db, actor, query: { site, form } }) => {
    const found = await exportLines(db, actor, site === 'all' ? null : site);
    if (!found.ok) return found;
    return fileResponse(new Uint8Array(await exportFile(found.lines, form)), `people.${form}`, form);
  },
);
