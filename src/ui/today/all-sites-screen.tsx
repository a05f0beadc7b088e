'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { PRESENCES } from '@/core/today/presence';
import { PRESENCE_WORDS } from '@/core/today/standing-text';
import { counted } from '@/core/time/format';
import type { SiteToday } from '@/server/today/all';
import { Page } from '../kit/page';
import { EmptyState } from '../kit/states';
import { Table } from '../kit/table';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';

/** How often the page is asked for anew where nobody does anything: the minutes alone make somebody late. */
const AGAIN_MS = 60_000;

/** The day of every site: how many stand how, who is missing, and the way to each. It moves by itself. */
export function AllSitesScreen({
  header,
  asOf,
  sites,
}: {
  readonly header: ShellFrame;
  readonly asOf: number;
  readonly sites: readonly SiteToday[];
}) {
  useLivePage('', asOf, true);
  const router = useRouter();
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [router]);
  return (
    <AppLayout header={header} site={null} area="today">
      <Page>
        <div className="mx-auto max-w-[1080px]">
          <h1 className="mb-3 font-serif text-xl font-semibold">Today, all sites</h1>
          {sites.length === 0 ? (
            <EmptyState title="No site that you see has a clock.">Set-up, In use switches it on.</EmptyState>
          ) : (
            <Table isFlush>
              <thead>
                <tr>
                  <th scope="col">Site</th>
                  {PRESENCES.map((presence) => (
                    <th key={presence} scope="col" className="text-right">
                      {PRESENCE_WORDS[presence]}
                    </th>
                  ))}
                  <th scope="col">What needs a hand</th>
                </tr>
              </thead>
              <tbody>
                {sites.map((site) => (
                  <tr key={site.id} className="align-top">
                    <th scope="row">
                      <Link className="link link-primary" href={`/today/${encodeURIComponent(site.id)}`}>
                        {site.name}
                      </Link>
                      <span className="text-muted block text-sm font-normal">{site.time} there</span>
                    </th>
                    {PRESENCES.map((presence) => (
                      <td
                        key={presence}
                        className={`text-right tabular-nums ${presence === 'missing' ? 'text-gap font-semibold' : ''}`}
                      >
                        {site.counts[presence] ?? ''}
                      </td>
                    ))}
                    <td>
                      <NeedsAHand site={site} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </div>
      </Page>
    </AppLayout>
  );
}

function NeedsAHand({ site: { short, counts, open, calls } }: { readonly site: SiteToday }) {
  const hidden = (counts.missing ?? 0) + (counts.late ?? 0) - short.length;
  if (short.length === 0 && open === 0 && calls === 0) return <span className="text-muted">nothing</span>;
  return (
    <ul>
      {short.map(({ id, name, said }) => (
        <li key={id}>
          <strong>{name}</strong> {said}
        </li>
      ))}
      {hidden > 0 && <li className="text-muted">{hidden} more</li>}
      {open > 0 && <li>{counted(open, 'open shift')}</li>}
      {calls > 0 && <li>{counted(calls, 'call round')} under way</li>}
    </ul>
  );
}
