'use client';

import { counted } from '@/core/time/format';
import type { RequestPart, RequestsPage } from '@/server/requests/page';
import { AppLayout, type ShellFrame, Strip } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { Balances } from './balances';
import { Decided } from './decided';
import { CalendarScreen } from './calendar/calendar-screen';
import { OfPerson } from './of-person';
import { Waiting } from './waiting';
import { WaitingElsewhere } from './waiting-count';

/** What people ask for at a site: what waits, what was decided, who is away, and what is left to each. */
export function RequestsScreen({
  header,
  page,
  part,
  request,
}: {
  readonly header: ShellFrame;
  readonly page: RequestsPage;
  readonly part: RequestPart;
  /** The one that is looked at first; null: the first. */
  readonly request: string | null;
}) {
  useLivePage(page.site, page.asOf);
  const address = (to: RequestPart) =>
    `/requests/${encodeURIComponent(page.site)}${to === 'waiting' ? '' : `/${to}`}`;
  const { mine, others } = page.counts;
  return (
    <AppLayout
      header={header}
      site={page.site}
      area="requests"
      strip={
        <Strip
          label="Parts of requests"
          current={address(part)}
          items={[
            {
              href: address('waiting'),
              name: 'Waiting',
              note: mine > 0 ? `${mine} for you` : others > 0 ? `${others} for others` : 'nothing',
              open: mine > 0,
            },
            { href: address('decided'), name: 'Decided', note: 'with their trail' },
            ...(page.seesPeople
              ? [{ href: address('person'), name: 'Of a person', note: 'all they asked' }]
              : []),
            ...(page.hasLeave
              ? [
                  { href: address('calendar'), name: 'Leave calendar', note: 'who is away' },
                  { href: address('balances'), name: 'Balances', note: 'what is left' },
                ]
              : []),
          ]}
        >
          {part === 'waiting' && <WaitingElsewhere site={page.site} sites={header.sites} />}
        </Strip>
      }
    >
      <h1 className="sr-only">
        Requests at {page.siteName}, {counted(mine, 'waits', 'wait')} for you
      </h1>
      {part === 'waiting' && <Waiting key={request} page={page} request={request} />}
      {part === 'decided' && <Decided page={page} />}
      {part === 'person' && <OfPerson page={page} />}
      {part === 'calendar' && page.calendar && <CalendarScreen page={page} calendar={page.calendar} />}
      {part === 'balances' && page.balances && <Balances page={page} balances={page.balances} />}
    </AppLayout>
  );
}
