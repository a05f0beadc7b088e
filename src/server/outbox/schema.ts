import Joi from 'joi';
import { ID } from '../input';

/** A message to be sent once more. `site`: to whose people it went; null: to somebody of no site. */
export const SEND_AGAIN = Joi.object<{ site: string | null; message: string }>({
  site: ID.allow(null).required(),
  message: ID.required(),
}).required();

/** How who asks wishes to be told besides by news. */
export const TOLD_WISH = Joi.object<{ byMail: boolean; byText: boolean; ofRequests?: boolean }>({
  ofRequests: Joi.boolean(),
  byMail: Joi.boolean().required(),
  byText: Joi.boolean().required(),
}).required();

/** Of the address to which a gateway says what became of a message. */
export const RECEIPT = Joi.object<{ message: string; seal: string }>({
  message: ID.required(),
  seal: Joi.string().max(60).required(),
}).required();

/** The number that a code is to be sent to, as it was seen. */
export const SEND_CODE = Joi.object<{ phone: string }>({ phone: Joi.string().max(60).required() }).required();

/** The code that was sent to it. */
export const PHONE_CODE = Joi.object<{ code: string }>({
  code: Joi.string()
    .pattern(/^\d{6}$/)
    .required()
    .messages({ 'string.pattern.base': 'a code is 6 figures' }),
}).required();
