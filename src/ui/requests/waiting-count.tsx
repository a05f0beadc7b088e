import Link from 'next/link';
import { useAnswer } from '../commands/use-answer';
import { useLiveCount } from '../live/use-live-count';

type Counts = Readonly<Record<string, number>>;

const NONE: Counts = {};

/** How much waits for who looks to decide, by site, as it stands. */
function useWaitingCounts(): Counts {
  const { answer } = useAnswer<{ readonly counts: Counts }>('/api/requests/count', useLiveCount());
  return answer?.counts ?? NONE;
}

/** How much waits for who looks at a site; nothing where nothing does. */
export function WaitingCount({ site }: { readonly site: string }) {
  const count = useWaitingCounts()[site] ?? 0;
  if (count === 0) return null;
  return (
    <span className="badge badge-sm border-brass text-brass bg-sheet ml-1.5 px-1.5 font-semibold phone:badge-xs phone:absolute phone:top-0.5 phone:right-0 phone:ml-0 phone:px-1">
      {count}
      <span className="sr-only">{count === 1 ? ' waits' : ' wait'}</span>
    </span>
  );
}

/** The other sites at which something waits for who looks. */
export function WaitingElsewhere({
  site,
  sites,
}: {
  readonly site: string;
  readonly sites: readonly { readonly id: string; readonly name: string }[];
}) {
  const counts = useWaitingCounts();
  const others = sites.filter(({ id }) => id !== site && counts[id] !== undefined);
  if (others.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3 px-4 text-sm">
      Elsewhere:
      {others.map(({ id, name }) => (
        <Link
          key={id}
          className="link link-primary font-semibold"
          prefetch={false}
          href={`/requests/${encodeURIComponent(id)}`}
        >
          {name}, {counts[id]}
        </Link>
      ))}
    </p>
  );
}
