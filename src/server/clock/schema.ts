import Joi from 'joi';
import type { Activity, ClockAsks } from '@/core/clock/activity';
import type { ClockRules } from '@/core/clock/clock-rules';
import type { PhoneRules, Position } from '@/core/clock/place';
import type { AlertRule } from '@/core/today/alerts';
import type { PunchKind } from '@/core/clock/punch';
import { ROUNDING_STEPS } from '@/core/clock/rounding';
import type { Day } from '@/core/time/day';
import { ID, REQUEST_ID, once } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';

/** A punch that a scheduler makes for somebody. */
export interface PunchDraft {
  readonly id: string;
  readonly site: string;
  readonly person: string;
  readonly kind: PunchKind;
  /** Elapsed minute since 1970-01-01T00:00 UTC; null: now. */
  readonly at: number | null;
  readonly note: string;
}

/** What is to stand for some punches of a person at a site. */
export interface PunchCorrection {
  readonly site: string;
  readonly person: string;
  readonly changes: readonly {
    /** Of the punch that is made of it. */
    readonly id: string;
    /** The one that is corrected; null: nobody clocked it. */
    readonly punch: string | null;
    /** null: it is taken away. */
    readonly instead: {
      readonly kind: PunchKind;
      readonly at: number;
      /** What is worked at from then on; null: nothing is said; left out: as it was. */
      readonly activity?: string | null;
    } | null;
  }[];
  readonly reason: string;
}

type Change = PunchCorrection['changes'][number];

const KIND = Joi.valid('in', 'out', 'break-begins', 'break-ends', 'change').required();
const MINUTE = Joi.number().integer().min(0).max(100_000_000);
const NOTE = Joi.string().trim().max(500);

export const PUNCH = Joi.object<PunchDraft>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  person: ID.required(),
  kind: KIND,
  at: MINUTE.allow(null).required(),
  note: NOTE.allow('').required(),
}).required();

export const CORRECT_PUNCHES = Joi.object<PunchCorrection>({
  site: ID.required(),
  person: ID.required(),
  changes: Joi.array()
    .items(
      Joi.object({
        id: REQUEST_ID.required(),
        punch: ID.allow(null).required(),
        instead: Joi.object({ kind: KIND, at: MINUTE.required(), activity: ID.allow(null) })
          .allow(null)
          .required(),
      }),
    )
    .min(1)
    .max(40)
    .unique('id')
    .unique((a: Change, b: Change) => a.punch !== null && a.punch === b.punch)
    .required(),
  reason: NOTE.min(1).required(),
}).required();

/** What somebody wants to have put right at the clock. */
export interface PunchAsk {
  readonly id: string;
  /** The punch it is about; null: it is missing. */
  readonly punch: string | null;
  /** What it is to be; null: it is to be taken away. */
  readonly kind: PunchKind | null;
  readonly at: number;
  readonly reason: string;
}

export const ASK_PUNCH = Joi.object<PunchAsk>({
  id: REQUEST_ID.required(),
  punch: ID.allow(null).required(),
  kind: Joi.valid('in', 'out', 'break-begins', 'break-ends', 'change', null).required(),
  at: MINUTE.required(),
  reason: NOTE.min(1).required(),
}).required();

export const WITHDRAW_PUNCH = Joi.object<{ id: string }>({ id: ID.required() }).required();

/** What is said to a question about the clock. */
export interface PunchAnswer {
  readonly id: string;
  readonly site: string;
  /** The id of what is clocked, where it is agreed to. */
  readonly punch: string;
  readonly isAgreed: boolean;
  readonly answer: string;
}

export const ANSWER_PUNCH = Joi.object<PunchAnswer>({
  id: ID.required(),
  site: ID.required(),
  punch: REQUEST_ID.required(),
  isAgreed: Joi.boolean().required(),
  answer: NOTE.allow('').required(),
}).required();

/** How many times of another clock are taken at once. */
export const MOST_IMPORTED = 10_000;

/** Times of another clock, by staff number. */
export interface ImportedPunches {
  readonly site: string;
  readonly rows: readonly {
    /** Of the file, from 1. */
    readonly row: number;
    readonly number: string;
    /** Elapsed minute since 1970-01-01T00:00 UTC. */
    readonly at: number;
    /** null: the clock does not say. */
    readonly kind: 'in' | 'out' | 'break-begins' | 'break-ends' | null;
  }[];
}

export const IMPORT_PUNCHES = Joi.object<ImportedPunches>({
  site: ID.required(),
  rows: Joi.array()
    .items(
      Joi.object({
        row: Joi.number().integer().min(1).required(),
        number: Joi.string().max(80).required(),
        at: MINUTE.required(),
        kind: Joi.valid('in', 'out', 'break-begins', 'break-ends', null).required(),
      }),
    )
    .min(1)
    .max(MOST_IMPORTED)
    .required(),
}).required();

