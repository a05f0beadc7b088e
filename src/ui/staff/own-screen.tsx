'use client';

import dynamic from 'next/dynamic';
import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useEffect } from 'react';
import type { OwnPage } from '@/server/staff/payload';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { sendMarks, useMarks } from './marks';
import { withMarks } from './with-marks';
import { OwnNewsList, openNews } from './own-news';
import { OwnShifts } from './own-shifts';
import { useOwnData } from './own-data';
import { FootBar, Kept } from './staff-frame';
import { STAFF_PARTS, type Staff, type StaffPart, StaffProvider } from './staff-context';
import { keepFiles, useServiceWorker } from './use-service-worker';

/** The parts that are not there with the page. */
const LATER = {
  team: () => import('./team').then((part) => part.Team),
  jobs: () => import('./own-jobs').then((part) => part.OwnJobs),
  open: () => import('./open-shifts').then((part) => part.OpenShifts),
  hours: () => import('./own-hours').then((part) => part.OwnHours),
  leave: () => import('./leave/own-leave').then((part) => part.OwnLeaveList),
  you: () => import('./you').then((part) => part.You),
};
const Team = dynamic(LATER.team, { ssr: false });
const Jobs = dynamic(LATER.jobs, { ssr: false });
const Open = dynamic(LATER.open, { ssr: false });
const Hours = dynamic(LATER.hours, { ssr: false });
const Leave = dynamic(LATER.leave, { ssr: false });
const You = dynamic(LATER.you, { ssr: false });

/** How long a page has to itself until the parts that were not asked for are loaded, to be there without a connection. */
const LATER_MS = 3000;

/** One's own pages: shifts, the team, open shifts, news, and what is on record. For a phone first. */
export function OwnScreen({
  header,
  page,
  children,
}: {
  readonly header: ShellFrame;
  readonly page: OwnPage;
  /** What stands at an address that is none of them. */
  readonly children: React.ReactNode;
}) {
  useServiceWorker();
  const path = usePathname();
  const part = STAFF_PARTS.find((one) => path === `/me/${one}`) ?? 'shifts';
  const own = useOwnData<{ page: OwnPage }>('/api/me', { data: { page }, at: page.at, isKept: false });
  const { fresh, again, isLost, patch } = own;
  const who = header.actor.id;
  const { mark, waiting } = useMarks(who, again);
  // The server was there just now: what waits is sent.
  useEffect(() => {
    if (!isLost && waiting.length > 0) void sendMarks(who);
  }, [isLost, waiting, who]);
  // Only the address changes: whatever a part shows is there already, or is asked for by the part itself.
  const go = useCallback((next: StaffPart, more = '') => {
    window.history.pushState(null, '', `${addressOf(next)}${more}`);
    document.querySelector('main')?.scrollTo(0, 0);
  }, []);
  useEffect(() => {
    // What cannot be loaded now is loaded when it is asked for.
    const keep = () => Promise.allSettled(Object.values(LATER).map((load) => load())).then(keepFiles);
    const timer = setTimeout(() => void keep(), LATER_MS);
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    // Without a connection a part that was never loaded by itself is asked for behind the first.
    const asked = STAFF_PARTS.find((one) => window.location.hash === `#${one}`);
    // Once the router hears of it.
    if (asked) setTimeout(() => window.history.replaceState(null, '', addressOf(asked)));
  }, []);
  const shown = withMarks(fresh?.data.page ?? page, waiting);
  const staff: Staff = {
    page: shown,
    isReadOnly: false,
    mark,
    patch: (change) => patch(({ page: before }) => ({ page: change(before) })),
    go,
  };
  if (part === 'shifts' && path !== '/me') return <>{children}</>;
  return (
    <AppLayout header={header} site={null} area="own">
      <StaffProvider value={staff}>
        <StaffPage part={part} />
        <Kept at={fresh?.at ?? page.at} isLost={isLost} waits={waiting.length} onRetry={again} />
        <FootBar
          part={part}
          parts={STAFF_PARTS.filter(
            (one) =>
              !(one === 'leave' && shown.decidedLeave === null) &&
              !(one === 'hours' && !shown.keepsHours) &&
              !(one === 'jobs' && !shown.hasJobs),
          )}
          hrefOf={addressOf}
          onGo={go}
          counts={{
            news: openNews(shown).length,
            leave: shown.decidedLeave ?? 0,
            open: shown.asked,
          }}
        />
      </StaffProvider>
    </AppLayout>
  );
}

function addressOf(part: StaffPart): string {
  return part === 'shifts' ? '/me' : `/me/${part}`;
}

/** One of the staff pages. */
export function StaffPage({ part }: { readonly part: StaffPart }) {
  const more = useSearchParams();
  return (
    <main className="min-h-0 flex-1 overflow-y-auto px-4 py-4 text-[16px] leading-6">
      <div className="mx-auto flex max-w-[560px] flex-col gap-6 pb-8">
        {part === 'shifts' && <OwnShifts />}
        {part === 'team' && <Team at={more.get('on')} />}
        {part === 'jobs' && <Jobs />}
        {part === 'open' && <Open />}
        {part === 'leave' && <Leave />}
        {part === 'hours' && <Hours />}
        {part === 'news' && <OwnNewsList />}
        {part === 'you' && <You />}
      </div>
    </main>
  );
}
