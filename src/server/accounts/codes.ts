import { createHash } from 'node:crypto';
import { codeOf } from '@/core/accounts/code';
import { sealOf } from './secret';

/** How long a way in is open, in milliseconds. */
export const INVITATION_MS = 7 * 24 * 3600_000;

/** The code of an invitation. It stands nowhere: it follows from the id and the secret beside the data file. */
export function codeOfInvitation(id: string): string {
  return codeOf(sealOf(`invitation ${id}`));
}

/** What is kept of a code, by which it is found again. */
export function codeHash(code: string): string {
  return createHash('sha256').update(code).digest('base64url');
}
