import Joi from 'joi';
import { DATE, ID } from '../input';
import type { LateDecision } from './payload';

/** News that was looked at. */
export const SEE_NEWS = Joi.object<{ news: readonly string[] }>({
  news: Joi.array().items(ID).unique().min(1).max(200).required(),
}).required();

/** Yes or no to a late change. */
export const ANSWER_NEWS = Joi.object<{ news: string; answer: 'yes' | 'no' }>({
  news: ID.required(),
  answer: Joi.valid('yes', 'no').required(),
}).required();

/** What becomes of a no, and of a draft that differs from what is published. */
export const DECIDE_LATE = Joi.object<LateDecision>({
  site: ID.required(),
  news: ID.required(),
  decision: Joi.valid('keep', 'give back').required(),
  draft: Joi.valid('keep', 'drop'),
}).required();

/** A line of a check-list that is done, or not. */
export const TICK_TASK = Joi.object<{ shift: string; task: string; isDone: boolean }>({
  shift: ID.required(),
  task: Joi.string().max(400).required(),
  isDone: Joi.boolean().required(),
}).required();

/** One's own telephone number. */
export const OWN_PHONE = Joi.object<{ phone: string | null }>({
  phone: Joi.string().trim().max(60).allow(null, '').required(),
}).required();

/** A day at a site. */
export const TEAM_ON = Joi.object<{ site: string; date: number }>({
  site: ID.required(),
  date: DATE.required(),
}).required();
