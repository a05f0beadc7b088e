import { type Failed, fail } from '@/core/plan/problem';
import { localTime } from '@/core/time/now';
import type { StoredAccount } from '@/data/accounts/account-store';
import { now } from '../now';

/** Why an account cannot be used any more, or null: it was stopped, or its person no longer works here. */
export function endOf({ stoppedAt, isOrphan, employedTo, timeZone }: StoredAccount): Failed | null {
  if (stoppedAt !== null || isOrphan)
    return fail('ended', 'this account was stopped; ask who plans your shifts, or the owner', 'name');
  if (employedTo === null || localTime(now(), timeZone ?? 'UTC').date <= employedTo) return null;
  return fail(
    'ended',
    `this account ended with your employment, after ${employedTo}; ask who planned your shifts if that is wrong`,
    'name',
  );
}
