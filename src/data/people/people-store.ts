import type {
  AvailabilityEntry,
  AvailabilityKind,
  HeldRole,
  Leave,
  LeaveState,
  Person,
} from '@/core/plan/types';
import { type Day, readDate, writeDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { readClock, writeClock } from '@/core/time/write';
import type { Database } from '../database';
import { byWeekdays } from '../weekdays';

/**
 * The people who work at a site, in their order, with roles, the availability and the leave that can matter
 * between two dates (`to` not included). `minor`: minor units in one major unit of the site's currency.
 */
export async function loadPeople(
  db: Database,
  site: string,
  from: Day,
  to: Day,
  minor: number,
): Promise<Person[]> {
  const rows = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .where('person_site.site_id', '=', site)
    .orderBy('person_site.position')
    .orderBy('person.id')
    .selectAll('person')
    .execute();
  const [roles, availability, leave] = await Promise.all([
    loadRoles(db, site, minor),
    loadAvailability(db, site, from, to),
    loadLeave(db, site, from, to),
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

async function loadRoles(db: Database, site: string, minor: number): Promise<Map<string, HeldRole[]>> {
  // Roles of other sites mean nothing in this site's plan and are left out of it.
  const rows = await db
    .selectFrom('person_role')
    .innerJoin('person_site', 'person_site.person_id', 'person_role.person_id')
    .innerJoin('site_role', (join) =>
      join
        .onRef('site_role.role_id', '=', 'person_role.role_id')
        .onRef('site_role.site_id', '=', 'person_site.site_id'),
    )
    .where('person_site.site_id', '=', site)
    .orderBy('person_role.position')
    .selectAll('person_role')
    .execute();
  return grouped(rows.map(asRow), ({ row }) => ({
    role: row.role_id,
    until: row.until === null ? null : readDate(row.until),
    hourlyRate: row.rate_minor === null ? null : row.rate_minor / minor,
  }));
}

async function loadAvailability(
  db: Database,
  site: string,
  from: Day,
  to: Day,
): Promise<Map<string, AvailabilityEntry[]>> {
  const rows = await db
    .selectFrom('availability')
    .innerJoin('person_site', 'person_site.person_id', 'availability.person_id')
    .leftJoin('availability_block', 'availability_block.availability_id', 'availability.id')
    .where('person_site.site_id', '=', site)
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
  const blocks = byWeekdays(
    rows.filter((row) => row.weekday !== null),
    (row) => [row.id, row.from_minute, row.to_minute, row.kind].join(),
  );
  return grouped(blocks, ({ row, days }) => ({
    since: row.since === null ? null : readDate(row.since),
    until: row.until === null ? null : readDate(row.until),
    days,
    from: row.from_minute!,
    to: row.to_minute!,
    kind: row.kind as AvailabilityKind,
  }));
}

async function loadLeave(db: Database, site: string, from: Day, to: Day): Promise<Map<string, Leave[]>> {
  const rows = await db
    .selectFrom('leave')
    .innerJoin('person_site', 'person_site.person_id', 'leave.person_id')
    .where('person_site.site_id', '=', site)
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
