import type { ExchangeView } from '@/server/requests/payload';
import { exchangeParts } from '../../requests/exchange-parts';

/** What an exchange would mean for somebody, in a line, and below it what speaks against it. */
export function ExchangeLine({ effect }: { readonly effect: ExchangeView }) {
  return (
    <>
      <span className="block">{exchangeParts(effect).join(', ')}</span>
      {effect.snags.map(({ text }) => (
        <span key={text} className="text-brass block text-sm">
          {text}
        </span>
      ))}
    </>
  );
}
