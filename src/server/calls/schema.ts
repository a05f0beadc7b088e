import Joi from 'joi';
import { type CallMode, LONGEST_PAUSE, SHORTEST_PAUSE } from '@/core/today/call-round';
import { ID, REQUEST_ID } from '../input';

/** A shift that people are asked to take. */
export interface CallDraft {
  readonly id: string;
  readonly site: string;
  readonly shift: string;
  /** In the order in which they are asked. */
  readonly people: readonly string[];
  readonly mode: CallMode;
  /** In minutes, before the next is asked. */
  readonly pause: number;
  /** From which minute of its date on it is offered; null: all of it. */
  readonly since: number | null;
  readonly note: string;
}

/** Yes or no of somebody who is asked. */
export interface CallAnswer {
  readonly round: string;
  readonly answer: 'yes' | 'no';
}

const ROUND = { site: ID.required(), round: REQUEST_ID.required() };
const ANSWER = Joi.valid('yes', 'no').required();

export const BEGIN_CALL = Joi.object<CallDraft>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  shift: ID.required(),
  people: Joi.array()
    .items(ID)
    .unique()
    .min(1)
    .max(200)
    .required()
    .messages({ 'array.min': 'choose somebody to ask' }),
  mode: Joi.valid('in-turn', 'at-once').required(),
  pause: Joi.number().integer().min(SHORTEST_PAUSE).max(LONGEST_PAUSE).required(),
  since: Joi.number().integer().min(0).max(2880).allow(null).required(),
  note: Joi.string().trim().max(200).allow('').required(),
}).required();

export const ANSWER_CALL = Joi.object<CallAnswer>({
  round: REQUEST_ID.required(),
  answer: ANSWER,
}).required();

export const ANSWER_CALL_FOR = Joi.object<CallAnswer & { site: string; person: string }>({
  ...ROUND,
  person: ID.required(),
  answer: ANSWER,
}).required();

export const CALL = Joi.object<{ site: string; round: string }>(ROUND).required();
