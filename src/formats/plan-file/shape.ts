import Joi from 'joi';
import { CHECKS } from '@/core/checks/list';
import { WEEKDAYS, parseDate } from '@/core/time/day';
import { parseClock } from '@/core/time/format';
import { isTimeZone } from '@/core/time/now';
import { type Fault, formatPath } from '../fault';
import { IN_WORDS } from '@/core/fault-words';

/**
 * The outer form of a plan file and of a list of changes: which fields there are and what each may hold. What
 * fields say about one another is read in `references.ts`. Left out equals null.
 */

const text = () => Joi.string().allow('');
const id = () => Joi.string();
const optional = (schema: Joi.Schema) => schema.allow(null);
const whole = (least = 0) => Joi.number().integer().min(least);
const list = (item: Joi.Schema) => Joi.array().items(item);

// What is checked by a function has a name, by which it is known in the published schema.
const date = () =>
  Joi.string()
    .meta({ form: 'date' })
    .custom((value: string, helpers) =>
      parseDate(value) === null ? helpers.message({ custom: 'no such date' }) : value,
    );
const clock = (last: 'end' | 'start') =>
  Joi.string()
    .meta({ form: last })
    .custom((value: string, helpers) => {
      const minute = parseClock(value);
      if (minute === null) return helpers.message({ custom: 'no such time' });
      if (last === 'start' && minute === 1440)
        return helpers.message({ custom: 'nothing starts at 24:00; that is 00:00 of the next day' });
      return value;
    });
const dateTime = () =>
  Joi.string()
    .meta({ form: 'moment' })
    .custom((value: string, helpers) => {
      const [day, time] = value.split('T');
      if (parseDate(day) === null) return helpers.message({ custom: 'no such date' });
      if (time !== undefined && parseClock(time) === null) return helpers.message({ custom: 'no such time' });
      return value;
    });
const weekdays = () => list(Joi.valid(...WEEKDAYS));
const pairs = () => list(Joi.array().ordered(clock('start').required(), clock('end').required()).length(2));

const pause = Joi.object({
  minutes: whole().required(),
  at: optional(clock('start')),
  paid: optional(Joi.boolean()),
});

const shiftFields = {
  person: optional(id()),
  role: optional(id()),
  date: date(),
  from: clock('start'),
  to: clock('end'),
  break: optional(pause),
  fixed: optional(Joi.boolean()),
  note: optional(text()),
  label: optional(text()),
};

const SHIFT = Joi.object({
  ...shiftFields,
  id: id().required(),
  date: shiftFields.date.required(),
  from: shiftFields.from.required(),
  to: shiftFields.to.required(),
});
const SHIFT_PATCH = Joi.object({ ...shiftFields, id: id() });

const AROUND = Joi.object({
  person: id().required(),
  role: optional(id()),
  site: optional(id()),
  date: date().required(),
  from: clock('start').required(),
  to: clock('end').required(),
  break: optional(pause),
});

const states = Joi.valid('draft', 'waiting', 'approved', 'declined', 'withdrawn');
const credit = optional(list(Joi.object({ date: date().required(), minutes: whole().required() })));
const leaveFields = { from: dateTime(), to: dateTime(), state: states, credit };
const LEAVE = Joi.object({
  id: id().required(),
  from: leaveFields.from.required(),
  to: leaveFields.to.required(),
  state: leaveFields.state.required(),
  credit,
});
const LEAVE_PATCH = Joi.object({ ...leaveFields, id: id() });

const PERSON = Joi.object({
  id: id().required(),
  name: optional(text()),
  roles: optional(
    list(
      Joi.object({
        role: id().required(),
        until: optional(date()),
        hourlyRate: optional(Joi.number().min(0)),
      }),
    ),
  ),
  contractMinutes: optional(whole()),
  maxWeekMinutes: optional(whole()),
  standardDayMinutes: optional(whole()),
  employedFrom: optional(date()),
  employedTo: optional(date()),
  birthDate: optional(date()),
  availability: optional(
    list(
      Joi.object({
        since: optional(date()),
        until: optional(date()),
        days: optional(weekdays()),
        from: clock('start').required(),
        to: clock('end').required(),
        kind: Joi.valid('available', 'rather-not', 'not-available').required(),
      }),
    ),
  ),
  leave: optional(list(LEAVE)),
  guest: optional(Joi.boolean()),
  balances: optional(
    list(
      Joi.object({
        leave: text().required(),
        unit: Joi.valid('days', 'hours').required(),
        left: Joi.number().required(),
        mayOwe: optional(Joi.number().min(0)),
        changes: optional(list(Joi.object({ date: date().required(), amount: Joi.number().required() }))),
      }),
    ),
  ),
});

const AWAY_LIMIT = Joi.object({
  most: whole().required(),
  roles: optional(list(id())),
  name: optional(text()),
  days: optional(weekdays()),
  from: optional(date()),
  to: optional(date()),
});

const SITE = Joi.object({
  id: optional(id()),
  name: optional(text()),
  timeZone: optional(
    Joi.string().custom((value: string, helpers) =>
      isTimeZone(value) ? value : helpers.message({ custom: `no time zone "${value}"` }),
    ),
  ),
  weekStart: optional(Joi.valid(...WEEKDAYS)),
  blockMinutes: optional(
    whole(1)
      .max(1440)
      .custom((value: number, helpers) =>
        1440 % value === 0 ? value : helpers.message({ custom: 'does not divide the day' }),
      ),
  ),
  currency: optional(
    Joi.string()
      .pattern(/^[A-Za-z]{3}$/)
      .messages({ 'string.pattern.base': 'must be a currency of three letters' }),
  ),
  openHours: optional(Joi.object(Object.fromEntries(WEEKDAYS.map((day) => [day, optional(pairs())])))),
  openDates: optional(Joi.object().pattern(Joi.string(), pairs())),
  margins: optional(Joi.object({ before: optional(whole()), after: optional(whole()) })),
});

