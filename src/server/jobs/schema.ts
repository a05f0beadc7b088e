import Joi from 'joi';
import type { Span } from '@/core/time/span';
import type { Day } from '@/core/time/day';
import { MOST_VISIT_MINUTES, type VisitPatch } from '@/core/jobs/visit-change';
import type { Visit } from '@/core/jobs/types';
import { ID, REQUEST_ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';

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
