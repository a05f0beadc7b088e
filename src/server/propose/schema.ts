import Joi from 'joi';
import { WISH_KINDS } from '@/core/wishes/wishes';
import { ID, REQUEST_ID } from '../input';
import { SHIFT } from '../plan/schema';
import { GOALS } from '@/core/propose/goals';
import { WEIGHTS } from '@/core/propose/model';
import type { Proposing } from '@/core/propose/proposing';
import { DAY_NUMBER, NAME, minute } from '../site/schema';
import type { AlternativeDraft, AlternativeProof, LastingAsked, ProposalRequest } from './payload';

/** What is posted to have shifts proposed. */
export const PROPOSAL_REQUEST = Joi.object<ProposalRequest>({
  id: REQUEST_ID.required(),
  weeks: Joi.number().integer().min(1).max(4).required(),
  people: Joi.array().items(ID).max(2000).allow(null).required(),
  dates: Joi.array().items(DAY_NUMBER).max(28).allow(null).required(),
  fill: Joi.valid('all', 'open', 'gaps').required(),
  mayMove: Joi.boolean().required(),
  keep: Joi.array().items(SHIFT).max(10_000).required(),
  known: Joi.array().items(SHIFT).max(10_000).required(),
  seed: Joi.number().integer().min(1).max(1_000_000).required(),
  effort: Joi.number().min(0.1).max(20).required(),
}).required();

/** What a site says of proposals. */
export const SAVE_PROPOSING = Joi.object<{ site: string; proposing: Proposing }>({
  site: ID.required(),
  proposing: Joi.object<Proposing>({
    goals: Joi.array()
      .items(Joi.valid(...GOALS.map(({ key }) => key)))
      .unique()
      .required(),
    limits: Joi.object({
      late: minute(2160).min(720).required(),
      early: minute(720).required(),
      nightFrom: minute(1439).min(720).required(),
      nightTo: minute(720).required(),
      nightMinutes: minute(720).min(1).required(),
    }).required(),
  }).required(),
});

const NUMBER = Joi.number().required();
const PRICES = Joi.array().items(Joi.number().min(0)).max(20_000).required();

const SHIFTS = Joi.array().items(SHIFT).max(20_000);
const MINUTES = minute(2880).required();
const WEIGHT = Joi.number().min(0).max(1e9);

/** What was asked for besides a plan. */
const ASKED = Joi.object<LastingAsked>({
  people: Joi.array().items(ID).max(2000),
  dates: Joi.array().items(DAY_NUMBER).max(28),
  roles: Joi.array().items(ID).max(1000),
  isOnlyOpen: Joi.boolean(),
  before: SHIFTS,
  lately: SHIFTS,
  splits: Joi.object({ least: MINUTES, most: MINUTES, longest: MINUTES }).allow(null),
  wishes: Joi.array()
    .items(
      Joi.object({
        person: ID.required(),
        date: DAY_NUMBER.required(),
        kind: Joi.valid(...WISH_KINDS).required(),
        weight: Joi.number().integer().min(1).max(1000).required(),
      }),
    )
    .max(20_000),
  burdens: Joi.object().pattern(
    Joi.string().max(64),
    Joi.object().pattern(Joi.string().max(64), Joi.number()),
  ),
  times: Joi.array()
    .items(Joi.object({ role: ID.required(), from: MINUTES, to: MINUTES }))
    .max(1000),
  weights: Joi.object(Object.fromEntries(Object.keys(WEIGHTS).map((key) => [key, WEIGHT]))),
});

/** What proves an alternative; what was asked for is only ever used to check it again. */
const PROOF = Joi.object<AlternativeProof>({
  weeks: Joi.array()
    .items(
      Joi.object({
        ...{ missingMinutes: NUMBER, leastMissingMinutes: NUMBER, score: NUMBER, bound: NUMBER },
        holes: Joi.array()
          .items(Joi.object({ row: NUMBER, from: NUMBER, to: NUMBER, count: NUMBER }))
          .max(10_000)
          .required(),
        certificate: Joi.object({ missing: PRICES, all: PRICES }).required(),
      }),
    )
    .min(1)
    .max(4)
    .required(),
  asked: ASKED.required(),
  basis: Joi.array().items(SHIFT).max(20_000).required(),
  proposed: Joi.array().items(SHIFT).max(20_000).required(),
});

/** A way to plan some days that is kept beside them. */
export const KEEP_ALTERNATIVE = Joi.object<AlternativeDraft>({
  site: ID.required(),
  first: DAY_NUMBER.required(),
  days: Joi.number().valid(7, 14, 21, 28).required(),
  name: NAME.required(),
  shifts: Joi.alternatives(Joi.valid('week before'), Joi.array().items(SHIFT).max(20_000)).required(),
  proof: PROOF.allow(null).required(),
});

/** An alternative that is not needed any more. */
export const REMOVE_ALTERNATIVE = Joi.object<{ site: string; id: string }>({
  site: ID.required(),
  id: ID.required(),
});

/** Which looking is to stop. */
export const STOP_REQUEST = Joi.object<{ id: string }>({ id: REQUEST_ID.required() }).required();
