import Joi from 'joi';
import type { AskedLeave } from '@/core/leave/asked';
import type { AwayLimit } from '@/core/leave/away-limits';
import type { LeaveFigures } from '@/core/leave/entitlement';
import type { LeaveType } from '@/core/leave/leave-type';
import { INKS } from '@/core/setup/inks';
import type { Day } from '@/core/time/day';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import type { AskDraft, ClosedDraft, GrantedTo, ShiftChoice } from './payload';

/** Minutes, or thousandths of a day: far more than anybody is ever given. */
const AMOUNT = Joi.number().integer().min(-10_000_000).max(10_000_000);
const SOME = AMOUNT.min(0);
const NOTE = Joi.string().trim().max(1000).allow('');
const MINUTE = Joi.number().integer().min(0).max(1440);
const DAYS = Joi.array().items(DAY_NUMBER).max(400).unique();

const ASKED = Joi.alternatives<AskedLeave>()
  .try(
    Joi.object({
      kind: Joi.valid('span').required(),
      from: DAY_NUMBER.required(),
      to: DAY_NUMBER.required(),
      fromMinute: MINUTE.required(),
      toMinute: MINUTE.required(),
    }),
    Joi.object({ kind: Joi.valid('days').required(), days: DAYS.required() }),
    Joi.object({
      kind: Joi.valid('weekly').required(),
      from: DAY_NUMBER.required(),
      until: DAY_NUMBER.required(),
      weekdays: Joi.array().items(Joi.number().integer().min(0).max(6)).unique().max(7).required(),
    }),
  )
  .match('one');

const ASK = { id: ID.required(), type: ID.required(), asked: ASKED.required(), note: NOTE.required() };

/** Leave as one asks for it oneself; `send` false: it is kept as a draft. */
export const ASK_LEAVE = Joi.object<AskDraft & { send: boolean }>({
  ...ASK,
  send: Joi.boolean().required(),
}).required();

/** Leave that is entered for somebody; `approve`: it holds at once. */
export const ENTER_LEAVE = Joi.object<AskDraft & { person: string; approve: boolean }>({
  ...ASK,
  person: ID.required(),
  approve: Joi.boolean().required(),
}).required();

/** What is looked at before it is asked for; `person` null: one's own. */
export const LOOK_AT_LEAVE = Joi.object<Omit<AskDraft, 'id'> & { person: string | null }>({
  person: ID.allow(null).required(),
  type: ASK.type,
  asked: ASK.asked,
  note: ASK.note,
}).required();

/** A request of one's own. */
export const OWN_REQUEST = Joi.object<{ request: string }>({ request: ID.required() }).required();

/** Approved days that one asks to give back. */
export const ASK_BACK = Joi.object<{ request: string; days: readonly Day[] }>({
  request: ID.required(),
  days: DAYS.min(1).required(),
}).required();

const CHOICE = Joi.object<ShiftChoice>({
  id: ID.required(),
  site: ID.required(),
  become: Joi.valid('kept', 'open', 'given').required(),
  to: ID.allow(null).required(),
});

const REASON = Joi.string()
  .trim()
  .max(1000)
  .when('days', { is: Joi.array().length(0), then: Joi.string().min(1), otherwise: Joi.string().allow('') });

/** A decision: the days that are approved, none with a reason, and what becomes of shifts within them. */
export const DECIDE_LEAVE = Joi.object<{
  person: string;
  request: string;
  days: readonly Day[];
  reason: string;
  shifts: readonly ShiftChoice[];
}>({
  person: ID.required(),
  request: ID.required(),
  days: DAYS.required(),
  reason: REASON.required(),
  shifts: Joi.array().items(CHOICE).max(400).unique('id').required(),
}).required();

/** Several requests that are approved as they are. */
export const APPROVE_LEAVE = Joi.object<{ people: readonly string[]; requests: readonly string[] }>({
  people: Joi.array().items(ID).min(1).max(200).required(),
  requests: Joi.array().items(ID).min(1).max(200).unique().required(),
}).required();

