import Joi from 'joi';
import type { Shift } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { Scope } from '../access/permissions';
import { DATE, ID, REQUEST_ID } from '../input';
import { DAY_NUMBER } from '../site/schema';
import { BREAK, DETAIL } from '../week/schema';
import type { SentRequest } from './payload';

const text = () => Joi.string().max(2000).allow('', null);
const minute = (most: number) => Joi.number().integer().min(0).max(most);

const shift = {
  person: ID.allow(null),
  role: ID.allow(null),
  date: DAY_NUMBER,
  from: minute(1439),
  to: minute(2879),
  break: BREAK.allow(null),
  fixed: Joi.boolean(),
  note: text(),
  label: text(),
};
const required = Object.fromEntries(Object.entries(shift).map(([name, schema]) => [name, schema.required()]));
const detail = DETAIL.allow(null);

/** A whole shift as a page sends it. */
export const SHIFT = Joi.object<Shift>({ id: ID.required(), ...required, detail });

/** A change of a plan as a page sends it: what it alters comes with the values it was made on. */
const CHANGE = Joi.alternatives().conditional('.do', {
  switch: [
    {
      is: 'add',
      then: Joi.object({
        do: Joi.valid('add').required(),
        shift: SHIFT.required(),
      }),
    },
    {
      is: 'set',
      then: Joi.object({
        do: Joi.valid('set').required(),
        id: ID.required(),
        shift: Joi.object({ ...shift, detail })
          .min(1)
          .required(),
        was: Joi.object({ ...shift, detail }).required(),
      }),
    },
    {
      is: 'remove',
      then: Joi.object({
        do: Joi.valid('remove').required(),
        id: ID.required(),
        was: Joi.object({ id: ID.required(), ...required, detail }).required(),
      }),
    },
  ],
  otherwise: Joi.object({ do: Joi.valid('add', 'set', 'remove').required() }).required(),
});

/** What is posted to change a plan. */
export const CHANGE_REQUEST = Joi.object<SentRequest>({
  id: REQUEST_ID.min(8).required(),
  base: Joi.number().integer().min(0).required(),
  changes: Joi.array().items(CHANGE).min(1).max(5000).required(),
  confirmed: Joi.boolean(),
  days: Joi.valid(7, 14, 28),
  who: ID,
}).required();

const address = { site: ID.required(), week: DATE.required() };

/** A site's week in an address. `week` is any day in it. */
export const PLAN_ADDRESS = Joi.object<{ site: string; week: Day }>(address);

/** A shift in an address. */
export const SHIFT_ADDRESS = Joi.object<{ site: string; week: Day; shift: string }>({
  ...address,
  shift: ID.required(),
});

/** What is asked about where the address names a site. */
export function atSite({ params }: { readonly params: { readonly site: string } }): Scope {
  return { sites: [params.site] };
}
