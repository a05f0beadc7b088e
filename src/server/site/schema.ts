import { INKS } from '@/core/setup/inks';
import Joi from 'joi';
import { CAPABILITIES, type Capability } from '@/core/setup/capabilities';
import { COLLEAGUE_VIEWS, type ColleagueView } from '@/core/setup/colleagues';
import { CHECKS } from '@/core/checks/list';
import { decimalsOf } from '@/core/hours/money';
import { isTimeZone } from '@/core/time/now';
import { ID, once } from '../input';
import type { RoleDraft, SiteDraft } from './payload';

export const DAY_NUMBER = Joi.number().integer().min(-80_000).max(80_000);
export const NAME = Joi.string().trim().min(1).max(120);
export const MONEY = Joi.number().min(0).max(1e9);
export const WEEKDAY = Joi.number().integer().min(0).max(6);
/** A minute of a day, or of that and the next. */
export const minute = (most: number) => Joi.number().integer().min(0).max(most);

const span = Joi.object({ from: minute(1439).required(), to: minute(2880).required() }).custom(
  (value: { from: number; to: number }, helpers) =>
    value.to <= value.from || value.to > value.from + 1440
      ? helpers.message({ custom: 'has no length, or more than a day' })
      : value,
);
export const SPANS = Joi.array().items(span).max(8);

const zone = Joi.string().custom((value: string, helpers) =>
  isTimeZone(value) ? value : helpers.message({ custom: `there is no time zone "${value}"` }),
);
const currency = Joi.string()
  .pattern(/^[A-Z]{3}$/, 'three capital letters')
  .custom((value: string) => {
    decimalsOf(value);
    return value;
  });

/** What is said of a site. */
export const SITE = Joi.object<SiteDraft>({
  name: NAME.required(),
  timeZone: zone.required(),
  currency: currency.required(),
  hourFormat: Joi.valid('24', '12').required(),
  weekStart: WEEKDAY.required(),
  weekend: Joi.array().items(WEEKDAY).max(7).unique().required(),
  blockMinutes: Joi.valid(15, 30, 60).required(),
  margins: Joi.object({ before: minute(720).required(), after: minute(720).required() }).required(),
  neverClosed: Joi.boolean().required(),
  hours: Joi.array()
    .items(
      Joi.object({
        since: DAY_NUMBER.allow(null).required(),
        days: Joi.array().items(SPANS).length(7).required(),
      }),
    )
    .max(100)
    .unique('since')
    .required(),
  dates: Joi.array()
    .items(Joi.object({ date: DAY_NUMBER.required(), spans: SPANS.required() }))
    .max(1000)
    .unique('date')
    .required(),
  areas: Joi.array()
    .items(Joi.object({ id: ID.allow(null).required(), name: NAME.required() }))
    .max(100)
    .required(),
  budgets: Joi.array()
    .items(
      Joi.object({
        since: DAY_NUMBER.allow(null).required(),
        minutes: minute(60_000_000).allow(null).required(),
        cost: MONEY.allow(null).required(),
        sales: MONEY.allow(null).required(),
      }),
    )
    .max(500)
    .unique('since')
    .required(),
  salesPerHour: MONEY.allow(null).required(),
  needsMinimum: Joi.number().integer().min(0).max(1000).required(),
  noticeDays: Joi.number().integer().min(0).max(60).required(),
  wishPoints: Joi.number().integer().min(0).max(100).required(),
});

const ROLE = Joi.object<RoleDraft>({
  id: ID.allow(null).required(),
  name: NAME.required(),
  mark: Joi.string().trim().min(1).max(2).required(),
  ink: Joi.valid(...INKS).required(),
  rate: MONEY.allow(null).required(),
  retired: Joi.boolean().required(),
  area: ID.allow(null),
});

const multiplier = Joi.number().min(1).max(10);
const minutes = minute(100_000);

const RULES = Joi.object({
  breaks: Joi.array().items(
    Joi.object({
      atLeastMinutes: minutes.required(),
      minutes: minutes.required(),
      paid: Joi.boolean().required(),
    }),
  ),
  dailyRestMinutes: minutes,
  weeklyRestMinutes: minutes,
  maxDaysInARow: Joi.number().integer().min(1).max(60),
  minShiftMinutes: minutes,
  maxShiftMinutes: minutes,
  maxDayMinutes: minutes,
  slipMinutes: minutes,
  minimumOn: Joi.number().integer().min(0).max(1000),
  surplusTolerance: Joi.number().integer().min(0).max(1000),
  overtime: Joi.object({
    weekMinutes: minutes.allow(null).required(),
    multiplier: multiplier.required(),
    day: Joi.array()
      .items(Joi.object({ overMinutes: minutes.required(), multiplier: multiplier.required() }))
      .required(),
    after: Joi.array()
      .items(Joi.object({ time: minute(2880).required(), multiplier: multiplier.required() }))
      .required(),
    seventhDay: Joi.object({
      multiplier: multiplier.required(),
      overMinutes: minutes.allow(null).required(),
      thenMultiplier: multiplier.allow(null).required(),
    })
      .allow(null)
      .required(),
  }).allow(null),
  young: Joi.array().items(
    Joi.object({
      underAge: Joi.number().integer().min(10).max(30).required(),
      from: minute(1440).required(),
      to: minute(2880).greater(Joi.ref('from')).required(),
      dayMinutes: minutes.allow(null).required(),
      weekMinutes: minutes.allow(null).required(),
    }),
  ),
  off: Joi.array().items(
    Joi.valid(...CHECKS.map((check) => check.code).filter((code) => code !== 'overlap')),
  ),
  severity: Joi.object().pattern(
    Joi.valid(...CHECKS.map((check) => check.code)),
    Joi.valid('stop', 'warn', 'note'),
  ),
});

/** What is said of a site that is there. */
export const SAVE_SITE = Joi.object({ id: ID.required(), site: SITE.required() }).required();

/** The roles of a site, in their order. */
export const SAVE_ROLES = Joi.object({
  site: ID.required(),
  roles: Joi.array().items(ROLE).max(200).custom(once('name', 'there are two roles of this name')).required(),
}).required();

/** The rules of a site; what is left out is as usual. */
export const SAVE_RULES = Joi.object({ site: ID.required(), rules: RULES.required() }).required();

/** A new site, and what the business is called where that is said with it. */
export const CREATE_SITE = Joi.object({
  business: Joi.string().trim().max(120).allow('').required(),
  site: SITE.required(),
}).required();

/** What a site does without. */
export const SAVE_CAPABILITIES = Joi.object<{ site: string; off: readonly Capability[] }>({
  site: ID.required(),
  off: Joi.array()
    .items(Joi.valid(...CAPABILITIES.map(({ id }) => id)))
    .unique()
    .required(),
}).required();

/** What staff see of each other at a site. */
export const SAVE_COLLEAGUES = Joi.object<{ site: string; sees: readonly ColleagueView[] }>({
  site: ID.required(),
  sees: Joi.array()
    .items(Joi.valid(...COLLEAGUE_VIEWS.map(({ id }) => id)))
    .unique()
    .required(),
}).required();
