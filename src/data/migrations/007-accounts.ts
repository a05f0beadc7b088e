/**
 * Accounts. `user`, `session`, `credential` and `verification` are the four tables of the sign-in library, frozen as
 * they are wanted here; what stands in them beyond its columns is ours. People, sites and areas can be taken back by
 * who made them: then what names them here means nothing any more, and nobody is kept from it.
 */
export const accounts: readonly string[] = [
  `create table user (
    id text primary key, name text not null, email text not null unique, email_verified integer not null, image text,
    created_at text not null, updated_at text not null,
    person_id text unique, stopped_at text
  ) strict`,
  `create table session (
    id text primary key, user_id text not null references user (id), token text not null unique,
    expires_at text not null, ip_address text, user_agent text, created_at text not null, updated_at text not null,
    used_at text
  ) strict`,
  `create index session_by_user on session (user_id)`,
  `create table credential (
    id text primary key, user_id text not null references user (id), account_id text not null,
    provider_id text not null, access_token text, refresh_token text, id_token text, access_token_expires_at text,
    refresh_token_expires_at text, scope text, password text, created_at text not null, updated_at text not null
  ) strict`,
  `create index credential_by_user on credential (user_id)`,
  `create table verification (
    id text primary key, identifier text not null, value text not null, expires_at text not null,
    created_at text not null, updated_at text not null
  ) strict`,
  // What an account may do beyond being a person. `site_id` null: in the whole business.
  `create table account_grant (
    id text primary key, user_id text not null references user (id),
    kind text not null check (kind in ('owner', 'scheduler', 'lead', 'payroll')),
    site_id text, area_id text, sees_pay integer not null
  ) strict`,
  `create index account_grant_by_user on account_grant (user_id)`,
  // A way in that works once. The code itself is nowhere: it follows from the id and the secret beside the data file.
  `create table invitation (
    id text primary key, kind text not null check (kind in ('invite', 'reset')), code_hash text not null unique,
    person_id text, name text not null, email text, grants text not null,
    made_by text not null, made_at text not null, expires_at text not null, used_at text, withdrawn_at text
  ) strict`,
  `create index invitation_by_person on invitation (person_id)`,
  // Guesses, by account and by address, as digests.
  `create table sign_in_attempt (key text not null, at text not null) strict`,
  `create index sign_in_attempt_by_key on sign_in_attempt (key, at)`,
  // Who came in, and who did not.
  `create table sign_in_event (
    seq integer primary key, at text not null, kind text not null, user_id text, typed text not null,
    address text not null, device text not null
  ) strict`,
  `create index sign_in_event_by_user on sign_in_event (user_id, seq)`,
];
