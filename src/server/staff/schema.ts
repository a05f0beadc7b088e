import Joi from 'joi';
import type { Day } from '@/core/time/day';
import { WISH_KINDS, type WishKind } from '@/core/wishes/wishes';
import { DATE, ID } from '../input';
import type { VersionDraft } from '../people/payload';
import { VERSION } from '../people/schema';
import { DAY_NUMBER } from '../site/schema';
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

/** A wish for a day; `kind` null: none any more. */
export const SAVE_WISH = Joi.object<{ date: Day; kind: WishKind | null; weight: number }>({
  date: DAY_NUMBER.required(),
  kind: Joi.valid(...WISH_KINDS, null).required(),
  weight: Joi.number().integer().min(1).max(3).required(),
}).required();

/** Availability as somebody proposes it. */
export const PROPOSE_AVAILABILITY = Joi.object<{ version: VersionDraft }>({
  version: VERSION.required(),
}).required();

/** A proposal to be taken back. */
export const WITHDRAW_AVAILABILITY = Joi.object<{ proposal: string }>({ proposal: ID.required() }).required();

/** What becomes of proposed availability; `since`: accepted from a later day than proposed. Declined with a reason. */
export const DECIDE_AVAILABILITY = Joi.object<{
  person: string;
  proposal: string;
  isAccepted: boolean;
  since?: Day | null;
  reason: string;
}>({
  person: ID.required(),
  proposal: ID.required(),
  isAccepted: Joi.boolean().required(),
  since: DAY_NUMBER.allow(null),
  reason: Joi.string()
    .trim()
    .max(1000)
    .when('isAccepted', { is: true, then: Joi.string().allow(''), otherwise: Joi.string().min(1) })
    .required(),
}).required();
