'use client';

import { useState } from 'react';
import type { RoundLine, RoundsPage } from '@/server/jobs/rounds-page';
import { counted, formatDay, formatLongDay } from '@/core/time/format';
import { Button } from '../kit/button';
import { Page } from '../kit/page';
import { EmptyState } from '../kit/states';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { CallDialog } from './call-out-dialog';
import { JobsStrip } from './jobs-views';
import { RoundBoard } from './round-board';
import { RoundDialog } from './round-dialog';

/** The rounds of a site: what each visits and when, and how far its jobs are. */
export function RoundsScreen({ header, page }: { readonly header: ShellFrame; readonly page: RoundsPage }) {
  useLivePage(page.site, page.asOf);
  const [chosen, setChosen] = useState(page.rounds[0]?.id ?? null);
  const [writing, setWriting] = useState<RoundLine | 'new' | null>(null);
  const [calling, setCalling] = useState<RoundLine | null>(null);
  const round = page.rounds.find(({ id }) => id === chosen) ?? page.rounds[0];
  return (
    <AppLayout
      header={header}
      site={page.site}
      area="jobs"
      strip={
        <JobsStrip
          site={page.site}
          current="rounds"
          title={<h1 className="font-serif text-xl font-semibold">Rounds</h1>}
        >
          {page.canChange && <Button onClick={() => setWriting('new')}>New round</Button>}
        </JobsStrip>
      }
    >
      <Page>
        {!round ? (
          <EmptyState title="There is no round yet.">
            A round visits the same places again and again: every so many weeks, or whenever it is called out.
          </EmptyState>
        ) : (
          <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[260px_minmax(0,1fr)]">
            <nav aria-label="Rounds">
              <ul className="border-rule border-t">
                {page.rounds.map((one) => (
                  <li key={one.id} className="border-fine border-b">
                    <button
                      type="button"
                      aria-pressed={one.id === round.id}
                      className={`flex w-full cursor-pointer flex-col px-2 py-2 text-left ${
                        one.id === round.id ? 'bg-sheet' : 'hover:bg-sheet'
                      }`}
                      onClick={() => setChosen(one.id)}
                    >
                      <span className="font-semibold">{one.name}</span>
                      <span className="text-muted text-sm">{summaryOf(page, one)}</span>
                    </button>
                  </li>
                ))}
              </ul>
            </nav>
            <section aria-label={round.name} className="min-w-0">
              <div className="mb-2 flex flex-wrap items-start gap-x-4 gap-y-2">
                <div className="mr-auto">
                  <h2 className="font-serif text-lg font-semibold">{round.name}</h2>
                  <p className="text-muted text-sm">{wordsOf(page, round)}</p>
                </div>
                {page.canChange && (
                  <>
                    {round.rule === null && (
                      <Button kind="primary" onClick={() => setCalling(round)}>
                        Call out …
                      </Button>
                    )}
                    <Button onClick={() => setWriting(round)}>Change …</Button>
                  </>
                )}
              </div>
              <RoundBoard page={page} round={round} />
            </section>
          </div>
        )}
      </Page>
      {writing && (
        <RoundDialog
          page={page}
          round={writing === 'new' ? null : writing}
          onClose={() => setWriting(null)}
          onSaved={setChosen}
        />
      )}
      {calling && <CallDialog page={page} round={calling} onClose={() => setCalling(null)} />}
    </AppLayout>
  );
}

function summaryOf({ today }: RoundsPage, { jobs, rule, until, places }: RoundLine): string {
  if (until !== null && until < today) return `ended ${formatDay(until)}`;
  const late = jobs.filter((job) => job.state === 'waiting' && job.latest !== null && job.latest < today);
  const parts = [
    counted(places.length, 'place'),
    late.length > 0 ? `${late.length} forgotten` : rule === null ? 'called out' : null,
  ];
  return parts.filter(Boolean).join(', ');
}

function wordsOf({ services, crews }: RoundsPage, round: RoundLine): string {
  const crew = crews.find(({ id }) => id === round.crew)?.name;
  const service = services.find(({ id }) => id === round.service)?.name;
  return [
    service ?? 'No service',
    round.ruleText === null ? 'called out by hand' : `${round.ruleText}, from ${formatLongDay(round.since)}`,
    round.until === null ? null : `to ${formatLongDay(round.until)}`,
    round.rule !== null && round.days > 1 ? `done within ${round.days} days` : null,
    crew ? `usually ${crew}` : null,
  ]
    .filter(Boolean)
    .join(' · ');
}
