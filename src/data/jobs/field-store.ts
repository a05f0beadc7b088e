import type { Crew, FieldWork, Job, Place, Price, Progress, Service, Travel, Visit } from '@/core/jobs/types';
import { fieldDates } from '@/core/jobs/field-dates';
import { groupedBy } from '@/core/grouped';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { Database } from '../database';
import { type NewRow, type RowOf } from '../records/records';

/** What field work of a site is made of. */
export type FieldRows = {
  readonly [
    T in 'customer' | 'place' | 'service' | 'crew' | 'crew_member' | 'crew_date' | 'job' | 'visit'
  ]: readonly RowOf<T>[];
};

/**
 * Reads what field work of a site around some dates is made of (`to` not included): visits as far around as crews' hours are known, the jobs they
 * are of, and all that wait and may be begun by then. Null: the site visits nobody.
 */
export async function loadFieldRows(
  db: Database,
  site: string,
  from: Day,
  to: Day,
): Promise<FieldRows | null> {
  const row = await db.selectFrom('site').select('field_work').where('id', '=', site).executeTakeFirst();
  if (!row?.field_work) return null;
  const [first, last] = fieldDates({ from, days: to - from }).map(formatDate);
  const visit = await db
    .selectFrom('visit')
    .selectAll()
    .where('site_id', '=', site)
    .where('date', '>=', first)
    .where('date', '<=', last)
    .execute();
  const job = await db
    .selectFrom('job')
    .selectAll()
    .where('site_id', '=', site)
    .where((is) =>
      is.or([
        // What may be begun only later can wait for whoever looks at those days.
        is.and([
          is('progress', '!=', 'done'),
          is.or([is('earliest', 'is', null), is('earliest', '<=', last)]),
        ]),
        is(
          'id',
          'in',
          is
            .selectFrom('visit')
            .select('job_id')
            .where('site_id', '=', site)
            .where('date', '>=', first)
            .where('date', '<=', last),
        ),
      ]),
    )
    .execute();
  const crew = await db
    .selectFrom('crew')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('position')
    .execute();
  const mine = db.selectFrom('crew').select('id').where('site_id', '=', site);
  return {
    ...{ visit, job, crew },
    crew_member: await db
      .selectFrom('crew_member')
      .selectAll()
      .where('crew_id', 'in', mine)
      .orderBy('id')
      .execute(),
    crew_date: await db
      .selectFrom('crew_date')
      .selectAll()
      .where('crew_id', 'in', mine)
      .where('date', '>=', first)
      .where('date', '<=', last)
      .orderBy('date')
      .execute(),
    service: await db
      .selectFrom('service')
      .selectAll()
      .where('site_id', '=', site)
      .orderBy('position')
      .execute(),
    place: await db.selectFrom('place').selectAll().where('site_id', '=', site).orderBy('name').execute(),
    customer: await db
      .selectFrom('customer')
      .selectAll()
      .where(
        'id',
        'in',
        db
          .selectFrom('place')
          .select('customer_id')
          .where('site_id', '=', site)
          .where('customer_id', 'is not', null),
      )
      .execute(),
  };
}

/** Field work of the rows of a site. Visits of jobs and crews that are not there are left out. */
export function fieldFromRows(rows: FieldRows, travel: Travel): FieldWork {
  const customers = new Map(rows.customer.map((row) => [row.id, row.name]));
  const members = groupedBy(rows.crew_member, ({ crew_id }) => crew_id);
  const dates = groupedBy(rows.crew_date, ({ crew_id }) => crew_id);
  const jobs = rows.job.map(jobFromRow);
  const [known, crews] = [new Set(jobs.map(({ id }) => id)), new Set(rows.crew.map(({ id }) => id))];
  return {
    crews: [...rows.crew]
      .sort((a, b) => a.position - b.position)
      .map((row) => crewFromRow(row, members.get(row.id) ?? [], dates.get(row.id) ?? [])),
    places: rows.place.map((row): Place => ({
      ...{ id: row.id, name: row.name, zone: row.zone },
      customer:
        row.customer_id === null
          ? null
          : { id: row.customer_id, name: customers.get(row.customer_id) ?? row.name },
    })),
    services: rows.service.map(serviceFromRow),
    jobs,
    visits: rows.visit
      .map(visitFromRow)
      .filter(({ job, crew }) => known.has(job) && (crew === null || crews.has(crew))),
    travel,
    today: null,
  };
}

/** How long it is from place to place, as a site keeps it; null: it visits nobody. */
export function travelFromRow({ field_work }: Pick<RowOf<'site'>, 'field_work'>): Travel | null {
  return field_work === null ? null : (JSON.parse(field_work) as Travel);
}

function crewFromRow(
  row: RowOf<'crew'>,
  members: readonly RowOf<'crew_member'>[],
  dates: readonly RowOf<'crew_date'>[],
): Crew {
  return {
    ...{ id: row.id, name: row.name, start: row.start_place_id, until: dayOf(row.until) },
    members: members.map(({ person_id, from_date, to_date }) => ({
      person: person_id,
      from: dayOf(from_date),
      to: dayOf(to_date),
    })),
    hours: JSON.parse(row.hours) as Span[][],
    dates: dates.map(({ date, hours, reason }) => ({
      date: parseDate(date)!,
      hours: JSON.parse(hours) as Span[],
      reason,
    })),
  };
}

/** The service that a row holds. */
export function serviceFromRow(row: RowOf<'service'>): Service {
  return {
    ...{ id: row.id, name: row.name, personMinutes: row.person_minutes, role: row.role_id },
    price: row.price === null ? null : (JSON.parse(row.price) as Price),
    factors: row.factors === null ? null : (JSON.parse(row.factors) as number[]),
  };
}

/** The job that a row holds. */
export function jobFromRow(row: RowOf<'job'>): Job {
  return {
    ...{ id: row.id, title: row.title, place: row.place_id, service: row.service_id },
    ...{ personMinutes: row.person_minutes, people: row.people },
    ...{ earliest: dayOf(row.earliest), latest: dayOf(row.latest) },
    window:
      row.window_from === null || row.window_to === null
        ? null
        : { from: row.window_from, to: row.window_to },
    price: row.price === null ? null : (JSON.parse(row.price) as Price),
    round: row.round_id === null ? null : { id: row.round_id, date: dayOf(row.round_date)! },
    progress: row.progress as Progress,
  };
}

/** The visit that a row holds. */
export function visitFromRow(row: RowOf<'visit'>): Visit {
  return {
    ...{ id: row.id, job: row.job_id, crew: row.crew_id, person: row.person_id, date: dayOf(row.date)! },
    ...{ from: row.from_minute, minutes: row.minutes, personMinutes: row.person_minutes, note: row.note },
    ...{ isThrough: row.is_through !== 0, isFixed: row.is_fixed !== 0 },
  };
}

/** The row of a visit. */
export function visitToRow(site: string, visit: Visit): NewRow<'visit'> {
  return {
    ...{ id: visit.id, site_id: site, job_id: visit.job, crew_id: visit.crew, person_id: visit.person },
    ...{ date: formatDate(visit.date), from_minute: visit.from, minutes: visit.minutes },
    ...{ person_minutes: visit.personMinutes, note: visit.note },
    ...{ is_through: visit.isThrough ? 1 : 0, is_fixed: visit.isFixed ? 1 : 0 },
  };
}

function dayOf(text: string | null): Day | null {
  return text === null ? null : parseDate(text);
}
