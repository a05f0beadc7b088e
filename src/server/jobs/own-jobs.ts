import { judge } from '@/core/consequences/judge';
import { isMemberOn } from '@/core/jobs/crew-hours';
import { type JobStint, jobStints, stintMinutes } from '@/core/jobs/job-stints';
import type { Crew, Visit } from '@/core/jobs/types';
import { type Result, fail } from '@/core/plan/problem';
import { groupedBy } from '@/core/grouped';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import { loadPunches } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { fieldFromRows, loadFieldRows, travelFromRow, visitFromRow } from '@/data/jobs/field-store';
import { type RowOf, loadRows, loadRowsOf } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { now, nowAt } from '../now';
import { presentMinute } from './crew-says';

/** A visit as whoever goes there sees it. */
export interface OwnVisit {
  readonly id: string;
  readonly site: string;
  readonly job: string;
  readonly date: Day;
  /** Minute of the day. */
  readonly from: number;
  /** Minutes of the day that it is planned to take, in pieces; after 1440 on the next day. */
  readonly pieces: readonly { readonly from: number; readonly to: number }[];
  readonly isFixed: boolean;
  readonly note: string | null;
  readonly crew: string | null;
  readonly title: string;
  readonly personMinutes: number;
  readonly jobNote: string;
  readonly tasks: readonly string[];
  readonly place: {
    readonly name: string;
    readonly customer: string | null;
    readonly address: string;
    readonly contact: string;
    readonly accessNote: string;
  } | null;
  readonly progress: 'open' | 'started' | 'done';
  /** Who goes there, oneself first, with whether they are at it now. */
  readonly people: readonly { readonly id: string; readonly name: string; readonly isAtIt: boolean }[];
  /** Person-minutes that were spent on it so far. */
  readonly worked: number;
  /** How often one was told of it before, and when last; null: not known. */
  readonly told: { readonly times: number; readonly at: string | null };
  readonly materials: readonly { readonly id: string; readonly name: string; readonly cost: number | null }[];
  readonly notes: readonly { readonly at: string; readonly name: string; readonly note: string }[];
}

/** The visits of somebody's crews on some days. */
export interface OwnJobs {
  readonly today: Day;
  readonly hourFormat: HourFormat;
  /** By start. */
  readonly visits: readonly OwnVisit[];
}

/** How many days back and ahead one's visits are shown. */
const [BACK, AHEAD] = [7, 13];

/** The visits that who asks was told of: those of their crews, and their own. */
export async function ownJobs(db: Database, actor: Actor): Promise<Result<{ jobs: OwnJobs }>> {
  const { person } = actor;
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const places = await loadRows(db, 'person_site', { person_id: person });
  const visits: OwnVisit[] = [];
  let shown: { today: Day; hourFormat: HourFormat } | null = null;
  for (const { site_id } of places.sort((a, b) => a.position - b.position)) {
    const [site] = await loadRows(db, 'site', { id: site_id });
    const today = parseDate(nowAt(site.time_zone).date)!;
    shown ??= { today, hourFormat: site.hour_format as HourFormat };
    if (site.field_work) visits.push(...(await visitsAt(db, person, site, today)));
  }
  visits.sort((a, b) => a.date - b.date || a.from - b.from);
  return { ok: true, jobs: { ...(shown ?? { today: 0, hourFormat: '24' }), visits } };
}

/** Whether somebody belongs to a crew, so that there are visits to look at. */
export async function hasJobs(db: Database, person: string): Promise<boolean> {
  const [member] = await loadRows(db, 'crew_member', { person_id: person });
  if (member) return true;
  const [visit] = await loadRows(db, 'published_visit', { person_id: person });
  return visit !== undefined;
}

