import Joi from 'joi';
import { PAPERS, USUAL_PAPER } from '@/core/sheets/paper';

/** The paper of an address; the usual one where it names none. */
export const PAPER = Joi.valid(...Object.keys(PAPERS)).default(USUAL_PAPER);
