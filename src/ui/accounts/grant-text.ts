import type { AccountsPayload } from '@/server/accounts/payload';
import type { GrantInput } from '@/server/accounts/schema';

/** What a grant permits, in words: `Lead of Galley at Quay Bistro, sees pay`. */
export function grantText(
  { kind, site, area, seesPay }: GrantInput,
  places: AccountsPayload['places'],
): string {
  const place = places.find((one) => one.id === site);
  const where = place?.name ?? 'a site that is gone';
  switch (kind) {
    case 'owner':
      return 'Owner';
    case 'payroll':
      return `Payroll of ${where}`;
    case 'scheduler':
      return `Scheduler of ${where}${seesPay ? ', sees pay' : ''}`;
    case 'lead': {
      const named = place?.areas.find((one) => one.id === area)?.name ?? 'an area that is gone';
      return `Lead of ${named} at ${where}${seesPay ? ', sees pay' : ''}`;
    }
  }
}
