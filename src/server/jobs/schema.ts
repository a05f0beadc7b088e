import Joi from 'joi';
import type { Span } from '@/core/time/span';
import type { Day } from '@/core/time/day';
import { MOST_VISIT_MINUTES, type VisitPatch } from '@/core/jobs/visit-change';
import type { Round } from '@/core/jobs/round';
import type { Crew, Service, Travel, Visit } from '@/core/jobs/types';
import { INKS } from '@/core/setup/inks';
import { ID, REQUEST_ID, once } from '../input';
import { DAY_NUMBER, MONEY, NAME, SPANS } from '../site/schema';

/** The most person-minutes a job takes: a thousand hours. */
export const MOST_JOB_MINUTES = 60_000;

/** A change of a visit as a page sends it: what it alters comes with the values it was made on. */
export type SentVisitChange =
  | { readonly do: 'add-visit'; readonly visit: Visit }
  | {
      readonly do: 'set-visit';
      readonly id: string;
      readonly visit: VisitPatch;
      readonly was: VisitPatch;
    }
  | { readonly do: 'remove-visit'; readonly id: string };

export interface VisitsChange {
  readonly site: string;
  readonly changes: readonly SentVisitChange[];
}

const visit = {
  job: ID,
  crew: ID.allow(null),
  person: ID.allow(null),
  date: DAY_NUMBER,
  from: Joi.number().integer().min(0).max(1439),
  minutes: Joi.number().integer().min(1).max(MOST_VISIT_MINUTES).allow(null),
  personMinutes: Joi.number().integer().min(1).max(MOST_JOB_MINUTES).allow(null),
  isThrough: Joi.boolean(),
  isFixed: Joi.boolean(),
  note: Joi.string().max(500).allow(null),
};
const whole = Object.fromEntries(Object.entries(visit).map(([name, schema]) => [name, schema.required()]));

const VISIT_CHANGE = Joi.alternatives().conditional('.do', {
  switch: [
    {
      is: 'add-visit',
      then: Joi.object({
        do: Joi.valid('add-visit').required(),
        visit: Joi.object({ id: REQUEST_ID.required(), ...whole }).required(),
      }),
    },
    {
      is: 'set-visit',
      then: Joi.object({
        do: Joi.valid('set-visit').required(),
        id: ID.required(),
        visit: Joi.object(visit).min(1).required(),
        was: Joi.object(visit).required(),
      }),
    },
    {
      is: 'remove-visit',
      then: Joi.object({ do: Joi.valid('remove-visit').required(), id: ID.required() }),
    },
  ],
  otherwise: Joi.object({ do: Joi.valid('add-visit', 'set-visit', 'remove-visit').required() }).required(),
});

export const CHANGE_VISITS = Joi.object<VisitsChange>({
  site: ID.required(),
  changes: Joi.array().items(VISIT_CHANGE).min(1).max(500).required(),
}).required();

/** A job as it is written. `place`: one that is known; else `newPlace` is made; neither: a block of time without a customer. */
export interface JobDraft {
  readonly id: string;
  readonly site: string;
  readonly title: string;
  readonly place: string | null;
  readonly newPlace: string | null;
  readonly service: string | null;
  readonly personMinutes: number;
  readonly people: number;
  readonly earliest: Day | null;
  readonly latest: Day | null;
  readonly window: Span | null;
  readonly note: string;
}

export const SAVE_JOB = Joi.object<JobDraft>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  title: NAME.required(),
  place: ID.allow(null).required(),
  newPlace: NAME.allow(null).required(),
  service: ID.allow(null).required(),
  personMinutes: Joi.number().integer().min(1).max(MOST_JOB_MINUTES).required(),
  people: Joi.number().integer().min(1).max(50).required(),
  earliest: DAY_NUMBER.allow(null).required(),
  latest: DAY_NUMBER.allow(null).required(),
  window: Joi.object({
    from: Joi.number().integer().min(0).max(1439).required(),
    to: Joi.number().integer().min(1).max(1440).required(),
  })
    .allow(null)
    .required(),
  note: Joi.string().trim().max(2000).allow('').required(),
}).required();

