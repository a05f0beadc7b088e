import type { Day } from '@/core/time/day';
import { formatDay, formatHours, formatTime } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { Button } from '../kit/button';
import { leftOf } from './tray';
import type { CrewDays } from './use-crew-days';
import { Would } from './visit-panel';

/** A job that waits, and what would be if it were placed where the hand is. */
export function JobPanel({
  page,
  days,
  job,
  cell,
  onPlace,
  onWrite,
  onClose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly job: CrewDays['work']['jobs'][number];
  readonly cell: { readonly crew: string; readonly date: Day } | null;
  readonly onPlace: (crew: string, date: Day) => void;
  readonly onWrite: () => void;
  readonly onClose: () => void;
}) {
  const { words, field, consequences, placed } = days;
  const place = job.place === null ? null : field.index.places.get(job.place);
  const visit = cell && placed(job.id, cell.crew, cell.date);
  return (
    <>
      <div className="mb-1 flex items-start gap-2">
        <h2 className="mr-auto font-serif text-lg font-semibold">{words.job(job.id)}</h2>
        <Button kind="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      <p>{job.title}</p>
      <p className="text-muted text-sm">
        {[place?.customer?.name, place?.zone].filter(Boolean).join(', ')}
        {job.latest !== null && `; by ${formatDay(job.latest)}`}
      </p>
      {page.notes[job.id] && <p className="mt-1 text-sm">{page.notes[job.id]}</p>}
      <p className="mt-2 text-sm">
        {formatHours(leftOf(days, job))} of one person
        {job.people > 1 && `, by ${job.people} people at least`}.
      </p>
      {page.canChange && (
        <>
          {cell && (
            <div className="border-rule mt-3 border-t pt-3">
              {visit ? (
                <>
                  <p className="font-semibold">
                    {words.crew(cell.crew)}, {formatDay(visit.date)} {formatTime(visit.from, page.hourFormat)}
                  </p>
                  <Would lines={consequences([{ do: 'add-visit', visit }])} />
                  <Button kind="primary" className="mt-2" onClick={() => onPlace(cell.crew, cell.date)}>
                    Plan it there
                  </Button>
                </>
              ) : (
                <p>{words.crew(cell.crew)} has no room for it in the next weeks.</p>
              )}
            </div>
          )}
          {!cell && (
            <p className="text-muted mt-3 text-sm">Go to the day of a crew: what it would do is told here.</p>
          )}
          <Button className="mt-3" onClick={onWrite}>
            Change the job
          </Button>
        </>
      )}
    </>
  );
}
