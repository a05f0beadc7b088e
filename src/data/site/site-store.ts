import type { Budget, Holiday, Need, Role, Rules, Site } from '@/core/plan/types';
import { DEFAULT_RULES } from '@/core/plan/types';
import { type Day, WEEKDAYS, readDate, writeDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { HourFormat } from '@/core/time/write';
import { decimalsOf } from '@/core/hours/money';
import type { Database } from '../database';
import type { SiteTable } from '../schema';
import { byWeekdays } from '../weekdays';

/** A site as listed in the frame of the application. */
export interface SiteLine {
  readonly id: string;
  readonly name: string;
  readonly timeZone: string;
  readonly weekStart: number;
}

/** A role with what only the interface needs of it. */
export interface SiteRole extends Role {
  readonly mark: string;
  readonly ink: string;
}

/** A site with its settings. */
export interface StoredSite {
  readonly site: Site;
  readonly hourFormat: HourFormat;
  readonly roles: readonly SiteRole[];
  readonly rules: Rules;
  readonly budget: Budget;
  readonly version: number;
}

/** All sites, in their order. */
export async function listSites(db: Database): Promise<SiteLine[]> {
  const rows = await db
    .selectFrom('site')
    .select(['id', 'name', 'time_zone', 'week_start'])
    .orderBy('position')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    timeZone: row.time_zone,
    weekStart: row.week_start,
  }));
}

/** One site with its settings; null where there is none with this id. Money becomes major units. */
export async function loadSite(db: Database, id: string): Promise<StoredSite | null> {
  const row = await db.selectFrom('site').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) return null;
  const hours = await db.selectFrom('site_hours').selectAll().where('site_id', '=', id).execute();
  const dates = await db.selectFrom('site_date').selectAll().where('site_id', '=', id).execute();
  const roles = await db
    .selectFrom('role')
    .innerJoin('site_role', 'site_role.role_id', 'role.id')
    .where('site_role.site_id', '=', id)
    .orderBy('site_role.position')
    .select(['role.id', 'role.name', 'role.mark', 'role.ink', 'role.rate_minor'])
    .execute();
  const minor = 10 ** decimalsOf(row.currency);
  const openDates = new Map<Day, Span[]>();
  for (const date of dates) {
    const day = readDate(date.date)!;
    const spans = openDates.get(day) ?? [];
    if (date.from_minute !== null && date.to_minute !== null)
      spans.push({ from: date.from_minute, to: date.to_minute });
    openDates.set(day, spans);
  }
  return {
    site: siteOf(row, hours, openDates),
    hourFormat: row.hour_format as HourFormat,
    roles: roles.map((role) => ({
      id: role.id,
      name: role.name,
      mark: role.mark,
      ink: role.ink,
      hourlyRate: role.rate_minor === null ? null : role.rate_minor / minor,
    })),
    rules: { ...DEFAULT_RULES, ...(JSON.parse(row.rules) as Partial<Rules>) },
    budget: {
      minutes: row.budget_minutes,
      cost: row.budget_minor === null ? null : row.budget_minor / minor,
    },
    version: row.version,
  };
}

function siteOf(
  row: SiteTable | (Omit<SiteTable, 'never_closed'> & { never_closed: number }),
  hours: readonly { weekday: number; from_minute: number; to_minute: number }[],
  openDates: Map<Day, Span[]>,
): Site {
  return {
    id: row.id,
    name: row.name,
    timeZone: row.time_zone,
    weekStart: row.week_start,
    blockMinutes: row.block_minutes,
    currency: row.currency,
    openHours: row.never_closed
      ? null
      : WEEKDAYS.map((_, weekday) =>
          hours
            .filter((span) => span.weekday === weekday)
            .map((span) => ({ from: span.from_minute, to: span.to_minute })),
        ),
    openDates,
    margins: { before: row.margin_before, after: row.margin_after },
  };
}

/** Every need of a site that can matter between two dates, `to` not included. */
export async function loadNeeds(db: Database, site: string, from: Day, to: Day): Promise<Need[]> {
  const rows = await db
    .selectFrom('need')
    .selectAll()
    .where('site_id', '=', site)
    .where((where) =>
      where.or([
        where('date', 'is', null),
        where.and([where('date', '>=', writeDate(from)), where('date', '<', writeDate(to))]),
      ]),
    )
    .orderBy('id')
    .execute();
  const key = (row: (typeof rows)[number]) =>
    [row.role_id, row.date, row.from_minute, row.to_minute, row.count].join();
  return byWeekdays(rows, key).map(({ row, days }) => ({
    role: row.role_id,
    days: row.weekday === null ? null : days,
    date: row.date === null ? null : readDate(row.date),
    from: row.from_minute,
    to: row.to_minute,
    count: row.count,
  }));
}

/** Holidays that hold at a site between two dates, `to` not included. */
export async function loadHolidays(db: Database, site: string, from: Day, to: Day): Promise<Holiday[]> {
  const rows = await db
    .selectFrom('holiday')
    .selectAll()
    .where('date', '>=', writeDate(from))
    .where('date', '<', writeDate(to))
    .where((where) => where.or([where('site_id', 'is', null), where('site_id', '=', site)]))
    .orderBy('date')
    .execute();
  return rows.map((row) => ({ date: readDate(row.date)!, name: row.name, closed: row.closed !== 0 }));
}
