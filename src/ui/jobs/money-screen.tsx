'use client';

import { useState } from 'react';
import type { MoneyPage } from '@/server/jobs/money-page';
import { counted } from '@/core/time/format';
import { Segmented } from '../kit/inputs/segmented';
import { Page } from '../kit/page';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { Billing } from './billing';
import { Closing } from './closing';
import { ForecastPart } from './forecast-part';
import { JobsStrip } from './jobs-views';
import { MoneyJobs } from './money-jobs';

type Shown = 'jobs' | 'bill' | 'forecast';

/** Jobs in hours and money: planned against real, what is to be billed, and what is ahead. */
export function MoneyScreen({ header, page }: { readonly header: ShellFrame; readonly page: MoneyPage }) {
  useLivePage(page.site, page.asOf, true);
  const [shown, show] = useState<Shown>('jobs');
  const toBill = page.jobs.filter(({ state, billedAt }) => state === 'done' && billedAt === null);
  const underWay = page.jobs.filter(({ state }) => state === 'under-way');
  const today = page.jobs.filter(({ doneOn }) => doneOn === page.today);
  return (
    <AppLayout
      header={header}
      site={page.site}
      area="jobs"
      strip={
        <JobsStrip
          site={page.site}
          current="money"
          title={
            <>
              <h1 className="font-serif text-xl font-semibold">Money</h1>
              <p className="text-sm">
                <strong>{underWay.length}</strong> under way, <strong>{today.length}</strong> done today
              </p>
            </>
          }
        >
          <Segmented<Shown>
            label="What is shown"
            value={shown}
            onChange={show}
            options={[
              { value: 'jobs', name: 'Jobs' },
              { value: 'bill', name: `To bill ${toBill.length}` },
              { value: 'forecast', name: 'Forecast' },
            ]}
          />
        </JobsStrip>
      }
    >
      <Page>
        {!page.seesPay && <p className="text-muted mb-3 text-sm">Hours only: money is for who sees pay.</p>}
        {shown === 'jobs' && <Closing page={page} />}
        {shown === 'jobs' && <MoneyJobs page={page} />}
        {shown === 'bill' && <Billing page={page} jobs={toBill} />}
        {shown === 'forecast' && <ForecastPart page={page} />}
        {shown === 'jobs' && page.jobs.length > 0 && (
          <p className="text-muted mt-3 text-sm">
            {counted(page.jobs.length, 'job')} under way or done in the last two months. By the hour a job
            brings the hours that were worked and its materials; at one amount, that amount.
          </p>
        )}
      </Page>
    </AppLayout>
  );
}
