import Joi from 'joi';
import { PASSWORD_LENGTH } from '@/core/accounts/password';
import type { GrantDraft } from '@/data/accounts/account-store';
import { ID } from '../input';

const PASSWORD = Joi.string()
  .min(PASSWORD_LENGTH.least)
  .max(PASSWORD_LENGTH.most)
  .messages({
    'string.min': `must have at least ${PASSWORD_LENGTH.least} characters`,
    'string.max': `must have at most ${PASSWORD_LENGTH.most} characters`,
  });
const EMAIL = Joi.string().trim().lowercase().max(200).email({ tlds: false });
const CODE = Joi.string().trim().max(80);

export interface SignInInput {
  /** An e-mail address or a staff number. */
  readonly name: string;
  readonly password: string;
  /** The device belongs to several people. */
  readonly shared: boolean;
}

/** Signing in by an e-mail address or a staff number. What is wrong with a password is not said here. */
export const SIGN_IN = Joi.object<SignInInput>({
  name: Joi.string().trim().max(200).required(),
  password: Joi.string().max(1000).required(),
  shared: Joi.boolean().required(),
}).required();

export interface FirstOwnerInput {
  readonly code: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** The first account of an installation. */
export const FIRST_OWNER = Joi.object<FirstOwnerInput>({
  code: CODE.required(),
  name: Joi.string().trim().max(120).required(),
  email: EMAIL.required(),
  password: PASSWORD.required(),
}).required();

export interface JoinInput {
  readonly code: string;
  readonly password: string;
}

/** Using an invitation, or a code for a new password. */
export const JOIN = Joi.object<JoinInput>({
  code: CODE.required(),
  password: PASSWORD.required(),
}).required();

/** Who has lost a password, by an e-mail address or a staff number. */
export const FORGOT = Joi.object<{ name: string }>({
  name: Joi.string().trim().max(200).required(),
}).required();

export interface NewPasswordInput {
  readonly current: string;
  readonly next: string;
}

/** Another password for who is signed in. */
export const NEW_PASSWORD = Joi.object<NewPasswordInput>({
  current: Joi.string().max(1000).required(),
  next: PASSWORD.required(),
}).required();

/** Ending a session of one's own, or all but the one that asks. */
export const END_SESSION = Joi.object<{ session: string }>({ session: ID.required() }).required();

/** What an account may do beyond being a person. */
export type GrantInput = GrantDraft;

const GRANTS = Joi.array()
  .items(
    Joi.object<GrantInput>({
      kind: Joi.valid('owner', 'scheduler', 'lead', 'payroll').required(),
      site: ID.allow(null)
        .required()
        .when('kind', { is: 'owner', then: Joi.valid(null), otherwise: Joi.invalid(null) }),
      area: ID.allow(null)
        .required()
        .when('kind', { is: 'lead', then: Joi.invalid(null), otherwise: Joi.valid(null) }),
      seesPay: Joi.boolean().required(),
    }),
  )
  .unique(
    // Entries that are no objects are compared too, besides being refused.
    (a: GrantInput | null, b: GrantInput | null) =>
      a?.kind === b?.kind && a?.site === b?.site && a?.area === b?.area,
  )
  .max(100);

/** Codes for several people at once. */
export const INVITE = Joi.object<{ people: readonly string[] }>({
  people: Joi.array().items(ID).unique().min(1).max(1000).required(),
}).required();

export interface OtherInvitation {
  readonly name: string;
  readonly email: string;
  readonly grants: readonly GrantInput[];
}

/** An invitation for somebody who does not work here, such as an accountant. */
export const INVITE_OTHER = Joi.object<OtherInvitation>({
  name: Joi.string().trim().max(120).required(),
  email: EMAIL.required(),
  grants: GRANTS.min(1).required(),
}).required();

/** All that an account may do beyond being a person. */
export const GRANT = Joi.object<{ account: string; grants: readonly GrantInput[] }>({
  account: ID.required(),
  grants: GRANTS.required(),
}).required();

/** Whether an account is stopped. */
export const STOP = Joi.object<{ account: string; stopped: boolean }>({
  account: ID.required(),
  stopped: Joi.boolean().required(),
}).required();