/** The visits at a site that somebody was told of, around today. */
export async function visitsAt(
  db: Database,
  person: string,
  site: RowOf<'site'>,
  today: Day,
): Promise<OwnVisit[]> {
  const [from, to] = [today - BACK, today + AHEAD + 1];
  const told = await db
    .selectFrom('published_visit')
    .selectAll()
    .where('site_id', '=', site.id)
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .execute();
  const rows = (await loadFieldRows(db, site.id, from, to))!;
  const { crews } = fieldFromRows(rows, travelFromRow(site)!);
  const own = told.map(visitFromRow).filter((visit) => membersOf(crews, visit).includes(person));
  if (own.length === 0) return [];
  const jobs = new Map(
    (
      await loadRowsOf(
        db,
        'job',
        'id',
        own.map(({ job }) => job),
      )
    ).map((job) => [job.id, job]),
  );
  const toldOf = new Map(told.map((row) => [row.id, { times: row.times_told ?? 0, at: row.told_at }]));
  const pieces = await piecesOf(db, site.id, told.map(visitFromRow), from, to - from);
  const people = [...new Set(own.flatMap((visit) => membersOf(crews, visit)))];
  const names = new Map((await loadRowsOf(db, 'person', 'id', people)).map(({ id, name }) => [id, name]));
  const stints = await stintsOf(db, [...jobs.keys()]);
  const byId = <T extends { readonly id: string }>(all: readonly T[]) =>
    new Map(all.map((one) => [one.id, one]));
  const [places, customers] = [byId(rows.place), byId(rows.customer)];
  const materials = groupedBy(
    await loadRowsOf(db, 'job_material', 'job_id', [...jobs.keys()]),
    ({ job_id }) => job_id,
  );
  const notes = groupedBy(
    await loadRowsOf(db, 'job_note', 'job_id', [...jobs.keys()]),
    ({ job_id }) => job_id,
  );
  return own.flatMap((visit): OwnVisit[] => {
    const job = jobs.get(visit.job);
    if (!job) return [];
    const its = stints.filter((stint) => stint.job === job.id);
    const atIt = new Set(its.filter(({ to: end }) => end === null).map((stint) => stint.person));
    const place = job.place_id === null ? undefined : places.get(job.place_id);
    const mates = membersOf(crews, visit);
    return [
      {
        ...{ id: visit.id, site: site.id, job: job.id, date: visit.date, from: visit.from },
        pieces: pieces.get(visit.id) ?? [{ from: visit.from, to: visit.from + (visit.minutes ?? 60) }],
        ...{ isFixed: visit.isFixed, note: visit.note, title: job.title, jobNote: job.note },
        crew: crews.find(({ id }) => id === visit.crew)?.name ?? null,
        personMinutes: visit.personMinutes ?? job.person_minutes,
        tasks: JSON.parse(job.tasks) as string[],
        place: place
          ? {
              ...{ name: place.name, address: place.address, contact: place.contact },
              ...{
                accessNote: place.access_note,
                customer: customers.get(place.customer_id ?? '')?.name ?? null,
              },
            }
          : null,
        progress: job.progress as OwnVisit['progress'],
        told: toldOf.get(visit.id)!,
        people: [person, ...mates.filter((id) => id !== person)].map((id) => ({
          ...{ id, name: names.get(id) ?? 'somebody', isAtIt: atIt.has(id) },
        })),
        worked: its.reduce((sum, stint) => sum + stintMinutes(stint, Math.floor(now() / 60_000)), 0),
        materials: (materials.get(job.id) ?? []).map(({ id, name, cost }) => ({ id, name, cost })),
        notes: (notes.get(job.id) ?? [])
          .sort((a, b) => (a.at < b.at ? -1 : 1))
          .map(({ at, person_id, note }) => ({ at, name: names.get(person_id ?? '') ?? '', note })),
      },
    ];
  });
}

function membersOf(crews: readonly Crew[], { crew, person, date }: Visit): string[] {
  if (crew === null) return person === null ? [] : [person];
  const found = crews.find(({ id }) => id === crew);
  const members = found?.members.filter((member) => isMemberOn(member, date)) ?? [];
  return [...new Set(members.map((member) => member.person))];
}

/** When visits are planned as they were told, worked out as the plan does. */
async function piecesOf(
  db: Database,
  site: string,
  told: readonly Visit[],
  from: Day,
  days: number,
): Promise<Map<string, OwnVisit['pieces']>> {
  const stored = (await loadPlan(db, site, from, days))!;
  const { work } = stored.plan;
  const known = new Set(work!.jobs.map(({ id }) => id));
  const visits = told.filter(({ job }) => known.has(job));
  const { field, context } = judge({ ...stored.plan, work: { ...work!, visits } });
  const rows = [...field!.crews.values(), ...field!.people.values()];
  return new Map(
    rows.flatMap((row) =>
      row.visits.map(({ visit, pieces }): [string, OwnVisit['pieces']] => {
        const wall = (at: number) => context.clock.wall(at) - visit.date * 1440;
        return [visit.id, pieces.map((piece) => ({ from: wall(piece.from), to: wall(piece.to) }))];
      }),
    ),
  );
}

/** How far back time spent on jobs is read, in minutes. */
const STINTS_BACK = 120 * 1440;

/** When people were at some jobs. */
export async function stintsOf(db: Database, jobs: readonly string[]): Promise<JobStint[]> {
  const wanted = new Set(jobs);
  const people = await peopleAt(db, wanted);
  if (people.size === 0) return [];
  const present = presentMinute();
  const punches = await loadPunches(db, [...people.keys()], present - STINTS_BACK, present + 1);
  return jobStints(punches, present).filter(({ job }) => wanted.has(job));
}

/** Who was ever at some jobs, with the elapsed minute of the first time. */
export async function peopleAt(db: Database, jobs: ReadonlySet<string>): Promise<Map<string, number>> {
  const since = new Map<string, number>();
  if (jobs.size === 0) return since;
  const rows = await db
    .selectFrom('punch')
    .select(({ fn }) => ['person_id', 'work', fn.min('at').as('first')])
    .where('work', 'like', '%"job":"%')
    .groupBy(['person_id', 'work'])
    .execute();
  for (const { person_id, work, first } of rows) {
    if (!jobs.has((JSON.parse(work!) as { job: string }).job)) continue;
    const at = Math.floor(Date.parse(first) / 60_000);
    since.set(person_id, Math.min(at, since.get(person_id) ?? at));
  }
  return since;
}
