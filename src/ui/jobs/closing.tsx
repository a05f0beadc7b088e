import Link from 'next/link';
import { formatDate } from '@/core/time/day';
import { formatDay } from '@/core/time/format';
import type { MoneyPage } from '@/server/jobs/money-page';
import type { Unsettled } from '@/server/jobs/unsettled';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Refused } from '../kit/states';

const PARTS: readonly { readonly kind: Unsettled['kind']; readonly title: string; readonly what: string }[] =
  [
    {
      kind: 'not-ended',
      title: 'Visits not ended',
      what: 'They are over, and nobody said that they are done.',
    },
    { kind: 'no-hours', title: 'Done without hours', what: 'Nobody said when they were at it.' },
    { kind: 'no-cost', title: 'Materials without a cost', what: 'They are missing in what is billed.' },
  ];

/** What is to be settled before a day is closed; nothing where all is. */
export function Closing({ page }: { readonly page: MoneyPage }) {
  const { run, busy, problem } = useCommand();
  const shown = PARTS.map((part) => ({
    ...part,
    items: page.unsettled.filter(({ kind }) => kind === part.kind),
  })).filter(({ items }) => items.length > 0);
  if (shown.length === 0) return null;
  return (
    <section
      aria-label="To settle"
      className="border-rule mb-6 grid gap-x-10 gap-y-3 border-b pb-4 md:grid-cols-3"
    >
      {shown.map(({ kind, title, what, items }) => (
        <div key={kind}>
          <h2 className="font-serif text-lg font-semibold">
            {title} <span className="text-gap">{items.length}</span>
          </h2>
          <p className="text-muted text-sm">{what}</p>
          <ul className="max-h-[180px] overflow-y-auto">
            {items.map(({ job, name, date, of }, i) => (
              <li key={`${job} ${i}`} className="border-fine flex items-center gap-2 border-b py-0.5">
                <span className="mr-auto">
                  {kind === 'no-cost' ? `${of!}, ${name}` : name}
                  <span className="text-muted text-sm">
                    {kind === 'not-ended' && of && ` ${of}`} {date !== null && formatDay(date)}
                  </span>
                </span>
                {kind === 'not-ended' && page.canChange && (
                  <Button
                    kind="small"
                    busy={busy}
                    aria-label={`${name} is done`}
                    onClick={() => void run('job.progress', { site: page.site, job, progress: 'done' })}
                  >
                    Done
                  </Button>
                )}
                {kind === 'not-ended' && date !== null && (
                  <Link
                    className="link link-primary text-sm font-semibold"
                    prefetch={false}
                    href={`/jobs/${encodeURIComponent(page.site)}?from=${formatDate(date)}`}
                  >
                    Show
                  </Link>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
      <Refused problem={problem} />
    </section>
  );
}
