import type { ColumnType } from 'kysely';

/** A flag as it is stored: 0 or 1, whatever it is given as. */
export type Flag = ColumnType<number, number | boolean, number | boolean>;

/** Who can sign in. `person_id` null: nobody who works here. `stopped_at`: since when not any more. */
export interface UserTable {
  id: string;
  name: string;
  email: string;
  email_verified: Flag;
  image: string | null;
  created_at: string;
  updated_at: string;
  person_id: string | null;
  stopped_at: string | null;
}

export interface SessionTable {
  id: string;
  user_id: string;
  token: string;
  expires_at: string;
  ip_address: string | null;
  user_agent: string | null;
  created_at: string;
  updated_at: string;
  /** When it was last used, to a few minutes. */
  used_at: string | null;
}

/** How an account proves itself; only passwords are used. */
export interface CredentialTable {
  id: string;
  user_id: string;
  account_id: string;
  provider_id: string;
  access_token: string | null;
  refresh_token: string | null;
  id_token: string | null;
  access_token_expires_at: string | null;
  refresh_token_expires_at: string | null;
  scope: string | null;
  password: string | null;
  created_at: string;
  updated_at: string;
}

/** What an account may do beyond being a person. `site_id` null: in the whole business. */
export interface GrantTable {
  id: string;
  user_id: string;
  kind: string;
  site_id: string | null;
  area_id: string | null;
  sees_pay: Flag;
}

/** A way in that works once: to make an account, or (`reset`) to set a new password. `grants`: of a new one, as JSON. */
export interface InvitationTable {
  id: string;
  kind: string;
  code_hash: string;
  person_id: string | null;
  name: string;
  email: string | null;
  grants: string;
  made_by: string;
  made_at: string;
  expires_at: string;
  used_at: string | null;
  withdrawn_at: string | null;
}
