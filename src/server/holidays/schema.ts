import Joi from 'joi';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import type { HolidayDraft, HolidayPlaceDraft } from './payload';

/** A code of a country, or of a part of one. */
const CODE = Joi.string().pattern(/^[A-Z0-9]{1,8}(?:-[A-Z0-9]{1,8})?$/);

const HOLIDAY = Joi.object<HolidayDraft>({
  id: ID.required(),
  date: DAY_NUMBER.required(),
  name: NAME.required(),
  closed: Joi.boolean().required(),
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