export const JOB_AT = Joi.object<{ site: string; job: string }>({
  site: ID.required(),
  job: ID.required(),
}).required();

export const JOB_PROGRESS = Joi.object<{ site: string; job: string; progress: 'open' | 'started' | 'done' }>({
  site: ID.required(),
  job: ID.required(),
  progress: Joi.valid('open', 'started', 'done').required(),
}).required();

/** A day that is lost, or became free. */
export interface DayMoveDraft {
  readonly site: string;
  readonly date: Day;
  readonly crews: readonly string[];
  readonly rounds: readonly string[] | null;
  readonly how: 'room' | 'onward' | 'forward';
  readonly until: Day | null;
  readonly reason: string;
}

export const MOVE_DAY = Joi.object<DayMoveDraft>({
  site: ID.required(),
  date: DAY_NUMBER.required(),
  crews: Joi.array().items(ID).min(1).max(200).unique().required(),
  rounds: Joi.array().items(ID).min(1).max(200).unique().allow(null).required(),
  how: Joi.valid('room', 'onward', 'forward').required(),
  until: DAY_NUMBER.allow(null).required(),
  reason: Joi.string().trim().max(60).allow('').required(),
}).required();

/** A round as it is written; `crew`: who usually goes. */
export interface RoundDraft extends Round {
  readonly crew: string | null;
}

/** The most places of a round, and days within which its jobs are done. */
export const MOST_ROUND_PLACES = 300;
export const MOST_ROUND_DAYS = 60;

/** `from`: jobs of earlier dates stay as they are; null: all that are not begun change. */
export interface RoundSave {
  readonly site: string;
  readonly round: RoundDraft;
  readonly from: Day | null;
}

export const SAVE_ROUND = Joi.object<RoundSave>({
  site: ID.required(),
  round: Joi.object({
    id: REQUEST_ID.required(),
    name: NAME.required(),
    service: ID.allow(null).required(),
    crew: ID.allow(null).required(),
    places: Joi.array().items(ID).min(1).max(MOST_ROUND_PLACES).unique().required(),
    rule: Joi.string().max(300).allow(null).required(),
    since: DAY_NUMBER.required(),
    until: DAY_NUMBER.allow(null).required(),
    days: Joi.number().integer().min(1).max(MOST_ROUND_DAYS).required(),
    personMinutes: Joi.number().integer().min(1).max(MOST_JOB_MINUTES).allow(null).required(),
  }).required(),
  from: DAY_NUMBER.allow(null).required(),
}).required();

export const ROUND_AT = Joi.object<{ site: string; round: string }>({
  site: ID.required(),
  round: ID.required(),
}).required();

/** A round that crews are called out for; `at`: minute of the date. */
export interface RoundCall {
  readonly site: string;
  readonly round: string;
  readonly crews: readonly string[];
  readonly date: Day;
  readonly at: number;
}

export const CALL_ROUND = Joi.object<RoundCall>({
  site: ID.required(),
  round: ID.required(),
  crews: Joi.array().items(ID).min(1).max(50).unique().required(),
  date: DAY_NUMBER.required(),
  at: Joi.number().integer().min(0).max(1439).required(),
}).required();

/** A crew as it is set up; people between dates, both inclusive. */
export type CrewDraft = Omit<Crew, 'dates' | 'start'> & { readonly ink: string };

/** A service as it is set up; retired: what was done of it stays, and it is not offered any more. */
export type ServiceDraft = Service & { readonly isRetired: boolean };

/** What a site needs for jobs. `travel`: how long it is from place to place; null: it visits nobody. */
export interface FieldSetup {
  readonly site: string;
  readonly travel: Travel | null;
  readonly crews: readonly CrewDraft[];
  readonly services: readonly ServiceDraft[];
}

const WAY = Joi.number().integer().min(0).max(1440);

