import { type RawBuilder, sql } from 'kysely';
import type {
  AvailabilityEntry,
  AvailabilityKind,
  HeldRole,
  Leave,
  LeaveState,
  Person,
} from '@/core/plan/types';
import { type Dated, segmentsOf } from '@/core/availability/versions';
import { type Day, readDate, writeDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { readClock, writeClock } from '@/core/time/write';
import type { Database } from '../database';
import type { Schema } from '../schema';
import { inForce } from '../site/site-store';
import { byWeekdays } from '../weekdays';

/**
 * The people of a site's plan, in their order, with roles, pay, the availability and the leave that can matter
 * between two dates (`to` not included). Who has left before, or has not begun yet, is among them only with a
 * shift; who moved to another site likewise. `minor`: minor units in one major unit of the site's currency.
 */
export async function loadPeople(
  db: Database,
  site: string,
  from: Day,
  to: Day,
  minor: number,
): Promise<Person[]> {
  const ids = await idsAt(db, site, from, to);
  const rows = await db
    .selectFrom('person')
    .leftJoin('person_site', (join) =>
      join.onRef('person_site.person_id', '=', 'person.id').on('person_site.site_id', '=', site),
    )
    .where('person.id', 'in', ids)
    .orderBy(sql`ifnull(person_site.position, 1000000)`)
    .orderBy('person.id')
    .selectAll('person')
    .execute();
  const [roles, availability, leave] = await Promise.all([
    loadRoles(db, site, ids, [from, to], minor),
    loadAvailability(db, ids, from, to),
    loadLeave(db, ids, from, to),
  ]);
  const day = (text: string | null) => (text === null ? null : readDate(text));
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    roles: roles.get(row.id) ?? [],
    contractMinutes: row.contract_minutes,
    maxWeekMinutes: row.max_week_minutes,
    standardDayMinutes: row.standard_day_minutes,
    employedFrom: day(row.employed_from),
    employedTo: day(row.employed_to),
    birthDate: day(row.birth_date),
    availability: availability.get(row.id) ?? [],
    leave: leave.get(row.id) ?? [],
  }));
}

type Ids = RawBuilder<string>;

/** Who belongs in a site's plan of these dates, found once for all that is asked about them. */
async function idsAt(db: Database, site: string, from: Day, to: Day): Promise<Ids> {
  const [first, end] = [writeDate(from), writeDate(to)];
  const { rows } = await sql<{ person_id: string }>`
    select person_site.person_id from person_site join person on person.id = person_site.person_id
    where person_site.site_id = ${site} and (person.employed_to is null or person.employed_to >= ${first})
      and (person.employed_from is null or person.employed_from < ${end})
    union
    select person_id from shift
    where site_id = ${site} and date >= ${first} and date < ${end} and person_id is not null
  `.execute(db);
  const ids = JSON.stringify(rows.map((row) => row.person_id));
  return sql<string>`(select value from json_each(${ids}))`;
}

async function loadRoles(
  db: Database,
  site: string,
  ids: Ids,
  [from, to]: readonly [Day, Day],
  minor: number,
): Promise<Map<string, HeldRole[]>> {
  // Roles of other sites mean nothing in this site's plan and are left out of it.
  const rows = await db
    .selectFrom('person_role')
    .innerJoin('site_role', (join) =>
      join.onRef('site_role.role_id', '=', 'person_role.role_id').on('site_role.site_id', '=', site),
    )
    .where('person_role.person_id', 'in', ids)
    .orderBy('person_role.position')
    .selectAll('person_role')
    .execute();
  const pay = await db.selectFrom('person_pay').selectAll().where('person_id', 'in', ids).execute();
  const payOf = grouped(pay.map(asRow), ({ row }) => row);
  return grouped(rows.map(asRow), ({ row }) => ({
    role: row.role_id,
    until: row.until === null ? null : readDate(row.until),
    ...ratesOf(payOf.get(row.person_id) ?? [], row.role_id, [from, to], minor),
  }));
}

type PayRow = Pick<Schema['person_pay'], 'role_id' | 'since' | 'rate_minor'>;

/**
 * A person's rate in a role on the first of some dates, with what it becomes on later ones. A rate for the role
 * goes before one for whatever role; of each the latest that has begun counts.
 */
