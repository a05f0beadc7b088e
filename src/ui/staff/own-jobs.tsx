import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import type { OwnJobs as OwnJobsPage, OwnVisit } from '@/server/jobs/own-jobs';
import type { Day } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { bareHours, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { EmptyState, ErrorState, Refused } from '../kit/states';
import { When } from '../layout/when';
import { useOwnData } from './own-data';
import { DoneForm } from './own-job-done';
import { Materials } from './own-job-materials';

type Format = OwnJobsPage['hourFormat'];

/** The visits of one's crews, day by day: where to be and when, and how far each is. */
export function OwnJobs() {
  const { fresh, trouble, isLost, again } = useOwnData<{ jobs: OwnJobsPage }>('/api/me/jobs');
  if (trouble && !fresh) return <ErrorState>{trouble}</ErrorState>;
  if (!fresh) return <p className="text-muted">Looking up your jobs …</p>;
  const { visits, today, hourFormat } = fresh.data.jobs;
  // What was to be done before and is not stays in view.
  const late = visits.filter((visit) => lastDay(visit) < today && visit.progress !== 'done');
  const dates = [...new Set(visits.flatMap(daysOf))].filter((date) => date >= today).sort((a, b) => a - b);
  const list = (shown: readonly OwnVisit[], date: Day | null) => (
    <ul>
      {shown.map((visit) => (
        <li key={visit.id} className="border-rule border-b">
          <Visit
            {...{ visit, hourFormat, isLost, date }}
            isNear={date === null || date <= today + 1}
            onSaid={again}
          />
        </li>
      ))}
    </ul>
  );
  if (late.length === 0 && dates.length === 0)
    return (
      <>
        <h1 className="font-serif text-2xl font-semibold">Jobs</h1>
        <EmptyState title="No job in the next two weeks.">
          As soon as visits of your crew are published they stand here.
        </EmptyState>
      </>
    );
  return (
    <>
      <h1 className="font-serif text-2xl font-semibold">Jobs</h1>
      {late.length > 0 && (
        <section aria-label="Not done yet">
          <h2 className="border-gap text-gap border-b font-serif text-lg font-semibold">Not done yet</h2>
          {list(late, null)}
        </section>
      )}
      {dates.map((date) => (
        <section key={date} aria-label={formatDay(date)}>
          <h2 className="border-ink border-b font-serif text-lg font-semibold">
            {date === today ? `Today, ${formatDay(date)}` : formatDay(date)}
          </h2>
          {list(
            visits.filter((visit) => daysOf(visit).includes(date)),
            date,
          )}
        </section>
      ))}
    </>
  );
}

/** The days on which a visit goes on. */
function daysOf({ date, pieces }: OwnVisit): Day[] {
  return [...new Set(pieces.map(({ from }) => date + Math.floor(from / DAY)))];
}

function lastDay(visit: OwnVisit): Day {
  return Math.max(...daysOf(visit));
}

/** Its times on a day; null: all of them, each with its day. */
function timesOf(visit: OwnVisit, date: Day | null, hourFormat: Format): string {
  return visit.pieces
    .map(({ from, to }) => ({ day: visit.date + Math.floor(from / DAY), from, to }))
    .filter(({ day }) => date === null || day === date)
    .map(({ day, from, to }) => {
      const start = (day - visit.date) * DAY;
      const times = formatTimeSpan(from - start, to - start, hourFormat);
      return date === null ? `${formatDay(day)} ${times}` : times;
    })
    .join(', ');
}

const STATE: Readonly<Record<OwnVisit['progress'], string>> = {
  open: '',
  started: 'under way',
  done: 'done',
};

function Visit({
  visit,
  date,
  hourFormat,
  isNear,
  isLost,
  onSaid,
}: {
  readonly visit: OwnVisit;
  /** The day it stands under; null: none, as it is over. */
  readonly date: Day | null;
  readonly hourFormat: Format;
  /** Near enough to be worked on. */
  readonly isNear: boolean;
  readonly isLost: boolean;
  readonly onSaid: () => void;
}) {
  const { title, place, progress, people, worked, personMinutes } = visit;
  const atIt = people.filter((one) => one.isAtIt);
  return (
    <details open={progress === 'started'} className="py-2">
      <summary className="flex min-h-11 cursor-pointer items-start gap-3">
        <span className="min-w-0 flex-1">
          <span className="block font-semibold">{place?.name ?? title}</span>
          <span className="text-muted block text-sm">
            {place ? `${title} · ` : ''}
            {timesOf(visit, date, hourFormat)}
            {visit.isFixed && ' · an appointment'}
          </span>
        </span>
        <span className="text-right text-sm">
          <strong className="block">{STATE[progress]}</strong>
          <span className="text-muted">
            {worked > 0
              ? `${bareHours(worked)} of ${formatHours(personMinutes)}`
              : formatHours(personMinutes)}
          </span>
        </span>
        <ChevronDown size={18} className="mt-0.5 shrink-0 in-open:rotate-180" aria-hidden />
      </summary>
      <div className="flex flex-col gap-3 pt-2">
        {place && (
          <p className="text-sm">
            {[place.customer, place.address].filter(Boolean).join(', ')}
            {place.contact && <span className="block">{place.contact}</span>}
            {place.accessNote && <span className="block font-semibold">{place.accessNote}</span>}
          </p>
        )}
        {(visit.jobNote || visit.note) && (
          <p className="text-sm">{[visit.jobNote, visit.note].filter(Boolean).join(' ')}</p>
        )}
        {visit.tasks.length > 0 && (
          <ul className="list-inside list-disc text-sm">
            {visit.tasks.map((task) => (
              <li key={task}>{task}</li>
            ))}
          </ul>
        )}
        <p className="text-muted text-sm">
          {visit.crew && `${visit.crew}: `}
          {people.map(({ name, isAtIt }) => (isAtIt ? `${name} (at it)` : name)).join(', ')}
        </p>
        {isLost && <p className="text-sm">Without a connection it can only be looked at.</p>}
        {!isLost && isNear && progress !== 'done' && (
          <Progress key={atIt.map(({ id }) => id).join()} {...{ visit, onSaid }} />
        )}
        {(progress !== 'open' || visit.materials.length > 0) && (
          <Materials {...{ visit, onSaid }} isFixed={isLost} />
        )}
        {visit.notes.length > 0 && (
          <ul className="text-sm">
            {visit.notes.map(({ at, name, note }) => (
              <li key={at}>
                <When at={at} className="text-muted" /> {name}: {note}
              </li>
            ))}
          </ul>
        )}
      </div>
    </details>
  );
}

/** Starts, pauses and ends a job: for all of the crew who are there. */
function Progress({ visit, onSaid }: { readonly visit: OwnVisit; readonly onSaid: () => void }) {
  const { people, job, site } = visit;
  const free = people.filter((one) => !one.isAtIt);
  const isGoing = free.length < people.length;
  const [chosen, setChosen] = useState<readonly string[]>(free.map(({ id }) => id));
  const [isEnding, setEnding] = useState(false);
  const { run, busy, problem } = useCommand();
  const say = async (kind: 'job.begin' | 'job.pause') => {
    const id = newId();
    const done =
      kind === 'job.begin'
        ? await run(kind, { id, site, job, people: chosen }, 'Started')
        : await run(kind, { id, site, job }, 'Paused');
    if (done) onSaid();
  };
  return (
    <>
      {free.length > 0 && people.length > 1 && (
        <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
          <legend className="text-muted text-sm">{isGoing ? 'Who joins' : 'Who is there'}</legend>
          {free.map(({ id, name }) => (
            <Checkbox
              key={id}
              className="min-h-11"
              checked={chosen.includes(id)}
              onChange={(isOn) => setChosen(isOn ? [...chosen, id] : chosen.filter((one) => one !== id))}
            >
              {name}
            </Checkbox>
          ))}
        </fieldset>
      )}
      <div className="flex flex-wrap gap-2">
        {free.length > 0 && (
          <Button
            kind={isGoing ? 'plain' : 'primary'}
            className="min-h-11 flex-1"
            busy={busy}
            disabled={chosen.length === 0}
            onClick={() => void say('job.begin')}
          >
            {isGoing ? 'Join' : visit.progress === 'open' ? 'Start' : 'Go on'}
          </Button>
        )}
        {isGoing && (
          <Button className="min-h-11 flex-1" busy={busy} onClick={() => void say('job.pause')}>
            Pause
          </Button>
        )}
        <Button
          kind={isGoing ? 'primary' : 'plain'}
          className="min-h-11 flex-1"
          aria-expanded={isEnding}
          onClick={() => setEnding(!isEnding)}
        >
          Done …
        </Button>
      </div>
      <Refused problem={problem} />
      {isEnding && <DoneForm {...{ visit, onSaid }} onClose={() => setEnding(false)} />}
    </>
  );
}
