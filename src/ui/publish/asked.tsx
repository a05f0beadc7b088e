import Link from 'next/link';
import { counted } from '@/core/time/format';
import type { PublishChange } from '@/core/publish/publish-changes';
import type { PlanRequest } from '@/server/requests/payload';

/** Requests about shifts that would be published otherwise: who asked has to ask anew for what they are then. */
export function Asked({
  requests,
  changes,
  site,
}: {
  readonly requests: readonly PlanRequest[];
  readonly changes: readonly PublishChange[];
  readonly site: string;
}) {
  const changed = new Set(changes.flatMap(({ before }) => before?.id ?? []));
  const touched = requests.filter(({ shifts }) => shifts.some((id) => changed.has(id)));
  if (touched.length === 0) return null;
  return (
    <section aria-labelledby="asked" className="mt-5">
      <h2 id="asked" className="font-serif text-lg font-semibold">
        Asked for
      </h2>
      <p className="text-muted text-sm">
        {counted(touched.length, 'request')} about shifts that are published otherwise with this: who asked
        has to ask anew, unless you decide first.
      </p>
      <ul className="mt-1">
        {touched.map(({ id, text }) => (
          <li key={id} className="border-brass mt-1 border-l-4 pl-2">
            <Link
              className="link link-primary font-semibold"
              prefetch={false}
              href={`/requests/${encodeURIComponent(site)}?request=${encodeURIComponent(id)}`}
            >
              {text}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
