import { formatHours } from '@/core/time/format';
import type { ExchangeView } from '@/server/requests/payload';

/** What an exchange would mean for somebody, part by part: `+1½ h`, `week 22 h`, `9 h rest before Fri 27`. */
export function exchangeParts({ added, week, overtime, rest }: ExchangeView): string[] {
  return [
    added === 0 ? 'as many hours' : `${added > 0 ? '+' : '−'}${formatHours(Math.abs(added))}`,
    `week ${formatHours(week)}`,
    ...(overtime > 0 ? [`${formatHours(overtime)} overtime more`] : []),
    ...(rest === null ? [] : [rest]),
  ];
}
