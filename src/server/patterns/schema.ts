import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import { FORM_FIELDS } from '../week/schema';

/** Weeks into which a new or changed pattern is written at once; later ones get it when they are started. */
const MOST_WEEKS_AHEAD = 26;

/** An id that stands beside others in a key. */
const PART = ID.pattern(/^\S+$/);

const PATTERN = Joi.object({
  id: ID.required(),
  name: NAME.required(),
  anchor: DAY_NUMBER.required(),
  since: DAY_NUMBER.required(),
  until: DAY_NUMBER.allow(null).required(),
  weeks: Joi.number().integer().min(1).max(8).required(),
  rule: Joi.string().max(300).allow(null).required(),
  shifts: Joi.array()
    .items(
      Joi.object({
        id: PART.required(),
        day: Joi.number().integer().min(0).max(55).required(),
        ...FORM_FIELDS,
      }),
    )
    .max(200)
    .required(),
  members: Joi.array()
    .items(
      Joi.object({
        id: PART.required(),
        person: ID.allow(null).required(),
        offset: Joi.number().integer().min(0).max(7).required(),
      }),
    )
    .max(600)
    .required(),
  endings: Joi.array()
    .items(
      Joi.object({
        member: ID.required(),
        shift: ID.required(),
        from: DAY_NUMBER.required(),
        weekday: Joi.number().integer().min(0).max(6),
      }),
    )
    .max(20_000)
    .required(),
});

/** A pattern, and into how many weeks ahead it is written at once. */
export const SAVE_PATTERN = Joi.object({
  site: ID.required(),
  pattern: PATTERN.required(),
  weeks: Joi.number().integer().min(0).max(MOST_WEEKS_AHEAD).required(),
}).required();
