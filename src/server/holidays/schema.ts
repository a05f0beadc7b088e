import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import type { HolidayDetail } from '@/core/plan/holiday-rule';
import type { HolidayDraft, HolidayPlaceDraft } from './payload';

/** A code of a country, or of a part of one. */
const CODE = Joi.string().pattern(/^[A-Z0-9]{1,8}(?:-[A-Z0-9]{1,8})?$/);

const HOLIDAY = Joi.object<HolidayDraft>({
  id: ID.required(),
  date: DAY_NUMBER.required(),
  name: NAME.required(),
  closed: Joi.boolean().required(),
  detail: Joi.object<HolidayDetail>({
    isYearly: Joi.boolean().required(),
    groups: Joi.array().items(NAME).min(1).max(100).allow(null).required(),
    hours: Joi.array()
      .items(
        Joi.object({
          from: Joi.number().integer().min(0).max(1439).required(),
          to: Joi.number().integer().min(1).max(2880).required(),
        }),
      )
      .min(1)
      .max(10)
      .allow(null)
      .required(),
    credited: Joi.boolean().allow(null).required(),
    multiplier: Joi.number().min(1).max(10).allow(null).required(),
    extra: Joi.number().min(0).max(100_000).allow(null).required(),
    timeOff: ID.allow(null).required(),
  }).required(),
});

export const PLACE = {
  country: CODE.required(),
  region: CODE.allow(null).required(),
};

export const SAVE_HOLIDAYS = Joi.object<{
  site: string;
  place: HolidayPlaceDraft | null;
  holidays: readonly HolidayDraft[];
}>({
  site: ID.required(),
  place: Joi.object<HolidayPlaceDraft>(PLACE).allow(null).required(),
  holidays: Joi.array().items(HOLIDAY).max(500).unique('id').required(),
}).required();
