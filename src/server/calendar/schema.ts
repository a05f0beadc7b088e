import Joi from 'joi';
import { ID } from '../input';

const SEAL = Joi.string().max(60).required();

/** Of the address of a person's feed. */
export const PERSON_FEED = Joi.object<{ person: string; seal: string }>({
  person: ID.required(),
  seal: SEAL,
}).required();

/** Of the address of a site's feed. */
export const SITE_FEED = Joi.object<{ site: string; account: string; seal: string }>({
  site: ID.required(),
  account: ID.required(),
  seal: SEAL,
}).required();

/** Whose address is renewed: one's own, or that of a site. */
export const RENEW_FEED = Joi.object<{ site: string | null }>({ site: ID.allow(null).required() }).required();
