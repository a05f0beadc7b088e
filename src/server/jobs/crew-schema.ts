import Joi from 'joi';
import { ID, REQUEST_ID } from '../input';
import { MONEY, NAME } from '../site/schema';
import { MOST_JOB_MINUTES } from './schema';

/** Work on a job that begins: who of the crew is there. */
export interface JobBegin {
  readonly id: string;
  readonly site: string;
  readonly job: string;
  readonly people: readonly string[];
}

export const BEGIN_JOB = Joi.object<JobBegin>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  job: ID.required(),
  people: Joi.array().items(ID).min(1).max(50).unique().required(),
}).required();

export interface JobPause {
  readonly id: string;
  readonly site: string;
  readonly job: string;
}

export const PAUSE_JOB = Joi.object<JobPause>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  job: ID.required(),
}).required();

/** A job that is done as far as it goes; `left`: person-minutes that are left over and wait anew; null: none. */
export interface JobFinish extends JobPause {
  readonly note: string;
  readonly left: number | null;
}

const NOTE = Joi.string().trim().max(2000).allow('');

export const FINISH_JOB = Joi.object<JobFinish>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  job: ID.required(),
  note: NOTE.required(),
  left: Joi.number().integer().min(1).max(MOST_JOB_MINUTES).allow(null).required(),
}).required();

/** What was used for a job; `cost`: of all of it; null: not said yet. */
export interface JobMaterial {
  readonly id: string;
  readonly site: string;
  readonly job: string;
  readonly name: string;
  readonly cost: number | null;
}

export const SAVE_MATERIAL = Joi.object<JobMaterial>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  job: ID.required(),
  name: NAME.required(),
  cost: MONEY.allow(null).required(),
}).required();

export const MATERIAL_AT = Joi.object<{ site: string; material: string }>({
  site: ID.required(),
  material: ID.required(),
}).required();