export const SAVE_FIELD = Joi.object<FieldSetup>({
  site: ID.required(),
  travel: Joi.object({
    usual: WAY.required(),
    pairs: Joi.array()
      .items(Joi.object({ a: NAME.required(), b: NAME.required(), minutes: WAY.required() }))
      .max(2000)
      .required(),
  })
    .allow(null)
    .required(),
  crews: Joi.array()
    .items(
      Joi.object({
        id: ID.required(),
        name: NAME.required(),
        ink: Joi.valid(...INKS).required(),
        members: Joi.array()
          .items(
            Joi.object({
              person: ID.required(),
              from: DAY_NUMBER.allow(null).required(),
              to: DAY_NUMBER.allow(null).required(),
            }),
          )
          .max(100)
          .required(),
        hours: Joi.array().items(SPANS).length(7).required(),
        until: DAY_NUMBER.allow(null).required(),
      }),
    )
    .max(200)
    .unique('id')
    .custom(once('name', 'there are two crews of this name'))
    .required(),
  services: Joi.array()
    .items(
      Joi.object({
        id: ID.required(),
        name: NAME.required(),
        personMinutes: Joi.number().integer().min(1).max(MOST_JOB_MINUTES).allow(null).required(),
        role: ID.allow(null).required(),
        price: Joi.object({ by: Joi.valid('hour', 'job').required(), amount: MONEY.required() })
          .allow(null)
          .required(),
        factors: Joi.array().items(Joi.number().min(0.1).max(10)).length(12).allow(null).required(),
        isRetired: Joi.boolean().required(),
      }),
    )
    .max(300)
    .unique('id')
    .custom(once('name', 'there are two services of this name'))
    .required(),
}).required();

/** A place as it is written; `newCustomer` is made with it, and then `customer` is null. */
export interface PlaceDraft {
  readonly id: string;
  readonly name: string;
  readonly customer: string | null;
  readonly newCustomer: string | null;
  readonly address: string;
  readonly zone: string | null;
  readonly contact: string;
  readonly accessNote: string;
  readonly isRetired: boolean;
}

const LONG_TEXT = Joi.string().trim().max(2000).allow('');

export const SAVE_PLACE = Joi.object<{ site: string; place: PlaceDraft }>({
  site: ID.required(),
  place: Joi.object({
    id: REQUEST_ID.required(),
    name: NAME.required(),
    customer: ID.allow(null).required(),
    newCustomer: NAME.allow(null).required(),
    address: Joi.string().trim().max(300).allow('').required(),
    zone: NAME.allow(null).required(),
    contact: Joi.string().trim().max(300).allow('').required(),
    accessNote: LONG_TEXT.required(),
    isRetired: Joi.boolean().required(),
  }).required(),
}).required();

export const PLACE_AT = Joi.object<{ site: string; place: string }>({
  site: ID.required(),
  place: ID.required(),
}).required();

/** Whoever jobs are done for, as it is written. */
export interface CustomerDraft {
  readonly id: string;
  readonly name: string;
  readonly contact: string;
  readonly note: string;
}

export const SAVE_CUSTOMER = Joi.object<{ site: string; customer: CustomerDraft }>({
  site: ID.required(),
  customer: Joi.object({
    id: ID.required(),
    name: NAME.required(),
    contact: Joi.string().trim().max(300).allow('').required(),
    note: LONG_TEXT.required(),
  }).required(),
}).required();

export const CUSTOMER_AT = Joi.object<{ site: string; customer: string }>({
  site: ID.required(),
  customer: ID.required(),
}).required();

/** What crews are told of: the visits of some days, `to` not included, as they were looked at. */
export interface VisitsPublish {
  readonly site: string;
  readonly from: Day;
  readonly to: Day;
  readonly stamp: string;
}

export const PUBLISH_VISITS = Joi.object<VisitsPublish>({
  site: ID.required(),
  from: DAY_NUMBER.required(),
  to: DAY_NUMBER.greater(Joi.ref('from')).required(),
  stamp: Joi.string().max(40).required(),
}).required();

/** Done jobs that are taken into a bill. */
export interface JobsBill {
  readonly site: string;
  readonly jobs: readonly string[];
}

export const BILL_JOBS = Joi.object<JobsBill>({
  site: ID.required(),
  jobs: Joi.array().items(ID).min(1).max(1000).unique().required(),
}).required();
