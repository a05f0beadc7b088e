import Joi from 'joi';
import { REQUEST_KINDS, type RequestRules } from '@/core/requests/rules';
import { ID } from '../input';
import type { AskDraft } from './payload';

const WORDS = Joi.string().trim().allow('').max(500).required();
const IDS = Joi.array().items(ID).unique().max(8);

/** Something asked about shifts: ids of published ones, each way. */
export const ASK_REQUEST = Joi.object<AskDraft>({
  id: ID.required(),
  site: ID.required(),
  kind: Joi.valid('swap', 'hand-over', 'give-up', 'take').required(),
  mine: IDS.required(),
  theirs: IDS.required(),
  colleague: ID.allow(null).required(),
  note: WORDS,
  send: Joi.boolean().default(true),
}).required();

/** Yes or no of a colleague, or a yes taken back. */
export const ANSWER_REQUEST = Joi.object<{ request: string; answer: 'yes' | 'no'; words: string }>({
  request: ID.required(),
  answer: Joi.valid('yes', 'no').required(),
  words: WORDS,
}).required();

/** One's own request, taken back or looked at. */
export const OWN_REQUEST = Joi.object<{ request: string }>({ request: ID.required() }).required();

/** What is answered to a question, or asked. */
export const REPLY_REQUEST = Joi.object<{ request: string; words: string }>({
  request: ID.required(),
  words: Joi.string().trim().min(1).max(500).required(),
}).required();

export const ASK_ABOUT_REQUEST = Joi.object<{ site: string; request: string; words: string }>({
  site: ID.required(),
  request: ID.required(),
  words: Joi.string().trim().min(1).max(500).required(),
}).required();

export const DECIDE_REQUEST = Joi.object<{
  site: string;
  request: string;
  decision: 'approve' | 'decline';
  reason: string;
}>({
  site: ID.required(),
  request: ID.required(),
  decision: Joi.valid('approve', 'decline').required(),
  reason: WORDS,
}).required();

export const APPROVE_REQUESTS = Joi.object<{ site: string; requests: readonly string[] }>({
  site: ID.required(),
  requests: Joi.array().items(ID).unique().min(1).max(200).required(),
}).required();

export const TAKE_BACK_REQUEST = Joi.object<{ site: string; request: string; reason: string }>({
  site: ID.required(),
  request: ID.required(),
  reason: WORDS,
}).required();

/** Whole hours of up to four weeks. */
const HOURS = Joi.number().integer().min(0).max(672).required();
const KINDS = Joi.array()
  .items(Joi.valid(...REQUEST_KINDS))
  .unique()
  .required();

export const SAVE_REQUEST_RULES = Joi.object<{ site: string; rules: RequestRules }>({
  site: ID.required(),
  rules: Joi.object<RequestRules>({
    kinds: KINDS,
    noticeHours: HOURS,
    open: Joi.valid('first', 'chosen').required(),
    byThemselves: KINDS,
    decideHours: HOURS,
    leadsDecide: Joi.boolean().required(),
    showsNames: Joi.boolean().required(),
  }).required(),
}).required();