/** Clocks for oneself by one's own phone. */
export interface OwnPunch {
  readonly id: string;
  readonly site: string;
  readonly kind: 'in' | 'out' | 'break-begins' | 'break-ends' | 'change';
  /** What one works at from then on; null: nothing is said. */
  readonly activity: string | null;
  /** Where the phone says it is; null: it did not say, or was not asked. */
  readonly position: Position | null;
}

export const OWN_PUNCH = Joi.object<OwnPunch>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  kind: Joi.valid('in', 'out', 'break-begins', 'break-ends', 'change').required(),
  activity: ID.allow(null).required(),
  position: Joi.object({
    latitude: Joi.number().min(-90).max(90).required(),
    longitude: Joi.number().min(-180).max(180).required(),
    accuracy: Joi.number().min(0).max(100_000_000).required(),
  })
    .allow(null)
    .required(),
}).required();

export const SAVE_PHONES = Joi.object<{ site: string; phone: PhoneRules }>({
  site: ID.required(),
  phone: Joi.object({
    isAllowed: Joi.boolean().required(),
    outside: Joi.valid('refused', 'marked').required(),
    places: Joi.array()
      .items(
        Joi.object({
          id: ID.required(),
          name: NAME.required(),
          latitude: Joi.number().min(-90).max(90).required(),
          longitude: Joi.number().min(-180).max(180).required(),
          radius: Joi.number().integer().min(10).max(100_000).required(),
          groups: Joi.array().items(NAME).max(50).unique().required(),
        }),
      )
      .max(50)
      .unique('id')
      .required(),
  }).required(),
}).required();

export const SAVE_ALERTS = Joi.object<{ site: string; alerts: readonly AlertRule[] }>({
  site: ID.required(),
  alerts: Joi.array()
    .items(
      Joi.object({
        id: ID.required(),
        kind: Joi.valid('missing', 'still-in', 'long-break').required(),
        minutes: Joi.number().integer().min(0).max(720).required(),
        groups: Joi.array().items(NAME).max(50).unique().required(),
        tells: Joi.array()
          .items(Joi.valid('schedulers', 'manager', 'person'))
          .unique()
          .required(),
        people: Joi.array().items(ID).max(50).unique().required(),
        text: Joi.string().trim().min(1).max(300).required(),
      }),
    )
    .max(30)
    .unique('id')
    .required(),
}).required();

/** Rules of the clock of a site from a date on; null: those of that date are taken away again. */
export interface ClockRulesDraft {
  readonly site: string;
  readonly since: Day | null;
  readonly rules: Omit<ClockRules, 'since'> | null;
}

const LENGTH = Joi.number().integer().required();
const GRACE = Joi.object({ grace: LENGTH, from: Joi.valid('planned', 'grace').required() }).required();
const ROUND = Joi.object({
  step: Joi.valid(...ROUNDING_STEPS).required(),
  way: Joi.valid('nearest', 'up', 'down').required(),
}).required();
const kind = (name: string, more: Joi.PartialSchemaMap = {}) =>
  Joi.object({ kind: Joi.valid(name).required(), ...more });

export const SAVE_CLOCK_RULES = Joi.object<ClockRulesDraft>({
  site: ID.required(),
  since: DAY_NUMBER.allow(null).required(),
  rules: Joi.object({
    windows: Joi.object({
      beforeStart: LENGTH,
      afterStart: LENGTH,
      beforeEnd: LENGTH,
      afterEnd: LENGTH,
    }).required(),
    early: Joi.alternatives(
      kind('refused', { minutes: LENGTH }),
      kind('from-start'),
      kind('counted'),
    ).required(),
    late: GRACE,
    leaving: GRACE,
    missing: Joi.alternatives(kind('left'), kind('counted', { minutes: LENGTH })).required(),
    openAfterEnd: LENGTH,
    overtime: Joi.alternatives(
      kind('after-end', { minutes: LENGTH }),
      kind('after-time', { time: LENGTH }),
    ).required(),
    breaks: Joi.object({
      kind: Joi.valid('clocked', 'rule', 'longer').required(),
      paidUpTo: LENGTH,
    }).required(),
    rounding: Joi.alternatives(
      Joi.object({ of: Joi.valid('punch').required(), in: ROUND, out: ROUND }),
      Joi.object({ of: Joi.valid('day').required(), total: ROUND }),
    ).required(),
    standardDay: LENGTH,
  })
    .allow(null)
    .required(),
}).required();

export const SAVE_ACTIVITIES = Joi.object<{ activities: readonly Activity[] }>({
  activities: Joi.array()
    .items(
      Joi.object({
        id: ID.required(),
        code: Joi.string().trim().max(12).allow('').required(),
        name: NAME.required(),
        budgetMinutes: Joi.number().integer().min(1).max(60_000_000).allow(null).required(),
        groups: Joi.array().items(NAME).max(50).unique().required(),
        isRetired: Joi.boolean().required(),
      }),
    )
    .max(500)
    .unique('id')
    .custom(once('name', 'there are two activities of this name'))
    .required(),
}).required();

export const SAVE_ASKS = Joi.object<{ site: string; asks: ClockAsks }>({
  site: ID.required(),
  asks: Joi.valid('never', 'offered', 'asked').required(),
}).required();
