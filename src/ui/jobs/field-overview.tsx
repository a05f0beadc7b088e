import { checkOf } from '@/core/checks/list';
import { bySeverity } from '@/core/checks/shared/snag';
import { fieldSnags } from '@/core/consequences/field-state';
import { counted, formatHours } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { leftOf, waitingJobs } from './tray';
import type { CrewDays } from './use-crew-days';

/** How many snags are listed at first. */
const MOST = 12;

/** What is shown beside the days: a visit, or a job that waits; null: all that needs a look. */
export type Chosen = { readonly visit: string } | { readonly job: string } | null;

/** What is wrong with the days that are shown, and what is not planned yet. */
export function FieldOverview({
  page,
  days,
  onChoose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly onChoose: (chosen: Chosen) => void;
}) {
  const { field, words } = days;
  const snags = fieldSnags(field).sort(bySeverity);
  const waiting = waitingJobs(days);
  const services = [...field.index.services.values()]
    .map(({ id, name }) => {
      const its = waiting.filter(({ service }) => service === id);
      return { name, count: its.length, minutes: its.reduce((sum, job) => sum + leftOf(days, job), 0) };
    })
    .filter(({ count }) => count > 0);
  return (
    <>
      <h2 className="font-serif text-lg font-semibold">What needs a look</h2>
      {snags.length === 0 && <p className="text-muted">Every visit fits.</p>}
      <ul>
        {snags.slice(0, MOST).map((snag, i) => (
          <li key={i} className="border-fine border-b py-1.5 text-sm last:border-b-0">
            <Badge severity={snag.severity}>{checkOf(snag.code)!.title}</Badge>{' '}
            {checkOf(snag.code)!.message(snag, words)}
            {(snag.visits?.length ?? 0) > 0 ? (
              <Button kind="link" onClick={() => onChoose({ visit: snag.visits!.at(-1)! })}>
                Show
              </Button>
            ) : (
              snag.job && (
                <Button kind="link" onClick={() => onChoose({ job: snag.job! })}>
                  Show
                </Button>
              )
            )}
          </li>
        ))}
      </ul>
      {snags.length > MOST && <p className="text-muted text-sm">{snags.length - MOST} more</p>}
      <h2 className="border-rule mt-5 border-b font-serif text-lg font-semibold">Not planned yet</h2>
      {services.length === 0 && <p className="text-muted">Everything is planned.</p>}
      <ul>
        {services.map(({ name, count, minutes }) => (
          <li key={name} className="border-fine flex gap-2 border-b py-1 last:border-b-0">
            <span className="mr-auto">{name}</span>
            <span className="text-muted">{counted(count, 'job')}</span>
            <strong>{formatHours(minutes)}</strong>
          </li>
        ))}
      </ul>
      <p className="text-muted mt-1 text-sm">Hours of one person, at {page.siteName}.</p>
    </>
  );
}
