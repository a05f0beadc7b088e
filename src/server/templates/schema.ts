import Joi from 'joi';
import { ID, once } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import { FORM } from '../week/schema';

const TEMPLATE = Joi.object({
  id: ID.required(),
  name: NAME.required(),
  // A short name is typed where times and roles are: it begins with a letter.
  short: Joi.string()
    .trim()
    .pattern(/^\p{L}[\p{L}\d]{0,11}$/u, 'a letter, then letters or digits, 12 at most')
    .required(),
  form: FORM.required(),
});

/** The shift templates of a site, and which of those that change their shifts follow. */
export const SAVE_TEMPLATES = Joi.object({
  site: ID.required(),
  templates: Joi.array()
    .items(TEMPLATE)
    .custom(once('short', 'two templates have the same short name'))
    .max(200)
    .required(),
  follow: Joi.array().items(ID).max(200).required(),
}).required();

/** The stations of a site. */
export const SAVE_STATIONS = Joi.object({
  site: ID.required(),
  stations: Joi.array()
    .items(Joi.object({ id: ID.required(), name: NAME.required() }))
    .custom(once('name', 'there are two stations of this name'))
    .max(200)
    .required(),
}).required();

/** The note of a day. */
export const SAVE_DAYBOOK = Joi.object({
  site: ID.required(),
  date: DAY_NUMBER.required(),
  note: Joi.string().max(2000).allow('').required(),
}).required();
