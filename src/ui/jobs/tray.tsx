import { useDraggable } from '@dnd-kit/core';
import clsx from 'clsx';
import { useState } from 'react';
import { jobState, unplannedMinutes } from '@/core/jobs/job-state';
import type { Job } from '@/core/jobs/types';
import { bareHours, counted, formatDay, formatHours } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { HEAD } from './crew-canvas';
import type { FieldScale } from './field-scale';
import type { CrewDays } from './use-crew-days';

type Order = 'due' | 'area' | 'service';

/** The jobs that wait: each on the day by which it is to be done, under the days of the crews; or by area or service. */
export function Tray({
  page,
  days,
  scale,
  chosen,
  onChoose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly scale: FieldScale;
  readonly chosen: string | null;
  readonly onChoose: (job: string) => void;
}) {
  const [order, setOrder] = useState<Order>('due');
  const [sought, setSought] = useState('');
  const { work, words, field, plan } = days;
  const end = plan.from + plan.days;
  const waiting = waitingJobs(days);
  const minutes = waiting.reduce((sum, job) => sum + leftOf(days, job), 0);
  const text = (job: Job) =>
    `${words.job(job.id)} ${job.title} ${placeOf(days, job)?.zone ?? ''}`.toLowerCase();
  const shown = waiting.filter((job) => text(job).includes(sought.trim().toLowerCase()));
  const chips = (jobs: readonly Job[]) =>
    jobs.map((job) => (
      <Chip
        key={job.id}
        {...{ page, days, job }}
        isChosen={chosen === job.id}
        onChoose={() => onChoose(job.id)}
      />
    ));
  const groups = (keyOf: (job: Job) => string) =>
    [...new Set(shown.map(keyOf))]
      .sort()
      .map((name) => ({ name, jobs: shown.filter((job) => keyOf(job) === name) }));
  const late = shown.filter(({ latest }) => latest !== null && latest < scale.dates[0]);
  const bands =
    order === 'due'
      ? [
          {
            name: 'Later, or at any time',
            jobs: shown.filter(({ latest }) => latest === null || latest >= end),
          },
        ]
      : groups((job) =>
          order === 'area'
            ? (placeOf(days, job)?.zone ?? 'No area')
            : ((job.service && field.index.services.get(job.service)?.name) ?? 'No service'),
        );
  return (
    <section aria-labelledby="waiting" className="border-ink border-t">
      <div className="flex flex-wrap items-center gap-3 px-4 py-2">
        <h2 id="waiting" className="font-serif text-lg font-semibold">
          Waiting
        </h2>
        <span className="text-muted text-sm">
          {counted(waiting.length, 'job')}, {bareHours(minutes)} person-hours
        </span>
        <Segmented<Order>
          isSmall
          label="Waiting jobs by"
          value={order}
          onChange={setOrder}
          options={[
            { value: 'due', name: 'Due' },
            { value: 'area', name: 'Area' },
            { value: 'service', name: 'Service' },
          ]}
        />
        <TextInput
          label="Find a waiting job"
          placeholder="Find"
          className="w-[140px]"
          value={sought}
          onChange={setSought}
        />
        {page.canChange && waiting.length > 0 && (
          <span className="text-muted text-sm">
            Drag one to a crew; or choose it, go to a day and press Enter.
          </span>
        )}
      </div>
      {waiting.length === 0 && <p className="text-muted px-4 pb-3">Everything is planned.</p>}
      {waiting.length > 0 && shown.length === 0 && (
        <p className="text-muted px-4 pb-3">Nothing is called that.</p>
      )}
      {order === 'due' && late.length > 0 && <Band name="Late">{chips(late)}</Band>}
      {order === 'due' && shown.length > 0 && (
        <div className="border-fine flex border-t">
          <span className="text-muted shrink-0 px-4 pt-1.5 text-sm" style={{ width: HEAD }}>
            due by
          </span>
          {scale.dates.map((date, i) => (
            <ul
              key={date}
              aria-label={`Due by ${formatDay(date)}`}
              className="border-rule flex flex-col gap-1 border-l p-1"
              style={{ width: scale.dayWidth }}
            >
              {chips(
                shown.filter(
                  ({ latest }) => latest !== null && latest >= date && latest < (scale.dates[i + 1] ?? end),
                ),
              )}
            </ul>
          ))}
        </div>
      )}
      {bands
        .filter(({ jobs }) => jobs.length > 0)
        .map(({ name, jobs }) => (
          <Band key={name} name={name}>
            {chips(jobs)}
          </Band>
        ))}
      <p className="sr-only">{work.jobs.length} jobs in all</p>
    </section>
  );
}

/** Jobs beside each other under one name. */
function Band({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div className="border-fine flex border-t">
      <h3
        className={clsx(
          'shrink-0 px-4 pt-1.5 text-sm',
          name === 'Late' ? 'text-gap font-semibold' : 'text-muted',
        )}
        style={{ width: HEAD }}
      >
        {name}
      </h3>
      <ul aria-label={name} className="flex min-w-0 flex-1 flex-wrap gap-1 p-1">
        {children}
      </ul>
    </div>
  );
}

/** Jobs of which something is not planned, those due first; what cannot be done before the days that are shown are over waits for its own. */
export function waitingJobs({ work, plan }: Pick<CrewDays, 'work' | 'plan'>): Job[] {
  const end = plan.from + plan.days;
  const rank = ({ latest }: Job) => latest ?? Infinity;
  return work.jobs
    .filter(({ earliest }) => earliest === null || earliest < end)
    .filter(
      (job) =>
        jobState(
          job,
          work.visits.filter((visit) => visit.job === job.id),
        ) === 'waiting',
    )
    .sort((a, b) => rank(a) - rank(b) || (a.id < b.id ? -1 : 1));
}

/** Person-minutes of a job that are not planned. */
export function leftOf({ work }: Pick<CrewDays, 'work'>, job: Job): number {
  return unplannedMinutes(
    job,
    work.visits.filter((visit) => visit.job === job.id),
  );
}

function placeOf({ field }: Pick<CrewDays, 'field'>, { place }: Job) {
  return place === null ? undefined : field.index.places.get(place);
}

function Chip({
  page,
  days,
  job,
  isChosen,
  onChoose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly job: Job;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}) {
  const { setNodeRef, listeners, isDragging } = useDraggable({
    id: `job ${job.id}`,
    disabled: !page.canChange,
    data: { job: job.id },
  });
  return (
    <li className="min-w-0">
      <button
        ref={setNodeRef}
        type="button"
        {...listeners}
        aria-pressed={isChosen}
        onClick={onChoose}
        className={clsx(
          'border-rule bg-sheet block max-w-full cursor-grab touch-none rounded-[3px] border border-dashed px-1.5 py-0.5 text-left text-sm leading-4',
          isChosen && 'outline-ink outline-2',
          isDragging && 'opacity-40',
        )}
      >
        <span className="block truncate font-semibold">{days.words.job(job.id)}</span>
        <span className="text-muted block truncate text-xs">
          {job.title}, {formatHours(leftOf(days, job))}
        </span>
      </button>
    </li>
  );
}
