import Joi from 'joi';
import { ID, REQUEST_ID } from '../input';
import { SHIFT } from '../plan/schema';
import { GOALS } from '@/core/propose/goals';
import type { Proposing } from '@/core/propose/proposing';
import { DAY_NUMBER, minute } from '../site/schema';
import type { ProposalRequest } from './payload';

/** What is posted to have shifts proposed. */
export const PROPOSAL_REQUEST = Joi.object<ProposalRequest>({
  id: REQUEST_ID.required(),
  weeks: Joi.number().integer().min(1).max(4).required(),
  people: Joi.array().items(ID).max(2000).allow(null).required(),
  dates: Joi.array().items(DAY_NUMBER).max(28).allow(null).required(),
  fill: Joi.valid('all', 'open', 'gaps').required(),
  mayMove: Joi.boolean().required(),
  keep: Joi.array().items(SHIFT).max(10_000).required(),
  known: Joi.array().items(SHIFT).max(10_000).required(),
  seed: Joi.number().integer().min(1).max(1_000_000).required(),
  effort: Joi.number().min(0.1).max(20).required(),
}).required();

/** What a site says of proposals. */
export const SAVE_PROPOSING = Joi.object<{ site: string; proposing: Proposing }>({
  site: ID.required(),
  proposing: Joi.object<Proposing>({
    goals: Joi.array()
      .items(Joi.valid(...GOALS.map(({ key }) => key)))
      .unique()
      .required(),
    limits: Joi.object({
      late: minute(2160).min(720).required(),
      early: minute(720).required(),
      nightFrom: minute(1439).min(720).required(),
      nightTo: minute(720).required(),
      nightMinutes: minute(720).min(1).required(),
    }).required(),
  }).required(),
});

/** Which looking is to stop. */
export const STOP_REQUEST = Joi.object<{ id: string }>({ id: REQUEST_ID.required() }).required();
