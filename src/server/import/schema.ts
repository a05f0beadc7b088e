import Joi from 'joi';
import { ID } from '../input';

/** The most cells that are mended while looking; more are better mended in the file. */
const MOST_MENDED = 1000;

/** What is said of any file that is imported. */
export const FILE_OPTIONS = {
  draft: ID.required(),
  sheet: Joi.number().integer().min(0).max(500).required(),
  mended: Joi.object()
    .pattern(/^[A-Z]{1,3}[1-9]\d{0,6}$/, Joi.string().max(5000).allow(''))
    .max(MOST_MENDED),
};
