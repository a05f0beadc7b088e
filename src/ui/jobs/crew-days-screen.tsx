'use client';

import {
  DndContext,
  type DragEndEvent,
  type DragOverEvent,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import Link from 'next/link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { checkOf } from '@/core/checks/list';
import { fieldSnags } from '@/core/consequences/field-state';
import { bySeverity } from '@/core/checks/shared/snag';
import type { VisitChange } from '@/core/jobs/visit-change';
import { type Day, formatDate } from '@/core/time/day';
import { bareHours, counted, formatDay, formatDays, formatHours, formatTime } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { Badge } from '../kit/badge';
import { Button, buttonClass } from '../kit/button';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { CrewCanvas, HEAD } from './crew-canvas';
import { crewDayOf } from './crew-day';
import { type FieldScale, fieldScale } from './field-scale';
import { JobDialog } from './job-dialog';
import { LostDayDialog } from './lost-day-dialog';
import { Tray, leftOf, waitingJobs } from './tray';
import { type CrewDays, useCrewDays } from './use-crew-days';
import { VisitPanel, Would } from './visit-panel';

/** How many days are shown, as it is called. */
const LENGTHS = [
  [14, '2 weeks'],
  [7, 'Week'],
  [3, '3 days'],
  [1, 'Day'],
] as const;
/** How far a pointer goes before something is dragged, in pixels. */
const DRAG_FROM = 6;
/** How many snags are listed at first. */
const MOST = 12;

type Chosen = { readonly visit: string } | { readonly job: string } | null;

/** The days of a site's crews: their visits, the jobs that wait, and what would be if one were moved. */
export function CrewDaysScreen({ header, page }: { readonly header: ShellFrame; readonly page: JobsPage }) {
  useLivePage(page.site, page.asOf);
  const days = useCrewDays(page);
  const { plan, field, context, work } = days;
  const [chosen, setChosen] = useState<Chosen>(null);
  const [cell, setCell] = useState<{ crew: string; date: Day } | null>(null);
  const [over, setOver] = useState<readonly VisitChange[]>([]);
  const [isLosing, setLosing] = useState(false);
  const [writing, setWriting] = useState<string | null>(null);
  const box = useRef<HTMLElement>(null);
  const [width, setWidth] = useState(940);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }));
  const scale = useMemo(
    () => fieldScale({ plan, field, clock: context.clock }, Math.max(560, width - HEAD - 2)),
    [plan, field, context.clock, width],
  );
  const placing = chosen && 'job' in chosen ? chosen.job : null;
  const visitId = chosen && 'visit' in chosen ? chosen.visit : null;
  const found = visitId === null ? null : findVisit(days, visitId);
  const job = placing === null ? null : work.jobs.find(({ id }) => id === placing);

  const place = (crew: string, date: Day) => {
    const visit = placing && days.placed(placing, crew, date);
    if (visit)
      void days.commit([{ do: 'add-visit', visit }]).then((done) => done && setChosen({ visit: visit.id }));
  };
  const drop = (event: DragOverEvent | DragEndEvent): VisitChange[] => {
    const to = event.over?.data.current as { crew: string; date: Day } | undefined;
    const of = event.active.data.current as { job?: string; visit?: string } | undefined;
    if (!to || !of) return [];
    if (of.job !== undefined) {
      const visit = days.placed(of.job, to.crew, to.date);
      return visit ? [{ do: 'add-visit', visit }] : [];
    }
    const visit = work.visits.find(({ id }) => id === of.visit);
    if (!visit || (visit.crew === to.crew && visit.date === to.date)) return [];
    return [{ do: 'set-visit', id: visit.id, visit: { crew: to.crew, person: null, date: to.date } }];
  };

  return (
    <AppLayout
      header={header}
      site={page.site}
      area="jobs"
      strip={<Strip {...{ page, days, setLosing }} onNew={() => setWriting('')} />}
    >
      <DndContext
        sensors={sensors}
        onDragOver={(event) => setOver(drop(event))}
        onDragCancel={() => setOver([])}
        onDragEnd={(event) => {
          setOver([]);
          const changes = drop(event);
          if (changes.length > 0) void days.commit(changes);
        }}
      >
        <SplitPanel
          label={found ? 'Visit' : job ? 'Job' : 'What needs a look'}
          className="w-[300px]"
          isFlush
          side={
            found ? (
              <VisitPanel
                key={visitId}
                {...{ page, days }}
                visit={found.visit}
                snags={found.snags}
                onClose={() => setChosen(null)}
              />
            ) : job ? (
              <JobPanel
                {...{ page, days, cell }}
                job={job}
                onPlace={place}
                onWrite={() => setWriting(job.id)}
                onClose={() => setChosen(null)}
              />
            ) : (
              <Overview {...{ page, days }} onChoose={setChosen} />
            )
          }
        >
          <main ref={box} tabIndex={0} aria-label="Crew days" className="min-w-0">
            {work.crews.length === 0 ? (
              <EmptyState title="There is no crew yet">
                Crews are people of the site who visit places together.
              </EmptyState>
            ) : (
              // On a narrow page it scrolls within itself, so that the page needs not.
              <div className="max-lg:overflow-x-auto">
                <div style={{ minWidth: HEAD + 560 }}>
                  <CrewCanvas
                    {...{ page, days, scale, placing }}
                    chosen={visitId}
                    onChoose={(visit) => setChosen({ visit })}
                    onPlace={place}
                    onCell={(crew, date) => setCell({ crew, date })}
                  />
                  <FieldSkyline {...{ page, days, scale }} />
                  <Tray
                    {...{ page, days, scale }}
                    chosen={placing}
                    onChoose={(id) => setChosen({ job: id })}
                  />
                </div>
              </div>
            )}
          </main>
        </SplitPanel>
        <DragOverlay dropAnimation={null}>
          {over.length > 0 && (
            <div className="border-ink bg-sheet max-w-[300px] border px-2 py-1 text-sm">
              <strong>{overText(page, days, over)}</strong>
              <Would lines={days.consequences(over)} />
            </div>
          )}
        </DragOverlay>
      </DndContext>
      {isLosing && (
        <LostDayDialog
          {...{ page, days }}
          date={Math.max(page.today, plan.from)}
          onClose={() => setLosing(false)}
        />
      )}
      {writing !== null && (
        <JobDialog
          {...{ page, days }}
          job={work.jobs.find(({ id }) => id === writing) ?? null}
          onClose={() => setWriting(null)}
        />
      )}
    </AppLayout>
  );
}

