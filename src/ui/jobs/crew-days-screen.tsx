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
import { useEffect, useMemo, useRef, useState } from 'react';
import type { VisitChange } from '@/core/jobs/visit-change';
import type { Day } from '@/core/time/day';
import { formatDay, formatTime } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { CrewCanvas, HEAD } from './crew-canvas';
import { DaysStrip } from './days-strip';
import { type Chosen, FieldOverview } from './field-overview';
import { fieldScale } from './field-scale';
import { FieldSkyline } from './field-skyline';
import { JobDialog } from './job-dialog';
import { JobPanel } from './job-panel';
import { LostDayDialog } from './lost-day-dialog';
import { PublishVisitsDialog } from './publish-visits-dialog';
import { Tray } from './tray';
import { type CrewDays, useCrewDays } from './use-crew-days';
import { VisitPanel, Would } from './visit-panel';

/** How far a pointer goes before something is dragged, in pixels. */
const DRAG_FROM = 6;
/** The days of a site's crews: their visits, the jobs that wait, and what would be if one were moved. */
export function CrewDaysScreen({ header, page }: { readonly header: ShellFrame; readonly page: JobsPage }) {
  useLivePage(page.site, page.asOf);
  const days = useCrewDays(page);
  const { plan, field, context, work } = days;
  const [chosen, setChosen] = useState<Chosen>(null);
  const [cell, setCell] = useState<{ crew: string; date: Day } | null>(null);
  const [over, setOver] = useState<readonly VisitChange[]>([]);
  const [isLosing, setLosing] = useState(false);
  const [isPublishing, setPublishing] = useState(false);
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
      strip={
        <DaysStrip
          {...{ page, days, setLosing }}
          onNew={() => setWriting('')}
          onPublish={() => setPublishing(true)}
        />
      }
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
              <FieldOverview {...{ page, days }} onChoose={setChosen} />
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
                  <FieldSkyline {...{ days, scale }} />
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
      {isPublishing && <PublishVisitsDialog {...{ page, days }} onClose={() => setPublishing(false)} />}
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
