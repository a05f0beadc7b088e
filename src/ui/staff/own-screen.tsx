'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { formatHours, formatLongDay, formatTimeSpan } from '@/core/time/format';
import type { OwnPage, OwnShift } from '@/server/staff/payload';
import { Page } from '../kit/page';
import { EmptyState } from '../kit/states';
import { onLive } from '../live/live';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { OwnNewsList } from './own-news';
import { OwnWeeks } from './own-weeks';
import { shiftWords } from './words';

/** One's own shifts: what is new, which is next, and the weeks around it. For a phone first. */
export function OwnScreen({ header, page }: { readonly header: ShellFrame; readonly page: OwnPage }) {
  const router = useRouter();
  useEffect(
    () =>
      onLive((event) => {
        if (event.kind === 'news' || event.kind === 'back') router.refresh();
      }),
    [router],
  );
  const next = page.shifts.find(({ shift }) => shift.date >= page.today) ?? null;
  return (
    <AppLayout header={header} site={null} area="own">
      <Page className="phone:px-4">
        <div className="mx-auto flex max-w-[560px] flex-col gap-7 pb-10">
          <OwnNewsList page={page} />
          {next ? (
            <NextShift own={next} page={page} />
          ) : (
            <EmptyState title="No shift is published for you yet.">
              It stands here as soon as it is, and you are told.
            </EmptyState>
          )}
          <OwnWeeks page={page} />
        </div>
      </Page>
    </AppLayout>
  );
}

function NextShift({ own, page }: { readonly own: OwnShift; readonly page: OwnPage }) {
  const { shift, site, paid } = own;
  const { break: pause, note, label, detail } = shift;
  const lines = [
    pause && pause.minutes > 0
      ? `Break ${pause.minutes} min${pause.at === null ? '' : ` at ${formatTimeSpan(pause.at, pause.at + pause.minutes, page.hourFormat)}`}`
      : null,
    detail?.station ?? null,
    ...(detail?.duties ?? []).map(
      (duty) => `${duty.name} ${formatTimeSpan(duty.from, duty.to, page.hourFormat)}`,
    ),
    note,
  ].filter((line) => line !== null && line !== '');
  return (
    <section aria-labelledby="next">
      <h2 id="next" className="text-muted text-sm font-semibold">
        {shift.date === page.today ? 'Today' : 'Next'}
      </h2>
      <p className="font-serif text-2xl leading-8 font-semibold">{formatLongDay(shift.date)}</p>
      <p className="text-xl leading-8 font-semibold">
        {formatTimeSpan(shift.from, shift.to, page.hourFormat)} {shiftWords(shift, page)}
      </p>
      <p className="text-muted">
        {page.sites[site]}, {formatHours(paid)} paid{label ? `, ${label}` : ''}
      </p>
      {lines.length > 0 && (
        <ul className="mt-2">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {detail && detail.tasks.length > 0 && (
        <ul aria-label="Check-list" className="mt-2 list-disc pl-5">
          {detail.tasks.map((task) => (
            <li key={task}>{task}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
