import Joi from 'joi';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { payrollFile } from '@/server/hours/payroll';
import { ID } from '@/server/input';

/** A file for payroll as it was made; of which site it is, and so who may have it, only the file says. */
export const GET = route(
  {
    name: 'GET file for payroll',
    permission: 'self',
    params: Joi.object<{ id: string }>({ id: ID.required() }).required(),
    query: Joi.object<{ form: 'csv' | 'xlsx' }>({ form: Joi.valid('csv', 'xlsx').default('csv') }),
  },
  async ({ db, actor, params: { id }, query: { form } }) => {
    const made = await payrollFile(db, actor, id, form);
    return made.ok ? fileResponse(made.bytes as BodyInit, made.name, form) : made;
  },
);
