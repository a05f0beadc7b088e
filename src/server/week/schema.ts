import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';

const minute = (most: number) => Joi.number().integer().min(0).max(most);
const TEXT = Joi.string().max(2000).allow('', null);

export const BREAK = Joi.object({
  minutes: minute(1440).required(),
  at: minute(2879).allow(null).required(),
  paid: Joi.boolean().required(),
});

const duties = Joi.array()
  .items(
    Joi.object({
      name: Joi.string().trim().min(1).max(120).required(),
      from: minute(2879).required(),
      to: minute(2880).required(),
      oneOff: Joi.boolean().required(),
    }),
  )
  .max(40);

const oneOff = Joi.object({
  label: Joi.boolean().required(),
  note: Joi.boolean().required(),
  station: Joi.boolean().required(),
});

const detail = {
  moreBreaks: Joi.array().items(BREAK).max(12).required(),
  duties: duties.required(),
  station: Joi.string().trim().max(120).allow(null).required(),
  tasks: Joi.array().items(Joi.string().trim().min(1).max(200)).max(60).required(),
  oneOff: oneOff.required(),
  template: ID.allow(null).required(),
};

/** The detail of a shift. */
export const DETAIL = Joi.object({
  ...detail,
  pattern: Joi.object({
    id: ID.required(),
    key: Joi.string().max(300).required(),
    originalDate: DAY_NUMBER.required(),
    overridden: Joi.boolean().required(),
  })
    .allow(null)
    .required(),
});

const form = {
  from: minute(1439).required(),
  to: minute(2879).required(),
  role: ID.allow(null).required(),
  break: BREAK.allow(null).required(),
  label: TEXT.required(),
  note: TEXT.required(),
  ...detail,
};

/** What a pattern or a template says of a shift. */
export const FORM = Joi.object(form);

export const TEMPLATE = Joi.object({
  id: ID.required(),
  name: NAME.required(),
  // A short name is typed where times and roles are: it begins with a letter.
  short: Joi.string()
    .trim()
    .pattern(/^\p{L}[\p{L}\d]{0,11}$/u, 'a letter, then letters or digits, 12 at most')
    .required(),
  form: FORM.required(),
});

/** An id that stands beside others in a key. */
const PART = ID.pattern(/^\S+$/);

export const PATTERN = Joi.object({
  id: ID.required(),
  name: NAME.required(),
  anchor: DAY_NUMBER.required(),
  since: DAY_NUMBER.required(),
  until: DAY_NUMBER.allow(null).required(),
  weeks: Joi.number().integer().min(1).max(8).required(),
  rule: Joi.string().max(300).allow(null).required(),
  shifts: Joi.array()
    .items(
      Joi.object({ id: PART.required(), day: Joi.number().integer().min(0).max(55).required(), ...form }),
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
    .items(Joi.object({ member: ID.required(), shift: ID.required(), from: DAY_NUMBER.required() }))
    .max(20_000)
    .required(),
});

export const START = Joi.object({
  site: ID.required(),
  weeks: Joi.array().items(DAY_NUMBER).min(1).max(26).unique().required(),
  source: Joi.alternatives(
    Joi.object({ from: Joi.valid('week').required(), week: DAY_NUMBER.required() }),
    Joi.object({ from: Joi.valid('template').required(), id: ID.required() }),
    Joi.object({
      from: Joi.valid('patterns').required(),
      ids: Joi.array().items(ID).max(500).allow(null).required(),
    }),
  ).required(),
  mode: Joi.valid('add', 'replace', 'fill').required(),
  people: Joi.boolean().required(),
  open: Joi.boolean().required(),
});
