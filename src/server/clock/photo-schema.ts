import Joi from 'joi';
import { MOST_PHOTO_DAYS } from '@/core/clock/photo';
import { ID, REQUEST_ID } from '../input';

/** The most a photo takes in base 64, in characters. */
const MOST_IMAGE = 120_000;

export const SAVE_PHOTOS = Joi.object<{ site: string; days: number | null }>({
  site: ID.required(),
  days: Joi.number().integer().min(1).max(MOST_PHOTO_DAYS).allow(null).required(),
}).required();

/** A photo on its way: of which punch, and a JPEG in base 64. */
export interface SentPhoto {
  readonly punch: string;
  readonly image: string;
}

export const SENT_PHOTO = Joi.object<SentPhoto>({
  punch: REQUEST_ID.required(),
  image: Joi.string().base64().max(MOST_IMAGE).required(),
}).required();

export const PHOTO_OF = Joi.object<{ site: string; punch: string }>({
  site: ID.required(),
  punch: ID.required(),
}).required();
