import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER, NAME, WEEKDAY, minute } from '../site/schema';
import type { NeedsDraft } from '../site/payload';

const NEEDS = Joi.object<NeedsDraft>({
  sets: Joi.array()
    .items(
      Joi.object({
        id: ID.required(),
        name: NAME.allow(null).required(),
        since: DAY_NUMBER.allow(null).required(),
        rows: Joi.array()
          .items(
            Joi.object({
              role: ID.allow(null).required(),
              weekday: WEEKDAY.required(),
              from: minute(1439).required(),
              to: minute(2880).greater(Joi.ref('from')).required(),
              count: Joi.number().integer().min(0).max(10_000).required(),
            }),
          )
          .max(20_000)
          .required(),
      }),
    )
    .max(200)
    .unique('id')
    .required(),
  dates: Joi.array()
    .items(Joi.object({ date: DAY_NUMBER.required(), set: ID.required() }))
    .max(2000)
    .unique('date')
    .required(),
});

/** The needs of a site. */
export const SAVE_NEEDS = Joi.object({ site: ID.required(), needs: NEEDS.required() }).required();
