import Joi from 'joi';
import { FILE_OPTIONS } from '../../import/schema';
import { ID } from '../../input';
import { DAY_NUMBER } from '../../site/schema';
import type { ShiftImportOptions } from './payload';

export const SHIFT_OPTIONS = Joi.object<ShiftImportOptions>({
  ...FILE_OPTIONS,
  week: DAY_NUMBER.required(),
  head: Joi.number().integer().min(-1).max(100).required(),
  columns: Joi.array().items(Joi.string().max(80).allow(null)).max(400).required(),
  dateOrder: Joi.valid('day', 'month').required(),
  others: Joi.valid('stay', 'go').required(),
});

export const SHIFT_IMPORT = Joi.object<{ site: string; options: ShiftImportOptions }>({
  site: ID.required(),
  options: SHIFT_OPTIONS.required(),
}).required();