/** Whether leave is given back as it was asked. */
export const DECIDE_BACK = Joi.object<{ person: string; request: string; agree: boolean; reason: string }>({
  person: ID.required(),
  request: ID.required(),
  agree: Joi.boolean().required(),
  reason: NOTE.required(),
}).required();

/** Leave of somebody that is taken back, or put on other days. */
export const CHANGE_LEAVE = Joi.object<{
  person: string;
  request: string;
  days: readonly Day[];
  reason: string;
}>({
  person: ID.required(),
  request: ID.required(),
  days: DAYS.min(1).required(),
  reason: NOTE.required(),
}).required();

export const MOVE_LEAVE = Joi.object<{ person: string; request: string; id: string; asked: AskedLeave }>({
  person: ID.required(),
  request: ID.required(),
  id: ID.required(),
  asked: ASKED.required(),
}).required();

/** Somebody cannot come: from now, or on days. */
export const REPORT_ABSENCE = Joi.object<{
  id: string;
  type: string;
  to: Day;
  note: string;
  person: string | null;
}>({
  id: ID.required(),
  type: ID.required(),
  to: DAY_NUMBER.required(),
  note: NOTE.required(),
  person: ID.allow(null).required(),
}).required();

const BALANCE = Joi.object({ mayOwe: SOME.allow(null).required() });
const YEAR = Joi.alternatives()
  .try(
    Joi.object({ from: Joi.valid('calendar').required() }),
    Joi.object({ from: Joi.valid('hiring').required() }),
    Joi.object({
      from: Joi.valid('own').required(),
      month: Joi.number().integer().min(1).max(12).required(),
      date: Joi.number().integer().min(1).max(31).required(),
    }),
  )
  .match('one');
const ENTITLEMENT = Joi.object({
  amount: SOME.required(),
  year: YEAR.required(),
  comes: Joi.valid('yearly', 'monthly', 'hourly').required(),
  hourShare: Joi.number().integer().min(0).max(100_000).required(),
  fullTimeMinutes: Joi.number().integer().min(1).max(10_080).allow(null).required(),
  step: SOME.min(1).required(),
  rounding: Joi.valid('up', 'down', 'nearest').required(),
  waitingDays: Joi.number().integer().min(0).max(3650).required(),
  cap: SOME.allow(null).required(),
});
const CARRY = Joi.object({
  most: SOME.allow(null).required(),
  endsAfter: Joi.number().integer().min(1).max(24).allow(null).required(),
});
const AHEAD = Joi.number().integer().min(0).max(3650).allow(null).required();

const TYPE = Joi.object<LeaveType>({
  id: ID.required(),
  name: NAME.required(),
  mark: Joi.string().trim().min(1).max(3).required(),
  ink: Joi.valid(...INKS).required(),
  unit: Joi.valid('days', 'half-days', 'hours').required(),
  step: SOME.min(1).required(),
  isPaid: Joi.boolean().required(),
  counting: Joi.valid('usual-week', 'weekend', 'calendar').required(),
  balance: BALANCE.allow(null).required(),
  entitlement: ENTITLEMENT.allow(null).required(),
  carryOver: CARRY.allow(null).required(),
  since: DAY_NUMBER.required(),
  isEarned: Joi.boolean().required(),
  askedBy: Joi.object({
    groups: Joi.array().items(NAME).max(100).required(),
    contracts: Joi.array().items(NAME).max(10).required(),
  })
    .allow(null)
    .required(),
  ahead: Joi.object({ least: AHEAD, most: AHEAD }).required(),
  approval: Joi.valid('nobody', 'scheduler', 'manager', 'manager-then-scheduler').required(),
  deputyAfter: Joi.number().integer().min(0).max(365).allow(null).required(),
  needsNote: Joi.boolean().required(),
  isRetired: Joi.boolean().required(),
});

