import Joi from 'joi';
import type { Result } from '@/core/plan/change';
import { readInput } from '../input';
import { BREAK, DETAIL } from '../week/input';
import type { ChangeRequest } from './payload';

const id = () => Joi.string().max(80);
const text = () => Joi.string().max(2000).allow('', null);
const minute = (most: number) => Joi.number().integer().min(0).max(most);

const shift = {
  person: id().allow(null),
  role: id().allow(null),
  date: Joi.number().integer(),
  from: minute(1439),
  to: minute(2879),
  break: BREAK.allow(null),
  fixed: Joi.boolean(),
  note: text(),
  label: text(),
};
const required = Object.fromEntries(Object.entries(shift).map(([name, schema]) => [name, schema.required()]));
const detail = DETAIL.allow(null);

const CHANGE = Joi.alternatives().conditional('.do', {
  switch: [
    {
      is: 'add',
      then: Joi.object({
        do: 'add',
        shift: Joi.object({ id: id().required(), ...required, detail }).required(),
      }),
    },
    {
      is: 'set',
      then: Joi.object({
        do: 'set',
        id: id().required(),
        shift: Joi.object({ ...shift, detail })
          .min(1)
          .required(),
      }),
    },
    { is: 'remove', then: Joi.object({ do: 'remove', id: id().required() }) },
  ],
  otherwise: Joi.object({ do: Joi.valid('add', 'set', 'remove').required() }).required(),
});

const REQUEST = Joi.object({
  id: Joi.string().min(8).max(80).required(),
  base: Joi.number().integer().min(0).required(),
  changes: Joi.array().items(CHANGE).min(1).max(5000).required(),
  confirmed: Joi.boolean(),
  days: Joi.valid(7, 14, 28),
}).required();

/** Reads what was posted; the problem names the first field that is wrong. */
export function readChangeRequest(body: unknown): Result<{ request: ChangeRequest }> {
  const read = readInput<ChangeRequest>(REQUEST, body);
  return read.ok ? { ok: true, request: read.value } : read;
}
