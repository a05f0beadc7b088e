import { judge } from '@/core/consequences/judge';
import { isMemberOn } from '@/core/jobs/crew-hours';
import { dateOfPiece } from '@/core/jobs/resolved-visit';
import type { Result } from '@/core/plan/problem';
import { type Day, startOfWeek } from '@/core/time/day';
import { type HourFormat, formatHours, formatTimeSpan } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import type { Database } from '@/data/database';
import { loadRows, loadRowsOf } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { fieldSite } from './ground';
import { untoldVisits } from './visit-publish';

/** One visit on the sheet of a crew. */
export interface SheetVisit {
  readonly id: string;
  /** Of each stretch of it on that day. */
  readonly times: readonly string[];
  readonly hours: string;
  readonly place: string | null;
  readonly customer: string | null;
  readonly address: string;
  readonly contact: string;
  readonly accessNote: string;
  readonly title: string;
  readonly notes: readonly string[];
  readonly tasks: readonly string[];
  readonly isFixed: boolean;
  /** The crew was not told of it as it is. */
  readonly isDraft: boolean;
}

/** The day of a crew on paper. */
export interface CrewSheet {
  readonly crew: string;
  readonly people: readonly string[];
  readonly visits: readonly SheetVisit[];
}

/** The day of each crew of a site that has something to do, by start. */
export interface CrewSheets {
  readonly siteName: string;
  readonly date: Day;
  readonly hourFormat: HourFormat;
  readonly sheets: readonly CrewSheet[];
}

/** What each crew does on a date, as it is planned now, for who may see the plan. */
export async function crewSheetsAt(
  db: Database,
  actor: Actor,
  site: string,
  date: Day,
): Promise<Result<{ page: CrewSheets }>> {
  const found = await fieldSite(db, actor, site);
  if (!found.ok) return found;
  const { line } = found.at;
  const { plan } = (await loadPlan(db, site, startOfWeek(date, line.weekStart), 7))!;
  const { field, context } = judge(plan);
  const { hourFormat } = line;
  const rows = [...field!.crews.values()].map(({ row, visits }) => ({
    crew: row.crew!,
    people: row.people,
    visits: visits.filter(({ pieces }) => pieces.some((piece) => dateOfPiece(context, piece) === date)),
  }));
  const shown = rows.flatMap(({ visits }) => visits);
  const jobs = new Map(
    (
      await loadRowsOf(
        db,
        'job',
        'id',
        shown.map(({ job }) => job.id),
      )
    ).map((job) => [job.id, job]),
  );
  const places = new Map((await loadRows(db, 'place', { site_id: site })).map((place) => [place.id, place]));
  const dates = shown.map(({ visit }) => visit.date);
  const untold =
    dates.length === 0
      ? []
      : await untoldVisits(db, site, { from: Math.min(...dates), to: Math.max(...dates) + 1 });
  const drafts = new Set(untold.map(({ after }) => after?.id));
  return {
    ok: true,
    page: {
      ...{ siteName: line.name, date, hourFormat },
      sheets: rows
        .filter(({ visits }) => visits.length > 0)
        .map(({ crew, people, visits }) => ({
          crew: crew.name,
          people: people
            .filter(({ id }) => crew.members.some((one) => one.person === id && isMemberOn(one, date)))
            .map(({ name }) => name),
          visits: visits.map(({ visit, job, pieces, personMinutes }): SheetVisit => {
            const stored = jobs.get(job.id)!;
            const place = job.place === null ? undefined : places.get(job.place);
            const known = plan.work!.places.find(({ id }) => id === job.place);
            const wall = (at: number) => context.clock.wall(at) - date * DAY;
            return {
              ...{ id: visit.id, title: job.title, isFixed: visit.isFixed, isDraft: drafts.has(visit.id) },
              times: pieces
                .filter((piece) => dateOfPiece(context, piece) === date)
                .map(({ from, to }) => formatTimeSpan(wall(from), wall(to), hourFormat)),
              hours: formatHours(personMinutes),
              ...{ place: place?.name ?? null, customer: known?.customer?.name ?? null },
              ...{ address: place?.address ?? '', contact: place?.contact ?? '' },
              accessNote: place?.access_note ?? '',
              notes: [stored.note, visit.note ?? ''].filter(Boolean),
              tasks: JSON.parse(stored.tasks) as string[],
            };
          }),
        })),
    },
  };
}
