import type { GrantInput } from './schema';

/** A code that can be used just now. */
export interface OpenCode {
  readonly code: string;
  readonly kind: 'invite' | 'reset';
  readonly expires: string;
}

/** Somebody who can sign in, or could: a person, or an account that belongs to nobody who works here. */
export interface AccountRow {
  readonly id: string;
  readonly person: string | null;
  /** Null: there is no account yet. */
  readonly account: string | null;
  readonly name: string;
  readonly number: string | null;
  readonly email: string | null;
  readonly sites: readonly string[];
  readonly grants: readonly GrantInput[];
  readonly state: 'none' | 'invited' | 'active' | 'stopped' | 'ended';
  /** When it was last used; null: never, or not lately. */
  readonly used: string | null;
  readonly code: OpenCode | null;
  /** Others with the same number or e-mail address, by which nobody of them can sign in until it is mended. */
  readonly shares: readonly string[];
  /** Whether who looks at it may hand out a code for it. */
  readonly mayInvite: boolean;
}

/** Who came in, or did not. */
export interface SignInEvent {
  readonly seq: number;
  readonly at: string;
  readonly kind: string;
  readonly name: string | null;
  readonly typed: string;
  readonly address: string;
  readonly device: string;
}

export interface AccountsPayload {
  readonly rows: readonly AccountRow[];
  /** Whether who looks at it says what others may do. */
  readonly mayGrant: boolean;
  readonly places: readonly {
    readonly id: string;
    readonly name: string;
    readonly areas: readonly { readonly id: string; readonly name: string }[];
  }[];
  /** The latest first; empty for who may not see them. */
  readonly events: readonly SignInEvent[];
}
