import { randomUUID } from 'node:crypto';
import type { GrantDraft } from '@/data/accounts/account-store';
import type { RowOf } from '@/data/records/records';
import { timestamp } from '../now';
import { INVITATION_MS, codeHash, codeOfInvitation } from './codes';

/** The row of a way in that works once. `person` null: for somebody who does not work here, at `email`. */
export function newInvitation({
  kind,
  person,
  name,
  email,
  grants = [],
  madeBy,
}: {
  readonly kind: 'invite' | 'reset';
  readonly person: string | null;
  readonly name: string;
  readonly email: string | null;
  readonly grants?: readonly GrantDraft[];
  readonly madeBy: string;
}): RowOf<'invitation'> {
  const id = randomUUID();
  return {
    id,
    kind,
    code_hash: codeHash(codeOfInvitation(id)),
    person_id: person,
    name,
    email: person === null ? email : null,
    grants: JSON.stringify(grants),
    made_by: madeBy,
    made_at: timestamp(),
    expires_at: timestamp(INVITATION_MS),
    used_at: null,
    withdrawn_at: null,
  };
}
