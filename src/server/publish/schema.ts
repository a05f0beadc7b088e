import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER } from '../site/schema';
import type { PublishRequest, WithdrawRequest } from './payload';

/** The most days that are published or withdrawn at once. */
export const MOST_DAYS = 28;

/** A span of days to be published, as it was looked at. */
export const PUBLISH = Joi.object<PublishRequest>({
  site: ID.required(),
  from: DAY_NUMBER.required(),
  to: DAY_NUMBER.greater(Joi.ref('from')).required(),
  people: Joi.array().items(ID.allow(null)).min(1).max(2000).allow(null).required(),
  message: Joi.string().trim().max(2000).allow('').required(),
  stamp: Joi.string().max(40).required(),
  acknowledged: Joi.array().items(Joi.string().max(400)).max(5000).required(),
}).required();

/** A span of days to be withdrawn, with the reason that staff are told. */
export const WITHDRAW = Joi.object<WithdrawRequest>({
  site: ID.required(),
  from: DAY_NUMBER.required(),
  to: DAY_NUMBER.greater(Joi.ref('from')).required(),
  reason: Joi.string().trim().min(1).max(2000).required(),
}).required();