function overText(page: JobsPage, days: CrewDays, [change]: readonly VisitChange[]): string {
  if (change.do === 'remove-visit') return '';
  const { date, from } = change.visit;
  const was = change.do === 'set-visit' ? days.work.visits.find(({ id }) => id === change.id) : undefined;
  const job = change.do === 'add-visit' ? change.visit.job : was!.job;
  return `${days.words.job(job)}, ${formatDay(date ?? was!.date)} ${formatTime(from ?? was!.from, page.hourFormat)}`;
}

function findVisit({ field }: CrewDays, id: string) {
  for (const { visits, snags } of [...field.crews.values(), ...field.people.values()]) {
    const visit = visits.find((one) => one.visit.id === id);
    if (visit) return { visit, snags: snags.filter((snag) => snag.visits?.includes(id)) };
  }
  return null;
}

/** Sums of many visits, to the quarter of an hour. */
function personHours(minutes: number): string {
  return bareHours(Math.round(minutes / 15) * 15);
}

/** What is shown, in figures, and the way to other days. */
function Strip({
  page,
  days,
  setLosing,
  onNew,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly setLosing: (is: boolean) => void;
  readonly onNew: () => void;
}) {
  const { plan, field } = days;
  const dates = Array.from({ length: plan.days }, (_, i) => plan.from + i);
  const all = [...field.crews.keys()].flatMap((crew) => dates.map((date) => crewDayOf(days, crew, date)));
  const sum = (of: (one: (typeof all)[number]) => number) => all.reduce((total, one) => total + of(one), 0);
  const late = fieldSnags(field).filter(
    ({ code, params }) => code === 'outside-window' && params.side === 'late',
  );
  const visits = [...field.crews.values()].flatMap((row) =>
    row.visits.filter(({ visit }) => visit.date >= plan.from && visit.date < plan.from + plan.days),
  );
  const to = (from: Day, count: number) =>
    `/jobs/${encodeURIComponent(page.site)}?from=${formatDate(from)}&days=${count}`;
  return (
    <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
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
          <strong>{visits.length}</strong> {visits.length === 1 ? 'visit' : 'visits'}
        </span>
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
        <nav aria-label="How many days" className="join">
          {LENGTHS.map(([count, name]) => (
            <Link
              key={count}
              href={to(count >= 7 ? plan.from : Math.max(plan.from, page.today), count)}
              aria-current={count === plan.days ? 'page' : undefined}
              className={buttonClass(count === plan.days ? 'chosen' : 'plain', 'join-item w-auto')}
            >
              {name}
            </Link>
          ))}
        </nav>
      </div>
    </div>
  );
}

/** Person-hours planned and available by day, under the days of the crews. */
function FieldSkyline({
  days,
  scale,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly scale: FieldScale;
}) {
  const lines = scale.dates.map((date) => {
    const all = [...days.field.crews.keys()].map((crew) => crewDayOf(days, crew, date));
    const planned = all.reduce((sum, one) => sum + one.planned, 0);
    return { date, planned, available: all.reduce((sum, one) => sum + one.available, 0) };
  });
  const most = Math.max(60, ...lines.flatMap(({ planned, available }) => [planned, available]));
  return (
    <section aria-labelledby="person-hours" className="border-rule flex border-t">
      <div className="shrink-0 px-4 pt-2" style={{ width: HEAD }}>
        <h2 id="person-hours" className="font-serif text-lg leading-6 font-semibold">
          Skyline
        </h2>
        <p className="text-muted text-sm leading-4">person-hours planned of those there are</p>
      </div>
      {lines.map(({ date, planned, available }) => (
        <div key={date} className="border-rule relative h-[92px] border-l" style={{ width: scale.dayWidth }}>
          <span aria-hidden className="absolute inset-x-1 bottom-6 top-2">
            <span
              className={
                planned > available
                  ? 'bg-gap/40 absolute inset-x-0 bottom-0'
                  : 'bg-primary/20 absolute inset-x-0 bottom-0'
              }
              style={{ height: `${(planned / most) * 100}%` }}
            />
            <span
              className="border-ink absolute inset-x-0 border-t-2"
              style={{ bottom: `${(available / most) * 100}%` }}
            />
          </span>
          <span className="absolute inset-x-1 bottom-1 truncate text-center text-xs font-semibold">
            {available === 0 && planned === 0 ? '–' : `${personHours(planned)} of ${personHours(available)}`}
            <span className="sr-only"> person-hours on {formatDay(date)}</span>
          </span>
        </div>
      ))}
    </section>
  );
}

/** A job that waits, and what would be if it were placed where the hand is. */
function JobPanel({
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

/** What is wrong with the days that are shown, and what is not planned yet. */
function Overview({
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
