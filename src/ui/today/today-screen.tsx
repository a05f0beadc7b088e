'use client';

import Link from 'next/link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { counted, formatLongDay, formatTime } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { PRESENCES, type Presence } from '@/core/today/presence';
import type { PackedToday, TodayPage } from '@/server/today/payload';
import { Button } from '../kit/button';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { NowPanel } from './now-panel';
import { PersonPanel } from './person-panel';
import { peopleOf } from '@/core/today/people-of';
import { PRESENCE_WORDS } from '@/core/today/standing-text';
import { TodayCanvas } from './today-canvas';
import { usePresent } from './use-present';

/** Who should be at a site today, who is, and what needs a hand now. It moves by itself. */
export function TodayScreen({
  header,
  page: packed,
}: {
  readonly header: ShellFrame;
  readonly page: PackedToday;
}) {
  const page = useMemo(
    (): TodayPage => ({ ...packed, people: JSON.parse(packed.people) as TodayPage['people'] }),
    [packed],
  );
  useLivePage(page.site, page.asOf, true);
  const now = usePresent(page.now);
  const clock = useMemo(
    () => zoneClock(page.timeZone, page.date - 2, page.date + 2),
    [page.timeZone, page.date],
  );
  const all = useMemo(() => peopleOf(page, clock, now), [page, clock, now]);
  const [shown, setShown] = useState<Presence | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const box = useRef<HTMLElement>(null);
  const [width, setWidth] = useState(900);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const people = shown ? all.filter(({ standing }) => standing.presence === shown) : all;
  const person = all.find((one) => one.person === chosen) ?? null;
  const counts = PRESENCES.map((presence) => ({
    presence,
    count: all.filter(({ standing }) => standing.presence === presence).length,
  })).filter(({ count, presence }) => count > 0 || presence === shown);
  return (
    <AppLayout
      header={header}
      site={page.site}
      area="today"
      strip={
        <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
          <h1 className="font-serif text-xl font-semibold">{formatLongDay(page.date)}</h1>
          <div role="group" aria-label="Show only" className="flex flex-wrap gap-1">
            {counts.map(({ presence, count }) => (
              <Button
                key={presence}
                kind={shown === presence ? 'chosen' : 'quiet'}
                className={`w-auto px-2 font-normal ${presence === 'missing' && shown !== presence ? 'text-gap' : ''}`}
                aria-pressed={shown === presence}
                onClick={() => setShown(shown === presence ? null : presence)}
              >
                <strong>{count}</strong> {PRESENCE_WORDS[presence]}
              </Button>
            ))}
          </div>
          <p className="ml-auto flex gap-3 text-sm">
            {header.sites.length > 1 && (
              <Link className="link link-primary font-semibold" href="/today">
                All sites
              </Link>
            )}
            {(['csv', 'xlsx'] as const).map((form) => (
              <a
                key={form}
                className="link link-primary font-semibold"
                href={`/api/today/${encodeURIComponent(page.site)}/list?form=${form}`}
              >
                {form.toUpperCase()}
              </a>
            ))}
          </p>
          <p className="text-muted text-sm" aria-live="off">
            {formatTime(clock.wall(now), page.hourFormat)}, moves by itself
          </p>
        </div>
      }
    >
      <SplitPanel
        label={person ? person.of.name : 'Now'}
        className="w-[300px]"
        isFlush
        side={
          person ? (
            <PersonPanel key={person.person} {...{ page, person, clock }} onClose={() => setChosen(null)} />
          ) : (
            <NowPanel {...{ page, all, clock, now }} onChoose={setChosen} />
          )
        }
      >
        <main ref={box} className="min-w-0" tabIndex={0} aria-label="Today">
          {page.unpublished > 0 && (
            <p className="border-rule border-b px-4 py-1.5 text-sm">
              {counted(page.unpublished, 'change')} of today {page.unpublished === 1 ? 'is' : 'are'} not
              published, and not counted here.{' '}
              <Link className="link link-primary font-semibold" href={`/plan/${page.site}/${page.week}`}>
                Open the plan
              </Link>
            </p>
          )}
          {all.length === 0 ? (
            <EmptyState title="Nobody is planned today">
              Shifts stand here once they are published, and people once they clock in.
            </EmptyState>
          ) : (
            // On a narrow page it scrolls within itself, so that the page needs not.
            <div className="max-lg:max-h-[70dvh] max-lg:overflow-auto">
              <TodayCanvas {...{ page, people, all, clock, now, width, chosen }} onChoose={setChosen} />
            </div>
          )}
        </main>
      </SplitPanel>
    </AppLayout>
  );
}
