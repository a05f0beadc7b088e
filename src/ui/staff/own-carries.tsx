import { formatDays } from '@/core/time/format';
import type { OwnFairness } from '@/server/fairness/queries';
import { Carries } from '../fairness/carries';
import { useOwnData } from './own-data';

/** What one carried lately at each place, against one's share. */
export function OwnCarries() {
  const { fresh, trouble } = useOwnData<{
    readonly sites: readonly (OwnFairness & { readonly id: string; readonly name: string })[];
  }>('/api/me/fairness');
  if (fresh?.data.sites.length === 0) return null;
  return (
    <section aria-labelledby="carries">
      <h2 id="carries" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        What you carry
      </h2>
      {trouble && <p className="text-muted py-2">{trouble}</p>}
      {!fresh && !trouble && (
        <p className="text-muted py-2" aria-busy>
          Counting the last weeks …
        </p>
      )}
      {fresh?.data.sites.map(({ id, name, from, planned, own, limits }) => (
        <div key={id} className="mt-2">
          <p className="text-muted mb-1 text-sm">
            {fresh.data.sites.length > 1 && `${name}, `}
            {formatDays(from, planned - from)}, and what was published after. Each shift counts as shared
            among everybody who could have worked then, by their contracts.
          </p>
          <Carries
            own={own}
            limits={limits}
            behind={`/api/me/fairness/behind?site=${encodeURIComponent(id)}`}
          />
        </div>
      ))}
    </section>
  );
}