const multiplier = () => Joi.number().min(0);
const OVERTIME = Joi.object({
  weekMinutes: optional(whole()),
  multiplier: optional(multiplier()),
  day: optional(list(Joi.object({ overMinutes: whole().required(), multiplier: multiplier().required() }))),
  after: optional(list(Joi.object({ time: clock('end').required(), multiplier: multiplier().required() }))),
  seventhDay: optional(
    Joi.object({
      multiplier: multiplier().required(),
      overMinutes: optional(whole()),
      thenMultiplier: optional(multiplier()),
    }),
  ),
});

const CODES = CHECKS.map((check) => check.code);
const RULES = Joi.object({
  breaks: optional(
    list(
      Joi.object({
        atLeastMinutes: whole().required(),
        minutes: whole().required(),
        paid: optional(Joi.boolean()),
      }),
    ),
  ),
  dailyRestMinutes: optional(whole()),
  weeklyRestMinutes: optional(whole()),
  maxDaysInARow: optional(whole()),
  minShiftMinutes: optional(whole()),
  maxShiftMinutes: optional(whole()),
  maxDayMinutes: optional(whole()),
  slipMinutes: optional(whole()),
  minimumOn: optional(whole()),
  surplusTolerance: optional(whole()),
  overtime: optional(OVERTIME),
  young: optional(
    list(
      Joi.object({
        underAge: whole(1).required(),
        from: optional(clock('start')),
        to: optional(clock('end')),
        dayMinutes: optional(whole()),
        weekMinutes: optional(whole()),
      }),
    ),
  ),
  off: optional(list(Joi.valid(...CODES))),
  severity: optional(
    Joi.object(Object.fromEntries(CODES.map((code) => [code, optional(Joi.valid('stop', 'warn', 'note'))]))),
  ),
});

export const PLAN = Joi.object({
  format: Joi.valid('vicenda-plan').required(),
  version: Joi.valid(1).required(),
  site: SITE.required(),
  from: date().required(),
  days: whole(1).max(366).required(),
  roles: list(
    Joi.object({ id: id().required(), name: optional(text()), hourlyRate: optional(Joi.number().min(0)) }),
  ).required(),
  people: list(PERSON).required(),
  holidays: optional(
    list(
      Joi.object({
        date: date().required(),
        name: optional(text()),
        closed: optional(Joi.boolean()),
        hours: optional(pairs()),
        credited: optional(Joi.boolean()),
        people: optional(list(id())),
        multiplier: optional(multiplier()),
        extra: optional(Joi.number().min(0)),
      }),
    ),
  ),
  awayLimits: optional(list(AWAY_LIMIT)),
  needs: list(
    Joi.object({
      role: optional(id()),
      days: optional(weekdays()),
      date: optional(date()),
      from: clock('start').required(),
      to: clock('end').required(),
      count: whole().max(10000).required(),
    }),
  ).required(),
  shifts: list(SHIFT).required(),
  around: optional(list(AROUND)),
  rules: optional(RULES),
  budget: optional(Joi.object({ minutes: optional(whole()), cost: optional(Joi.number().min(0)) })),
});

const change = (name: string, fields: Record<string, Joi.Schema>) =>
  Joi.object({ do: Joi.valid(name).required(), ...fields });

/** The form of each change, by its verb. */
export const CHANGE_FIELDS: Record<string, Joi.Schema> = {
  add: change('add', { shift: SHIFT.required() }),
  set: change('set', { id: id().required(), shift: SHIFT_PATCH.required() }),
  remove: change('remove', { id: id().required() }),
  'add-leave': change('add-leave', { person: id().required(), leave: LEAVE.required() }),
  'set-leave': change('set-leave', {
    person: id().required(),
    id: id().required(),
    leave: LEAVE_PATCH.required(),
  }),
  'remove-leave': change('remove-leave', { person: id().required(), id: id().required() }),
};

/** All that is wrong with the form of a value, in the order of the document. */
export function shapeFaults(schema: Joi.Schema, value: unknown, at: (string | number)[] = []): Fault[] {
  const { error } = schema.validate(value, {
    abortEarly: false,
    convert: false,
    ...IN_WORDS,
  });
  return (error?.details ?? []).map((detail) => ({
    path: formatPath([...at, ...detail.path]),
    message: detail.message,
  }));
}

/** As {@link shapeFaults}, for the change at a place of a list of changes. */
export function changeShapeFaults(item: unknown, at: number): Fault[] {
  if (typeof item !== 'object' || item === null || Array.isArray(item))
    return [{ path: formatPath([at]), message: 'must be an object' }];
  const { do: verb } = item as { do?: unknown };
  if (typeof verb !== 'string' || !Object.hasOwn(CHANGE_FIELDS, verb)) {
    const verbs = Object.keys(CHANGE_FIELDS).join(', ');
    return [{ path: formatPath([at, 'do']), message: `must be one of ${verbs}` }];
  }
  return shapeFaults(CHANGE_FIELDS[verb], item, [at]);
}
