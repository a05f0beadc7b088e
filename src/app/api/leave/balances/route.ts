import Joi from 'joi';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { balancesFile } from '@/server/leave/export';

/** The balances of a site as a file, of those whose leave one may see. */
export const GET = route(
  {
    name: 'GET balances',
    permission: 'self',
    query: Joi.object<{ site: string; form: 'csv' | 'xlsx' }>({
      site: ID.required(),
      form: Joi.valid('csv', 'xlsx').default('xlsx'),
    }),
  },
  async ({ db, actor, query: { site, form } }) => {
    const found = await balancesFile(db, actor, site, form);
    return found.ok ? fileResponse(found.body, `balances.${form}`, form) : found;
  },
);
