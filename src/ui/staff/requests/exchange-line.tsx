import { formatHours } from '@/core/time/format';
import type { ExchangeView } from '@/server/requests/payload';

/** What an exchange would mean for somebody, in a line: `+1½ h, week 22 h, 9 h rest before Fri 27`. */
export function ExchangeLine({ effect }: { readonly effect: ExchangeView }) {
  const { added, week, overtime, rest, snags } = effect;
  const parts = [
    added === 0 ? 'as many hours' : `${added > 0 ? '+' : '−'}${formatHours(Math.abs(added))}`,
    `week ${formatHours(week)}`,
    ...(overtime > 0 ? [`${formatHours(overtime)} overtime more`] : []),
    ...(rest === null ? [] : [rest]),
  ];
  return (
    <>
      <span className="block">{parts.join(', ')}</span>
      {snags.map(({ text }) => (
        <span key={text} className="text-brass block text-sm">
          {text}
        </span>
      ))}
    </>
  );
}
