import Joi from 'joi';
import type { Activity, ClockAsks } from '@/core/clock/activity';
import { ID, once } from '../input';
import { NAME } from '../site/schema';

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
