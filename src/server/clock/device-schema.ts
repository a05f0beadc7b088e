import Joi from 'joi';
import { ID, REQUEST_ID } from '../input';
import { NAME } from '../site/schema';
import type { PinOrder } from './pins';

/** A device at the door as it is set up. */
export interface DeviceDraft {
  readonly id: string;
  readonly site: string;
  readonly name: string;
  /** Whose it is; none: everybody of the site. */
  readonly groups: readonly string[];
  /** Who looks after it. */
  readonly keeper: string | null;
  readonly clocksBreaks: boolean;
  /** So many hours after it was paired it ends by itself; null: never. */
  readonly hoursValid: number | null;
  /** What is worked at where nobody says; null: nothing is said. */
  readonly activity: string | null;
}

export const SAVE_DEVICE = Joi.object<DeviceDraft>({
  id: REQUEST_ID.required(),
  site: ID.required(),
  name: NAME.required(),
  groups: Joi.array().items(NAME).max(50).unique().required(),
  keeper: ID.allow(null).required(),
  clocksBreaks: Joi.boolean().required(),
  hoursValid: Joi.number().integer().min(1).max(100_000).allow(null).required(),
  activity: ID.allow(null).required(),
}).required();

export const END_DEVICE = Joi.object<{ site: string; id: string }>({
  site: ID.required(),
  id: ID.required(),
}).required();

export const DEVICE_CODE = Joi.object<{ site: string; device: string }>({
  site: ID.required(),
  device: ID.required(),
}).required();

export const PAIR = Joi.object<{ code: string }>({ code: Joi.string().max(40).required() }).required();

const PIN = Joi.string()
  .pattern(/^\d{4,8}$/, '4 to 8 figures')
  .required();

/** Who says at a device that they are somebody: by a name that was chosen, a number that was typed, or neither. */
export interface DeviceAsk {
  readonly person: string | null;
  readonly number: string | null;
  readonly pin: string;
}

export const DEVICE_ASK = Joi.object<DeviceAsk>({
  person: ID.allow(null).required(),
  number: Joi.string().trim().max(40).allow(null).required(),
  pin: PIN,
}).required();

const CLOCKED = Joi.valid('in', 'out', 'break-begins', 'break-ends').required();

export interface DevicePunch {
  readonly id: string;
  readonly ticket: string;
  readonly kind: 'in' | 'out' | 'break-begins' | 'break-ends' | 'change';
  /** What they work at from then on; null or left out: they do not say. */
  readonly activity?: string | null;
}

export const DEVICE_PUNCH = Joi.object<DevicePunch>({
  id: REQUEST_ID.required(),
  ticket: Joi.string().max(1000).required(),
  kind: Joi.valid('in', 'out', 'break-begins', 'break-ends', 'change').required(),
  activity: ID.allow(null).default(null),
}).required();

/** Who is known at a device asks how they stand, or how somebody else does whom they may clock for. */
export const DEVICE_AGAIN = Joi.object<{ ticket: string; other?: string }>({
  ticket: Joi.string().max(1000).required(),
  other: ID,
}).required();

/** What a device kept without a connection; all times by its own clock, in milliseconds since 1970. */
export interface KeptPunches {
  readonly deviceNow: number;
  readonly punches: readonly {
    readonly id: string;
    readonly person: string | null;
    readonly number: string | null;
    readonly kind: 'in' | 'out' | 'break-begins' | 'break-ends';
    readonly at: number;
    /** The PIN, sealed for the server. */
    readonly sealed: string;
  }[];
}

const INSTANT = Joi.number().integer().min(0).max(8_000_000_000_000).required();

export const KEPT_PUNCHES = Joi.object<KeptPunches>({
  deviceNow: INSTANT,
  punches: Joi.array()
    .items(
      Joi.object({
        id: REQUEST_ID.required(),
        person: ID.allow(null).required(),
        number: Joi.string().trim().max(40).allow(null).required(),
        kind: CLOCKED,
        at: INSTANT,
        sealed: Joi.string().max(1000).allow('').required(),
      }),
    )
    .min(1)
    .max(200)
    .unique('id')
    .required(),
}).required();

export const MAKE_PINS = Joi.object<PinOrder>({
  site: ID.required(),
  people: Joi.array().items(ID).min(1).max(1000).unique().required(),
  how: Joi.valid('random', 'phone').required(),
  digits: Joi.number().integer().min(4).max(8).required(),
}).required();

export const OWN_PIN = Joi.object<{ pin: string }>({ pin: PIN }).required();
