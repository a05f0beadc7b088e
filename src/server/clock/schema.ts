import Joi from 'joi';
import type { PunchKind } from '@/core/clock/punch';
import { ID, REQUEST_ID } from '../input';

/** A punch that a scheduler makes for somebody. */
export interface PunchDraft {
  readonly id: string;
  readonly site: string;
  readonly person: string;
  readonly kind: PunchKind;
  /** Elapsed minute since 1970-01-01T00:00 UTC; null: now. */
  readonly at: number | null;
  readonly note: string;
}

/** A punch that is to stand for another one, or take it away. */
export interface PunchCorrection {
  readonly id: string;
  readonly site: string;
  /** The one that is corrected. */
  readonly punch: string;
  /** null: it is taken away. */
  readonly instead: { readonly kind: PunchKind; readonly at: number } | null;
  readonly reason: string;
}

const KIND = Joi.valid('in', 'out', 'break-begins', 'break-ends', 'change').required();
const MINUTE = Joi.number().integer().min(0).max(100_000_000);
const NOTE = Joi.string().trim().max(500);

export const PUNCH = Joi.object<PunchDraft>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  person: ID.required(),
  kind: KIND,
  at: MINUTE.allow(null).required(),
  note: NOTE.allow('').required(),
}).required();

export const CORRECT_PUNCH = Joi.object<PunchCorrection>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  punch: ID.required(),
  instead: Joi.object({ kind: KIND, at: MINUTE.required() }).allow(null).required(),
  reason: NOTE.min(1).required(),
}).required();
