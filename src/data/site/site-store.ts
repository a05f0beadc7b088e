import type { Selectable } from 'kysely';
import type { Budget, Holiday, Need, Role, Rules, Site } from '@/core/plan/types';
import { DEFAULT_RULES } from '@/core/plan/types';
import { type Day, WEEKDAYS, readDate, weekdayOf, writeDate } from '@/core/time/day';
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
  /** No longer given out; kept for the shifts that have it. */
  readonly retired: boolean;
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

/** The names of sites, by id. */
export function namesOf(sites: readonly SiteLine[]): ReadonlyMap<string, string> {
  return new Map(sites.map(({ id, name }) => [id, name]));
}

/**
 * One site with its settings as they hold from `from` on for some days; null where there is none with this id.
 * Opening hours that become others after the first week stand by date. Money becomes major units.
 */
export async function loadSite(db: Database, id: string, from: Day, days = 7): Promise<StoredSite | null> {
  const row = await db.selectFrom('site').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) return null;
  const hours = await db.selectFrom('site_hours').selectAll().where('site_id', '=', id).execute();
  const dates = await db.selectFrom('site_date').selectAll().where('site_id', '=', id).execute();
  const roles = await db
    .selectFrom('role')
    .innerJoin('site_role', 'site_role.role_id', 'role.id')
    .where('site_role.site_id', '=', id)
    .orderBy('site_role.position')
    .select(['role.id', 'role.name', 'role.mark', 'role.ink', 'role.rate_minor', 'site_role.retired'])
    .execute();
  const budgets = await db.selectFrom('site_budget').selectAll().where('site_id', '=', id).execute();
  const budget = inForce(budgets, writeDate(from));
  const minor = 10 ** decimalsOf(row.currency);
  const openDates = new Map<Day, Span[]>();
  for (const date of dates) {
    const day = readDate(date.date)!;
    const spans = openDates.get(day) ?? [];
    if (date.from_minute !== null && date.to_minute !== null)
      spans.push({ from: date.from_minute, to: date.to_minute });
    openDates.set(day, spans);
  }
  for (let day = from + 7; day < from + days; day++) {
    const since = inForce(hours, writeDate(day))?.since ?? null;
    if (openDates.has(day) || since === (inForce(hours, writeDate(from + ((day - from) % 7)))?.since ?? null))
      continue;
    const mine = hours.filter((row) => row.since === since && row.weekday === weekdayOf(day));
    openDates.set(
      day,
      mine.map((row) => ({ from: row.from_minute, to: row.to_minute })),
    );
  }
  return {
    site: siteOf(row, hoursInWeek(hours, from), openDates),
    hourFormat: row.hour_format as HourFormat,
    roles: roles.map((role) => ({
      id: role.id,
      name: role.name,
      mark: role.mark,
      ink: role.ink,
      hourlyRate: role.rate_minor === null ? null : role.rate_minor / minor,
      retired: role.retired !== 0,
    })),
    rules: { ...DEFAULT_RULES, ...(JSON.parse(row.rules) as Partial<Rules>) },
    budget: {
      minutes: budget?.minutes ?? null,
      cost: budget?.cost_minor == null ? null : budget.cost_minor / minor,
    },
    version: row.version,
  };
}

function siteOf(
  row: Selectable<SiteTable>,
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

/** Of rows that each hold from a date on, the one that holds on `date`; null where none has begun. */
export function inForce<Row extends { readonly since: string | null }>(
  rows: readonly Row[],
  date: string,
): Row | null {
  let best: Row | null = null;
  for (const row of rows)
    if ((row.since ?? '') <= date && (best === null || (row.since ?? '') >= (best.since ?? ''))) best = row;
  return best;
}

/** The opening spans of the week from `from` on: for each of its dates those that hold on it. */
function hoursInWeek<Row extends { readonly since: string | null; readonly weekday: number }>(
  rows: readonly Row[],
  from: Day,
): Row[] {
  return Array.from({ length: 7 }, (_, i) => from + i).flatMap((day) => {
    const version = inForce(rows, writeDate(day));
    const since = version?.since ?? null;
    return rows.filter((row) => row.since === since && row.weekday === weekdayOf(day));
  });
}

/**
 * The needs of a site between two dates, `to` not included. Over more than a week every need is dated. Else what the usual week asks for
 * stands by weekday, without the dates that have a variant; what a variant asks for is dated, and those needs
 * of the usual week that it does not name are not asked for on its dates.
 */
export async function loadNeeds(db: Database, site: string, from: Day, to: Day): Promise<Need[]> {
  const sets = await db.selectFrom('need_set').selectAll().where('site_id', '=', site).execute();
  if (sets.length === 0) return [];
  const dates = await db
    .selectFrom('need_date')
    .selectAll()
    .where('site_id', '=', site)
    .where('date', '>=', writeDate(from))
    .where('date', '<', writeDate(to))
    .execute();
  const rows = await db
    .selectFrom('need')
    .selectAll()
    .where(
      'set_id',
      'in',
      sets.map((set) => set.id),
    )
    .orderBy('id')
    .execute();
  const usual = sets.filter((set) => set.name === null);
  const variantOn = new Map(dates.map((row) => [row.date, row.set_id]));
  const needs: Need[] = [];
  const asked: typeof rows = [];
  const long = to - from > 7;
  const closed = long ? await loadHolidays(db, site, from, to) : [];
  for (let day = from; day < to; day++) {
    const date = writeDate(day);
    const variant = variantOn.get(date);
    const set = variant ?? inForce(usual, date)?.id;
    const mine = rows.filter((row) => row.set_id === set && row.weekday === weekdayOf(day));
    // On a closed holiday only what is said for the date itself is asked for.
    if (long && variant === undefined && closed.some((one) => one.closed && one.date === day)) continue;
    if (variant === undefined && !long) asked.push(...mine);
    else
      for (const row of mine)
        needs.push({
          role: row.role_id,
          days: null,
          date: day,
          from: row.from_minute,
          to: row.to_minute,
          count: row.count,
        });
  }
  const key = (row: (typeof rows)[number]) => [row.role_id, row.from_minute, row.to_minute, row.count].join();
  const weekly = byWeekdays(asked.sort(byId), key).map(({ row, days }) => ({
    role: row.role_id,
    days,
    date: null,
    from: row.from_minute,
    to: row.to_minute,
    count: row.count,
  }));
  return [...weekly, ...needs];
}

function byId(a: { readonly id: string }, b: { readonly id: string }): number {
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
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
