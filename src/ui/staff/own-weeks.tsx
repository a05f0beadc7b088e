import { groupedBy } from '@/core/grouped';
import { startOfWeek } from '@/core/time/day';
import { formatDay, formatDays, formatHours, formatTimeSpan } from '@/core/time/format';
import type { OwnPage, OwnShift } from '@/server/staff/payload';
import { shiftWords } from './words';

/** One's weeks: this one and those ahead, those before folded away. */
export function OwnWeeks({ page }: { readonly page: OwnPage }) {
  const weeks = [...groupedBy(page.shifts, ({ shift }) => startOfWeek(shift.date, page.weekStart))];
  const now = startOfWeek(page.today, page.weekStart);
  const [past, coming] = [weeks.filter(([first]) => first < now), weeks.filter(([first]) => first >= now)];
  return (
    <>
      {coming.map(([first, shifts]) => (
        <Week key={first} first={first} shifts={shifts} page={page} />
      ))}
      {past.length > 0 && (
        <details>
          <summary className="text-muted min-h-11 cursor-pointer py-2.5">Weeks before</summary>
          <div className="flex flex-col gap-7">
            {past.reverse().map(([first, shifts]) => (
              <Week key={first} first={first} shifts={shifts} page={page} />
            ))}
          </div>
        </details>
      )}
    </>
  );
}

function Week({
  first,
  shifts,
  page,
}: {
  readonly first: number;
  readonly shifts: readonly OwnShift[];
  readonly page: OwnPage;
}) {
  const paid = shifts.reduce((sum, one) => sum + one.paid, 0);
  const severalSites = Object.keys(page.sites).length > 1;
  return (
    <section aria-label={`Week ${formatDays(first, 7)}`}>
      <div className="border-ink flex items-baseline justify-between border-b pb-1">
        <h2 className="font-serif text-lg font-semibold">{formatDays(first, 7)}</h2>
        <span className="text-muted">
          {formatHours(paid)}
          {page.contractMinutes !== null && ` of ${formatHours(page.contractMinutes)}`}
        </span>
      </div>
      <ul>
        {shifts.map(({ shift, site, paid: minutes }) => (
          <li
            key={shift.id}
            className={`border-fine flex min-h-11 items-center gap-3 border-b ${shift.date < page.today ? 'text-muted' : ''}`}
          >
            <span className={`w-16 shrink-0 ${shift.date === page.today ? 'font-semibold' : ''}`}>
              {formatDay(shift.date)}
            </span>
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{formatTimeSpan(shift.from, shift.to, page.hourFormat)}</span>{' '}
              {shiftWords(shift, page)}
              {severalSites && <span className="text-muted block text-sm">{page.sites[site]}</span>}
            </span>
            <span className="text-muted">{formatHours(minutes)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
