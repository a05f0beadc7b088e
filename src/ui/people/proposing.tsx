import Link from 'next/link';
import type { PeoplePayload } from '@/server/people/payload';

/** Whose proposed availability waits for a decision, each leading to it. */
export function Proposing({ table, site }: { readonly table: PeoplePayload; readonly site: string | null }) {
  const waiting = table.people.filter(
    ({ id, sites }) => table.proposing.includes(id) && (site === null || sites.includes(site)),
  );
  if (waiting.length === 0) return null;
  return (
    <p className="border-rule bg-sheet flex flex-wrap gap-x-3 border-b px-4 py-1.5">
      <span>Availability proposed, not decided yet:</span>
      {waiting.map(({ id, name }) => (
        <Link
          key={id}
          className="link link-primary font-semibold"
          prefetch={false}
          href={`/people/${encodeURIComponent(site ?? 'all')}/${encodeURIComponent(id)}?part=availability`}
        >
          {name}
        </Link>
      ))}
    </p>
  );
}
