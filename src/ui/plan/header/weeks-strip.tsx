import Link from 'next/link';
import { isoWeek, formatDate } from '@/core/time/day';
import { formatMoney } from '@/core/checks/shared/messages';
import { bareHours, formatDays } from '@/core/time/format';
import type { WeekFigures } from '@/server/week/payload';
import { useAnswer } from '../../commands/use-answer';
import { usePlan } from '../state/controller';
import { usePageHeader } from '../state/header-context';
import { weekAddress } from './week-strip';

/** Hours, cost and snags of the weeks around this one. */
export function WeeksStrip() {
  const { site, week } = usePageHeader();
  const version = usePlan((state) => state.version);
  const currency = usePlan((state) => state.judgement.plan.site.currency);
  // Every edit raises the version: adding up waits until the hand rests.
  const address = `/api/plan/${encodeURIComponent(site.id)}/${formatDate(week)}/week-summaries`;
  const { answer: weeks, failed } = useAnswer<readonly WeekFigures[]>(address, version, 900);
  return (
    <section
      aria-label="Weeks of a month"
      aria-busy={weeks === null && !failed}
      className="border-rule bg-paper flex min-h-[64px] shrink-0 items-stretch border-b"
    >
      {failed && (
        <p className="text-gap px-4 py-3">The weeks cannot be loaded: the server cannot be reached.</p>
      )}
      {!failed && weeks === null && <p className="text-muted px-4 py-3">Adding up the weeks …</p>}
      {weeks?.map((one) => (
        <WeekLine key={one.first} one={one} site={site.id} current={one.first === week} currency={currency} />
      ))}
    </section>
  );
}

function WeekLine({
  one,
  site,
  current,
  currency,
}: {
  readonly one: WeekFigures;
  readonly site: string;
  readonly current: boolean;
  readonly currency: string;
}) {
  const isPayShown = usePlan((state) => state.references.seesPay);
  const over = one.budgetMinutes !== null && one.minutes > one.budgetMinutes;
  const dear = one.budgetCost !== null && one.cost > one.budgetCost;
  const share = one.budgetMinutes ? Math.min(one.minutes / one.budgetMinutes, 1) : 0;
  return (
    <Link
      href={weekAddress(site, one.first)}
      prefetch={false}
      aria-current={current ? 'true' : undefined}
      className={`border-rule min-w-0 flex-1 border-r px-3.5 py-1.5 text-sm leading-4 ${current ? 'bg-sheet' : 'hover:bg-sheet'}`}
    >
      <span className="block font-semibold">
        {formatDays(one.first, 7, true)}{' '}
        <span className="text-muted font-normal">
          wk {isoWeek(one.first + 3).week}, {one.state}
        </span>
      </span>
      {one.state === 'empty' ? (
        <span className="text-muted">nothing planned</span>
      ) : (
        <>
          <span className={over ? 'text-brass font-semibold' : ''}>
            {bareHours(one.minutes)}
            {one.budgetMinutes !== null ? ` of ${bareHours(one.budgetMinutes)}` : ''} h
          </span>
          {isPayShown && (
            <span className={dear ? 'text-brass font-semibold' : ''}>
              {`, ${formatMoney(one.cost, currency, true)}`}
              {one.budgetCost !== null ? ` of ${formatMoney(one.budgetCost, currency, true)}` : ''}
            </span>
          )}
          <span className="bg-fine my-[3px] block h-[3px]" aria-hidden>
            <span
              className={`block h-full ${over ? 'bg-brass' : 'bg-sea'}`}
              style={{ width: `${share * 100}%` }}
            />
          </span>
          <span className={one.stops > 0 ? 'text-gap font-semibold' : ''}>{one.stops} stop</span>
          {', '}
          <span className={one.warns > 0 ? 'text-brass' : ''}>{one.warns} warn</span>
          {one.open > 0 ? `, ${one.open} open` : ''}
        </>
      )}
    </Link>
  );
}
