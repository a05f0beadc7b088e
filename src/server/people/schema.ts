import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER, MONEY, NAME } from '../site/schema';
import type { PersonDraft, VersionDraft } from './payload';

const text = (most: number) => Joi.string().trim().max(most).allow(null);
const minutes = Joi.number().integer().min(0).max(10_080).allow(null);
const EMAIL = /^[^\s@]+@[^\s@]+$/;

/** What hours are measured by. */
export const TIME_MODEL = Joi.alternatives(
  Joi.object({ kind: Joi.valid('shifts').required() }),
  Joi.object({
    kind: Joi.valid('fixed').required(),
    hours: Joi.array()
      .items(
        Joi.array()
          .items(
            Joi.object({
              from: Joi.number().integer().min(0).max(1439).required(),
              to: Joi.number().integer().greater(Joi.ref('from')).max(2880).required(),
            }),
          )
          .max(6),
      )
      .length(7)
      .required(),
  }),
  Joi.object({
    kind: Joi.valid('day').required(),
    minutes: Joi.array().items(Joi.number().integer().min(0).max(1440)).length(7).required(),
  }),
  Joi.object({
    kind: Joi.valid('week').required(),
    minutes: Joi.number().integer().min(0).max(10_080).required(),
  }),
);

const PERSON = Joi.object<PersonDraft>({
  name: NAME.required(),
  number: text(40).required(),
  email: Joi.string().trim().max(200).pattern(EMAIL, 'an e-mail address').allow(null).required(),
  phone: text(60).required(),
  birthDate: DAY_NUMBER.allow(null).required(),
  employedFrom: DAY_NUMBER.allow(null).required(),
  employedTo: DAY_NUMBER.allow(null)
    .required()
    .custom((value: number | null, helpers) => {
      const { employedFrom } = helpers.state.ancestors[0] as PersonDraft;
      return value !== null && employedFrom !== null && value < employedFrom
        ? helpers.message({ custom: 'the last day is before the first' })
        : value;
    }),
  contractKind: Joi.valid('full-time', 'part-time', 'on-call', null).required(),
  contractMinutes: minutes.required(),
  maxWeekMinutes: minutes.required(),
  standardDayMinutes: Joi.number().integer().min(0).max(1440).allow(null).required(),
  payKind: Joi.valid('hourly', 'salaried').required(),
  timeModel: TIME_MODEL.allow(null),
  hoursFrom: Joi.valid('clock', 'typed', 'plan', null),
  usualWeek: Joi.array().items(Joi.number().integer().min(0).max(1440)).length(7).allow(null).required(),
  groups: Joi.array().items(NAME).max(50).required(),
  manager: ID.allow(null).required(),
  notes: Joi.string().max(5000).allow(null, '').required(),
  sites: Joi.array().items(ID).max(200).unique().required(),
  homeSite: ID.allow(null).required(),
  roles: Joi.array()
    .items(Joi.object({ role: ID.required(), until: DAY_NUMBER.allow(null).required() }))
    .max(100)
    .unique('role')
    .required(),
  pay: Joi.array()
    .items(
      Joi.object({
        role: ID.allow(null).required(),
        since: DAY_NUMBER.allow(null).required(),
        rate: MONEY.required(),
      }),
    )
    .max(500)
    .unique(
      (a: PersonDraft['pay'][number] | null, b: PersonDraft['pay'][number] | null) =>
        a?.role === b?.role && a?.since === b?.since,
    )
    .required(),
  fields: Joi.object().pattern(ID, Joi.string().max(500).allow('')).required(),
});

/** A dated version of somebody's availability. */
export const VERSION = Joi.object<VersionDraft>({
  id: ID.required(),
  since: DAY_NUMBER.allow(null).required(),
  until: DAY_NUMBER.allow(null)
    .required()
    .custom((value: number | null, helpers) => {
      const { since } = helpers.state.ancestors[0] as VersionDraft;
      return value !== null && since !== null && value < since
        ? helpers.message({ custom: 'it ends before it begins' })
        : value;
    }),
  comment: Joi.string().max(1000).allow(null, '').required(),
  blocks: Joi.array()
    .items(
      Joi.object({
        weekday: Joi.number().integer().min(0).max(6).required(),
        from: Joi.number().integer().min(0).max(1439).required(),
        to: Joi.number().integer().greater(Joi.ref('from')).max(2880).required(),
        kind: Joi.valid('available', 'rather-not', 'not-available').required(),
      }),
    )
    .max(400)
    .required(),
});

/** What can be changed for many people at once; what is left out stays. */
export const PATCH = Joi.object({
  contractKind: Joi.valid('full-time', 'part-time', 'on-call', null),
  contractMinutes: minutes,
  maxWeekMinutes: minutes,
  number: text(40),
  name: NAME,
  email: Joi.string().trim().max(200).pattern(EMAIL, 'an e-mail address').allow(null),
  phone: text(60),
  addRole: ID,
  dropRole: ID,
  addSite: ID,
  dropSite: ID,
  moveTo: ID,
  addGroup: NAME,
  dropGroup: NAME,
}).min(1);

/** What is said of a person who is there. */
export const UPDATE_PERSON = Joi.object({ id: ID.required(), person: PERSON.required() }).required();

/** All versions of a person's availability. */
export const SAVE_AVAILABILITY = Joi.object({
  person: ID.required(),
  versions: Joi.array().items(VERSION).max(200).unique('id').required(),
}).required();

/** One change for several people. */
export const UPDATE_MANY = Joi.object({
  ids: Joi.array().items(ID).min(1).max(5000).required(),
  patch: PATCH.required(),
}).required();
