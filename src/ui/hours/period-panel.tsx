import { formatDate } from '@/core/time/day';
import { counted, formatLongDay } from '@/core/time/format';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { HoursPage } from '@/server/hours/payload';
import { Button } from '../kit/button';
import { When } from '../layout/when';
import { TotalsTable } from './totals-table';

/** What a period comes to, by when it is due, and the files that were made of it. */
export function PeriodPanel({
  page,
  figures,
  onImport,
}: {
  readonly page: HoursPage;
  readonly figures: HoursRules['figures'];
  readonly onImport: () => void;
}) {
  const { rows, exports, deadline } = page;
  const look = rows.filter((row) => row.look > 0).length;
  return (
    <>
      <h2 className="font-serif text-lg font-semibold">This period</h2>
      <p className="text-muted text-sm">
        {counted(rows.length, 'person', 'people')}, to be submitted by {formatLongDay(deadline)}.
        {look > 0 &&
          ` ${look === 1 ? 'One has' : `${look} have`} something to look at: choose a name to see what.`}
      </p>
      <div className="mt-3">
        <TotalsTable totals={page.totals} figures={figures} currency={page.currency} />
      </div>
      {page.canClock && (
        <Button className="mt-3" onClick={onImport}>
          Take in times of another clock
        </Button>
      )}
      <p className="mt-3 text-sm">
        Every time that was clocked, with who set which:{' '}
        {(['csv', 'xlsx'] as const).map((form) => (
          <a
            key={form}
            className="link link-primary mr-3 font-semibold"
            href={`/api/hours/punches/${encodeURIComponent(page.site)}?on=${formatDate(page.period.first)}&form=${form}`}
          >
            {form.toUpperCase()}
          </a>
        ))}
      </p>
      <h3 className="border-rule mt-4 border-t pt-2 font-semibold">Files for payroll</h3>
      {exports.length === 0 ? (
        <p className="text-muted text-sm">None was made of this period yet.</p>
      ) : (
        <ul className="text-sm">
          {exports.map(({ id, at, by, people, form }) => (
            <li key={id} className="border-fine border-t py-1">
              <span className="block">
                <When at={at} />, {by}: {counted(people, 'person', 'people')},{' '}
                {form === 'day' ? 'a line a day' : 'a line a person'}
              </span>
              {page.canLock &&
                (['csv', 'xlsx'] as const).map((kind) => (
                  <a
                    key={kind}
                    className="link link-primary mr-3 font-semibold"
                    href={`/api/hours/file/${encodeURIComponent(id)}?form=${kind}`}
                  >
                    {kind.toUpperCase()}
                  </a>
                ))}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