/** The kinds of leave of the business. */
export const SAVE_TYPES = Joi.object<{ types: readonly LeaveType[] }>({
  types: Joi.array().items(TYPE).max(200).unique('id').required(),
}).required();

const LIMIT = Joi.object<AwayLimit>({
  id: ID.required(),
  of: Joi.alternatives()
    .try(
      Joi.object({ kind: Joi.valid('site').required() }),
      Joi.object({ kind: Joi.valid('role').required(), id: ID.required() }),
      Joi.object({ kind: Joi.valid('area').required(), id: ID.required() }),
    )
    .match('one')
    .required(),
  most: Joi.number().integer().min(0).max(10_000).required(),
  weekdays: Joi.array().items(Joi.boolean()).length(7).allow(null).required(),
  from: DAY_NUMBER.allow(null).required(),
  to: DAY_NUMBER.allow(null).required(),
});

const inOrder = (value: ClosedDraft, helpers: Joi.CustomHelpers) =>
  value.to < value.from ? helpers.message({ custom: 'the last day is before the first' }) : value;

/** How many may be away at a site, and when nobody may. */
export const SAVE_AWAY_RULES = Joi.object<{
  site: string;
  limits: readonly AwayLimit[];
  closed: readonly ClosedDraft[];
  absenceOpens: boolean;
}>({
  site: ID.required(),
  limits: Joi.array().items(LIMIT).max(200).unique('id').required(),
  closed: Joi.array()
    .items(
      Joi.object<ClosedDraft>({
        id: ID.required(),
        from: DAY_NUMBER.required(),
        to: DAY_NUMBER.required(),
        reason: NAME.required(),
      }).custom(inOrder),
    )
    .max(200)
    .unique('id')
    .required(),
  absenceOpens: Joi.boolean().required(),
}).required();

/** Leave that is granted; `later`: to those who join later too. */
export const GRANT_LEAVE = Joi.object<{
  site: string | null;
  type: string;
  to: GrantedTo;
  amount: number;
  date: Day;
  note: string;
  later: boolean;
}>({
  site: ID.allow(null).required(),
  type: ID.required(),
  to: Joi.alternatives()
    .try(
      Joi.object({
        kind: Joi.valid('people').required(),
        people: Joi.array().items(ID).min(1).max(5000).unique().required(),
      }),
      Joi.object({
        kind: Joi.valid('groups').required(),
        groups: Joi.array().items(NAME).min(1).max(100).required(),
      }),
      Joi.object({ kind: Joi.valid('all').required() }),
    )
    .match('one')
    .required(),
  amount: AMOUNT.invalid(0).required(),
  date: DAY_NUMBER.required(),
  note: NOTE.required(),
  later: Joi.boolean().required(),
}).required();

/** A grant that those who join later get no more. */
export const END_GRANT = Joi.object<{ site: string | null; grant: string }>({
  site: ID.allow(null).required(),
  grant: ID.required(),
}).required();

/** An entry that is taken back by another. */
export const REVERSE_ENTRY = Joi.object<{ person: string; entry: string; note: string }>({
  person: ID.required(),
  entry: ID.required(),
  note: NOTE.required(),
}).required();

/** Figures that are different for one person from a date on. */
export const SAVE_EXCEPTION = Joi.object<{
  id: string;
  person: string;
  type: string;
  since: Day;
  figures: LeaveFigures;
  note: string;
}>({
  id: ID.required(),
  person: ID.required(),
  type: ID.required(),
  since: DAY_NUMBER.required(),
  figures: Joi.object<LeaveFigures>({
    amount: SOME,
    cap: SOME.allow(null),
    waitingDays: Joi.number().integer().min(0).max(3650),
    mostCarried: SOME.allow(null),
  })
    .min(1)
    .required(),
  note: NOTE.required(),
}).required();
