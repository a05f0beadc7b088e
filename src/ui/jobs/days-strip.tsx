import { Printer } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { fieldSnags } from '@/core/consequences/field-state';
import { type Day, formatDate } from '@/core/time/day';
import { formatDays } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { Button, buttonClass } from '../kit/button';
import { JobsViews } from './jobs-views';
import { Select } from '../kit/inputs/select';
import { crewDayOf } from './crew-day';
import { personHours } from './person-hours';
import type { CrewDays } from './use-crew-days';

/** How many days are shown, as it is called. */
const LENGTHS = [
  [14, '2 weeks'],
  [7, 'Week'],
  [3, '3 days'],
  [1, 'Day'],
] as const;
/** What is shown, in figures, and the way to other days. */
export function DaysStrip({
  page,
  days,
  setLosing,
  onNew,
  onPublish,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly setLosing: (is: boolean) => void;
  readonly onNew: () => void;
  readonly onPublish: () => void;
}) {
  const router = useRouter();
  const { plan, field } = days;
  const dates = Array.from({ length: plan.days }, (_, i) => plan.from + i);
  const all = [...field.crews.keys()].flatMap((crew) => dates.map((date) => crewDayOf(days, crew, date)));
  const sum = (of: (one: (typeof all)[number]) => number) => all.reduce((total, one) => total + of(one), 0);
  const late = fieldSnags(field).filter(
    ({ code, params }) => code === 'outside-window' && params.side === 'late',
  );
  const to = (from: Day, count: number) =>
    `/jobs/${encodeURIComponent(page.site)}?from=${formatDate(from)}&days=${count}`;
  return (
    <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
      <JobsViews site={page.site} current="days" />
      <nav aria-label="Days" className="flex items-center gap-1">
        <Link
          className={buttonClass('quiet')}
          href={to(plan.from - plan.days, plan.days)}
          aria-label="Earlier"
        >
          ‹
        </Link>
        <h1 className="font-serif text-xl font-semibold">{formatDays(plan.from, plan.days)}</h1>
        <Link className={buttonClass('quiet')} href={to(plan.from + plan.days, plan.days)} aria-label="Later">
          ›
        </Link>
      </nav>
      <p className="flex flex-wrap gap-x-4 text-sm">
        <span>
          <strong>{personHours(sum(({ planned }) => planned))}</strong> of{' '}
          {personHours(sum(({ available }) => available))} person-hours
        </span>
        {late.length > 0 && (
          <span>
            <strong className="text-gap">{late.length}</strong> {late.length === 1 ? 'promise' : 'promises'}{' '}
            broken
          </span>
        )}
      </p>
      <div className="ml-auto flex flex-wrap items-center gap-2">
        {page.canChange && <Button onClick={onNew}>New job</Button>}
        {page.canChange && <Button onClick={() => setLosing(true)}>Lost day …</Button>}
        {page.canPublish && page.untold.news.length > 0 && (
          <Button onClick={onPublish}>Publish {page.untold.news.length} …</Button>
        )}
        <Link
          className={buttonClass('quiet')}
          prefetch={false}
          href={`/print/${encodeURIComponent(page.site)}/${formatDate(Math.max(page.today, plan.from))}/crews`}
          aria-label="Day sheets for the van"
          title="Day sheets for the van"
        >
          <Printer size={16} aria-hidden />
        </Link>
        <Select
          label="How many days"
          value={plan.days}
          options={LENGTHS}
          onChange={(count) =>
            router.push(to(count >= 7 ? plan.from : Math.max(plan.from, page.today), count))
          }
        />
      </div>
    </div>
  );
}
