import Joi from 'joi';
import type { Day } from '@/core/time/day';
import { FILL_FROM, type FillFrom } from '@/core/timesheet/fill';
import { PAYROLL_COLUMNS, type HoursRules } from '@/core/timesheet/hours-rules';
import { TIME_OFF_RATES, type TimeOffRate } from '@/core/timesheet/time-off';
import { TIME_MODEL } from '../people/schema';
import { ID, REQUEST_ID, once } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';

/** A row of hours as it is typed. */
export interface TypedRow {
  readonly id: string;
  /** A kind of pay of the site's own; null: regular. */
  readonly kind: string | null;
  readonly span: { readonly from: number; readonly to: number } | null;
  /** How long, where no times are known; else 0. */
  readonly minutes: number;
  readonly role: string | null;
  readonly note: string;
}

/** All rows of a date; those that are there and not among them are taken away. */
export interface TypedDay {
  readonly person: string;
  readonly date: Day;
  readonly rows: readonly TypedRow[];
}

const TEXT = Joi.string().trim().max(500);

const ROW = Joi.object<TypedRow>({
  id: REQUEST_ID.required(),
  kind: ID.allow(null).required(),
  span: Joi.object({
    from: Joi.number().integer().min(0).max(1439).required(),
    to: Joi.number().integer().greater(Joi.ref('from')).max(2880).required(),
  })
    .allow(null)
    .required(),
  minutes: Joi.number().integer().min(0).max(1440).required(),
  role: ID.allow(null).required(),
  note: TEXT.allow('').required(),
}).custom((row: TypedRow, helpers) =>
  (row.span === null) === row.minutes > 0
    ? row
    : helpers.message({ custom: 'a row says from when to when, or how long' }),
);

export const TYPED_DAY = Joi.object<TypedDay>({
  person: ID.required(),
  date: DAY_NUMBER.required(),
  rows: Joi.array().items(ROW).max(20).unique('id').required(),
}).required();

/** What puts a date of a locked period right, in a period that is still open. */
export interface HoursAdjustment {
  readonly id: string;
  readonly person: string;
  readonly about: Day;
  readonly date: Day;
  readonly kind: string | null;
  /** More, or below zero less. */
  readonly minutes: number;
  readonly reason: string;
}

export const ADJUST = Joi.object<HoursAdjustment>({
  id: REQUEST_ID.required(),
  person: ID.required(),
  about: DAY_NUMBER.required(),
  date: DAY_NUMBER.required(),
  kind: ID.allow(null).required(),
  minutes: Joi.number().integer().min(-1440).max(1440).invalid(0).required(),
  reason: TEXT.min(1).required(),
}).required();

/** The period that begins on a date, of one person. */
export interface OwnPeriod {
  readonly person: string;
  readonly first: Day;
}

export const OWN_PERIOD = Joi.object<OwnPeriod>({
  person: ID.required(),
  first: DAY_NUMBER.required(),
}).required();

/** A period whose empty days are filled. */
export interface HoursFill extends OwnPeriod {
  readonly from: FillFrom;
}

export const FILL = Joi.object<HoursFill>({
  person: ID.required(),
  first: DAY_NUMBER.required(),
  from: Joi.valid(...FILL_FROM).required(),
}).required();

/** Overtime of a period that becomes time off instead of being paid. */
export interface HoursTimeOff extends OwnPeriod {
  readonly id: string;
  readonly minutes: number;
  /** A kind of leave that is earned, in hours. */
  readonly type: string;
  readonly rate: TimeOffRate;
}

export const TIME_OFF = Joi.object<HoursTimeOff>({
  id: REQUEST_ID.required(),
  person: ID.required(),
  first: DAY_NUMBER.required(),
  minutes: Joi.number().integer().min(1).max(60_000).required(),
  type: ID.required(),
  rate: Joi.valid(...TIME_OFF_RATES).required(),
}).required();

/** The period that begins on a date, of people at home at a site. */
export interface PeriodOf {
  readonly site: string;
  readonly first: Day;
  readonly people: readonly string[];
}

const PEOPLE = Joi.array().items(ID).min(1).max(2000).unique().required();

export const PERIOD_OF = Joi.object<PeriodOf>({
  site: ID.required(),
  first: DAY_NUMBER.required(),
  people: PEOPLE,
}).required();

export const SEND_BACK = Joi.object<OwnPeriod & { readonly reason: string }>({
  person: ID.required(),
  first: DAY_NUMBER.required(),
  reason: TEXT.min(1).required(),
}).required();

/** A note to payroll about a period. */
export interface HoursNote extends OwnPeriod {
  readonly text: string;
}

export const NOTE = Joi.object<HoursNote>({
  person: ID.required(),
  first: DAY_NUMBER.required(),
  text: TEXT.min(1).required(),
}).required();

/** A file for payroll that is to be made of a period. */
export interface PayrollOrder extends PeriodOf {
  readonly id: string;
  /** A line for each person and kind of pay, or for each day of that. */
  readonly by: 'person' | 'day';
  /** Of {@link PAYROLL_COLUMNS}, or `field:` and the id of a field that the business made up. */
  readonly columns: readonly string[];
}

const COLUMNS = Joi.array()
  .items(
    Joi.string()
      .pattern(
        new RegExp(`^(?:${PAYROLL_COLUMNS.map(({ id }) => id).join('|')}|field:.+)$`),
        'a column of such a file',
      )
      .max(100),
  )
  .min(1)
  .max(40)
  .unique();

export const PAYROLL_ORDER = Joi.object<PayrollOrder>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  first: DAY_NUMBER.required(),
  people: PEOPLE,
  by: Joi.valid('person', 'day').required(),
  columns: COLUMNS.required(),
}).required();

export const SAVE_HOURS_RULES = Joi.object<{ site: string; rules: HoursRules }>({
  site: ID.required(),
  rules: Joi.object({
    periods: Joi.array()
      .items(
        Joi.object({
          since: DAY_NUMBER.allow(null).required(),
          kind: Joi.valid('weekly', 'fortnightly', 'half-monthly', 'monthly').required(),
        }),
      )
      .min(1)
      .max(50)
      .unique('since')
      .required(),
    deadlineDays: Joi.number().integer().min(0).max(31).required(),
    ownPunches: Joi.boolean().required(),
    figures: Joi.valid('fractions', 'clock', 'decimal').required(),
    kinds: Joi.array()
      .items(
        Joi.object({
          id: ID.required(),
          name: NAME.required(),
          multiplier: Joi.number().min(0).max(10).required(),
          isRetired: Joi.boolean().required(),
        }),
      )
      .max(50)
      .unique('id')
      .custom(once('name', 'there are two of this name'))
      .required(),
    codes: Joi.object().pattern(Joi.string().max(120), Joi.string().trim().max(40).allow('')).required(),
    units: Joi.object()
      .pattern(
        Joi.string().max(120),
        Joi.object({
          unit: Joi.valid('hours', 'minutes', 'days', 'times').required(),
          step: Joi.number().integer().min(1).max(1_000_000).required(),
          way: Joi.valid('nearest', 'up', 'down').required(),
          per: Joi.valid('entry', 'total').required(),
        }),
      )
      .required(),
    groupModels: Joi.array()
      .items(Joi.object({ group: NAME.required(), model: TIME_MODEL.required() }))
      .max(50)
      .custom(once('group', 'there are two of this group'))
      .required(),
    columns: COLUMNS.required(),
  }).required(),
}).required();