export function ratesOf(
  pay: readonly PayRow[],
  role: string,
  [from, to]: readonly [Day, Day],
  minor: number,
): Pick<HeldRole, 'hourlyRate' | 'laterRates'> {
  const own = pay.filter((row) => row.role_id === role);
  const base = pay.filter((row) => row.role_id === null);
  const on = (date: string) => {
    const row = inForce(own, date) ?? inForce(base, date);
    return row ? row.rate_minor / minor : null;
  };
  const first = writeDate(from);
  const later = [...own, ...base]
    .flatMap(({ since }) => (since !== null && since > first && since < writeDate(to) ? [since] : []))
    .sort()
    .map((since) => ({ since: readDate(since)!, hourlyRate: on(since) }));
  return later.length > 0 ? { hourlyRate: on(first), laterRates: later } : { hourlyRate: on(first) };
}

async function loadAvailability(
  db: Database,
  ids: Ids,
  from: Day,
  to: Day,
): Promise<Map<string, AvailabilityEntry[]>> {
  const rows = await db
    .selectFrom('availability')
    .leftJoin('availability_block', 'availability_block.availability_id', 'availability.id')
    .where('availability.person_id', 'in', ids)
    .where((where) =>
      where.and([
        where.or([where('since', 'is', null), where('since', '<', writeDate(to))]),
        where.or([where('until', 'is', null), where('until', '>=', writeDate(from - 1))]),
      ]),
    )
    .orderBy('availability.id')
    .select([
      'availability.id',
      'availability.person_id',
      'availability.since',
      'availability.until',
      'availability_block.weekday',
      'availability_block.from_minute',
      'availability_block.to_minute',
      'availability_block.kind',
    ])
    .execute();
  const byVersion = new Map<string, typeof rows>();
  for (const row of rows) byVersion.set(row.id, [...(byVersion.get(row.id) ?? []), row]);
  const versions = [...byVersion.values()].map((mine) => ({
    row: mine[0],
    since: mine[0].since === null ? null : readDate(mine[0].since),
    until: mine[0].until === null ? null : readDate(mine[0].until),
    blocks: byWeekdays(
      mine.filter((row) => row.weekday !== null),
      (row) => [row.from_minute, row.to_minute, row.kind].join(),
    ),
  }));
  const entries = new Map<string, AvailabilityEntry[]>();
  for (const [person, list] of grouped(versions, (version) => version))
    entries.set(person, entriesOf(list, from - 1, to));
  return entries;
}

interface StoredVersion extends Dated {
  readonly blocks: readonly {
    readonly row: {
      readonly from_minute: number | null;
      readonly to_minute: number | null;
      readonly kind: string | null;
    };
    readonly days: readonly boolean[];
  }[];
}

/** What a person's versions say between two dates: of several that hold on a date only the one that counts. */
function entriesOf(versions: readonly StoredVersion[], first: Day, last: Day): AvailabilityEntry[] {
  return segmentsOf(versions, first, last).flatMap(({ version, since, until }) =>
    version.blocks.map(({ row, days }) => ({
      since: since === first ? version.since : since,
      until: until === last ? version.until : until,
      days,
      from: row.from_minute!,
      to: row.to_minute!,
      kind: row.kind as AvailabilityKind,
    })),
  );
}

async function loadLeave(db: Database, ids: Ids, from: Day, to: Day): Promise<Map<string, Leave[]>> {
  const rows = await db
    .selectFrom('leave')
    .where('person_id', 'in', ids)
    .where('to_at', '>', writeDate(from))
    .where('from_at', '<', `${writeDate(to)}T24:00`)
    .where('state', 'in', ['waiting', 'approved'])
    .orderBy('from_at')
    .selectAll('leave')
    .execute();
  return grouped(rows.map(asRow), ({ row }) => ({
    id: row.id,
    from: readMoment(row.from_at),
    to: readMoment(row.to_at),
    state: row.state as LeaveState,
  }));
}

/** Wall-clock minutes since 1970 of `YYYY-MM-DDTHH:MM`. */
export function readMoment(text: string): number {
  const [date, time] = text.split('T');
  return readDate(date)! * DAY + readClock(time)!;
}

/** Wall-clock minutes since 1970 as `YYYY-MM-DDTHH:MM`: the way back of {@link readMoment}. */
export function writeMoment(minutes: number): string {
  const day = Math.floor(minutes / DAY);
  return `${writeDate(day)}T${writeClock(minutes - day * DAY)}`;
}

function asRow<Row>(row: Row): { row: Row } {
  return { row };
}

function grouped<Line extends { row: { person_id: string } }, T>(
  lines: readonly Line[],
  read: (line: Line) => T,
): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const line of lines) {
    const group = groups.get(line.row.person_id);
    if (group) group.push(read(line));
    else groups.set(line.row.person_id, [read(line)]);
  }
  return groups;
}
