import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER } from '../site/schema';

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

/** The fields of {@link FORM}. */
export const FORM_FIELDS = {
  from: minute(1439).required(),
  to: minute(2879).required(),
  role: ID.allow(null).required(),
  break: BREAK.allow(null).required(),
  label: TEXT.required(),
  note: TEXT.required(),
  ...detail,
};

/** What a pattern or a template says of a shift. */
export const FORM = Joi.object(FORM_FIELDS);

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
