import { formatDays } from '@/core/time/format';
import type { OwnFairness } from '@/server/fairness/queries';
import { useAnswer } from '../commands/use-answer';
import { Carries } from './carries';

/** What somebody carried at a site over the last weeks, on their page. */
export function PersonCarries({ site, person }: { readonly site: string; readonly person: string }) {
  const query = `site=${encodeURIComponent(site)}&person=${encodeURIComponent(person)}`;
  const { answer, failed } = useAnswer<{ readonly fairness: OwnFairness | null }>(
    `/api/people/fairness?${query}`,
  );
  if (failed || (answer && !answer.fairness)) return null;
  const fairness = answer?.fairness;
  return (
    <section aria-labelledby="carries" className="max-w-[1120px]">
      <h2 id="carries" className="mb-2 font-serif text-lg font-semibold">
        Carries
      </h2>
      {fairness ? (
        <>
          <p className="text-muted mb-1 text-sm">
            {formatDays(fairness.from, fairness.planned - fairness.from)}, and what is planned after.
          </p>
          <Carries
            own={fairness.own}
            limits={fairness.limits}
            behind={`/api/people/fairness/behind?${query}`}
          />
        </>
      ) : (
        <p className="text-muted" aria-busy>
          Counting the last weeks …
        </p>
      )}
    </section>
  );
}
