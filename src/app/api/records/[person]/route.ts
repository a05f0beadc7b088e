import Joi from 'joi';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { ID } from '@/server/input';
import { exportPerson } from '@/server/records/export';

/** Everything on record of one person, as files. */
export const GET = route(
  {
    name: 'GET records of a person',
    permission: 'records.export',
    params: Joi.object<{ person: string }>({ person: ID.required() }).required(),
  },
  async ({ db, actor, params: { person } }) => {
    const found = await exportPerson(db, actor, person);
    if (!found.ok) return found;
    return fileResponse(new Uint8Array(found.zip), 'records-of-a-person.zip', 'zip');
  },
);
