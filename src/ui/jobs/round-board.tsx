import clsx from 'clsx';
import Link from 'next/link';
import { JOB_STATE_WORDS } from '@/core/jobs/job-state';
import { formatDate } from '@/core/time/day';
import { formatDay, formatTime } from '@/core/time/format';
import type { RoundJob, RoundLine, RoundsPage } from '@/server/jobs/rounds-page';
import { Table } from '../kit/table';

/** How many dates are shown before today, and from it on. */
const [PAST, COMING] = [2, 5];

/** The places of a round by its dates: which are done, planned, or wait. */
export function RoundBoard({ page, round }: { readonly page: RoundsPage; readonly round: RoundLine }) {
  const dates = [...new Set(round.jobs.map(({ date }) => date))].sort((a, b) => a - b);
  const current = dates.filter((date) => date + round.days > page.today);
  const shown = [
    ...dates.filter((date) => date + round.days <= page.today).slice(-PAST),
    ...current.slice(0, COMING),
  ];
  const names = new Map(page.places.map(({ id, name }) => [id, name]));
  const at = new Map(round.jobs.map((job) => [`${job.date} ${job.place}`, job]));
  // Places that it does not visit any more stay where something was done for them.
  const places = [...new Set([...round.places, ...round.jobs.map(({ place }) => place)])].filter(
    (place) => round.places.includes(place) || shown.some((date) => at.has(`${date} ${place}`)),
  );
  if (shown.length === 0)
    return (
      <>
        <p className="text-muted mb-2">
          {round.rule === null
            ? 'It was not called out in the last weeks.'
            : 'It has no date in the weeks ahead.'}
        </p>
        <ol className="list-inside list-decimal columns-2 md:columns-3">
          {round.places.map((place) => (
            <li key={place}>{names.get(place) ?? place}</li>
          ))}
        </ol>
      </>
    );
  return (
    <div className="overflow-x-auto">
      <Table isFlush>
        <thead>
          <tr>
            <th scope="col">Place</th>
            {shown.map((date) => {
              const its = round.jobs.filter((job) => job.date === date);
              const done = its.filter(({ state }) => state === 'done').length;
              return (
                <th
                  key={date}
                  scope="col"
                  className={date <= page.today && page.today < date + round.days ? 'text-ink!' : undefined}
                >
                  {formatDay(date)}
                  <span className="text-muted block font-normal">
                    {done} of {its.length} done
                  </span>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {places.map((place) => (
            <tr key={place}>
              <th scope="row" className="text-ink text-base font-semibold whitespace-nowrap">
                {names.get(place) ?? place}
              </th>
              {shown.map((date) => (
                <td key={date} className="whitespace-nowrap">
                  <Cell page={page} job={at.get(`${date} ${place}`)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </div>
  );
}

function Cell({ page, job }: { readonly page: RoundsPage; readonly job: RoundJob | undefined }) {
  if (!job) return <span className="text-muted">–</span>;
  const { state, visit, latest } = job;
  if (state === 'waiting') {
    const isLate = latest !== null && latest < page.today;
    return (
      <span className={clsx(isLate ? 'text-gap font-semibold' : 'text-muted')}>
        {isLate ? 'forgotten' : JOB_STATE_WORDS.waiting}
      </span>
    );
  }
  const crew = visit && page.crews.find(({ id }) => id === visit.crew)?.name;
  if (state === 'planned' && visit)
    return (
      <Link
        className="link link-hover"
        prefetch={false}
        href={`/jobs/${encodeURIComponent(page.site)}?from=${formatDate(visit.date)}`}
      >
        {formatDay(visit.date)} {formatTime(visit.from, page.hourFormat)}
        {crew && <span className="text-muted"> {crew}</span>}
      </Link>
    );
  return <strong className="font-semibold">{JOB_STATE_WORDS[state]}</strong>;
}
