import type { Selectable } from 'kysely';
import type { Budget, Holiday, Need, Role, Rules, Site } from '@/core/plan/types';
import { DEFAULT_RULES } from '@/core/plan/types';
import {
  type HolidayDetail,
  type HolidayRule,
  PLAIN_HOLIDAY,
  holidaysBetween,
} from '@/core/plan/holiday-rule';
import { type Day, WEEKDAYS, parseDate, weekdayOf, formatDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { HourFormat } from '@/core/time/format';
import type { Database } from '../database';
import { moneyIn } from '../money';
import type { Schema, SiteTable } from '../schema';
import { type SiteRows, loadSiteRows } from './site-rows';
import { byWeekdays } from '../weekdays';

/** A site as listed in the frame of the application. */
export interface SiteSummary {
  readonly id: string;
  readonly name: string;
  readonly timeZone: string;
  readonly weekStart: number;
  readonly hourFormat: HourFormat;
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

/** The ids of the roles of a site, retired ones too. */
export async function roleIdsOf(db: Database, site: string): Promise<Set<string>> {
  const rows = await db.selectFrom('site_role').select('role_id').where('site_id', '=', site).execute();
  return new Set(rows.map((row) => row.role_id));
}

/** All sites, in their order. */
export async function listSites(db: Database): Promise<SiteSummary[]> {
  const rows = await db
    .selectFrom('site')
    .select(['id', 'name', 'time_zone', 'week_start', 'hour_format'])
    .orderBy('position')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    timeZone: row.time_zone,
    weekStart: row.week_start,
    hourFormat: row.hour_format as HourFormat,
  }));
}

/** The names of sites, by id. */
export function namesOf(sites: readonly SiteSummary[]): ReadonlyMap<string, string> {
  return new Map(sites.map(({ id, name }) => [id, name]));
}

/** One site with its settings as they hold from `from` on for some days; null where there is none with this id. */
export async function loadSite(db: Database, id: string, from: Day, days = 7): Promise<StoredSite | null> {
  return siteFromRows(await loadSiteRows(db, id, false), id, from, days);
}

/**
 * A site with its settings as they hold from `from` on for some days; null where there is none with this id. Opening
 * hours that become others after the first week stand by date. Money becomes major units.
 */
export function siteFromRows(rows: SiteRows, id: string, from: Day, days = 7): StoredSite | null {
  const row = rows.site.find((one) => one.id === id);
  if (!row) return null;
  const hours = rows.site_hours.filter((one) => one.site_id === id);
  const dates = rows.site_date.filter((one) => one.site_id === id);
  const known = new Map(rows.role.map((role) => [role.id, role]));
  const roles = rows.site_role
    .filter((one) => one.site_id === id && known.has(one.role_id))
    .sort((a, b) => a.position - b.position)
    .map(({ role_id, retired }) => ({ ...known.get(role_id)!, retired }));
  const budget = inForce(
    rows.site_budget.filter((one) => one.site_id === id),
    formatDate(from),
  );
  const money = moneyIn(row.currency);
  const openDates = new Map<Day, Span[]>();
  for (const date of dates) {
    const day = parseDate(date.date)!;
    const spans = openDates.get(day) ?? [];
    if (date.from_minute !== null && date.to_minute !== null)
      spans.push({ from: date.from_minute, to: date.to_minute });
    openDates.set(day, spans);
  }
  for (let day = from + 7; day < from + days; day++) {
    const since = inForce(hours, formatDate(day))?.since ?? null;
    if (
      openDates.has(day) ||
      since === (inForce(hours, formatDate(from + ((day - from) % 7)))?.since ?? null)
    )
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
      hourlyRate: money.toMajorUnits(role.rate_minor),
      retired: role.retired !== 0,
    })),
    rules: { ...DEFAULT_RULES, ...(JSON.parse(row.rules) as Partial<Rules>) },
    budget: {
      minutes: budget?.minutes ?? null,
      cost: money.toMajorUnits(budget?.cost_minor),
    },
    version: row.version,
  };
}

/** The opening hours of each site, by weekday (0 Monday); those of sites that never close are not in it. */
export async function hoursOfSites(db: Database): Promise<Map<string, Span[][]>> {
  const hours = new Map<string, Span[][]>();
  const closing = await db
    .selectFrom('site_hours')
    .innerJoin('site', 'site.id', 'site_hours.site_id')
    .select(['site_id', 'weekday', 'from_minute', 'to_minute'])
    .where('site.never_closed', '=', 0)
    .orderBy('from_minute')
    .execute();
  for (const { site_id: site, weekday, from_minute: from, to_minute: to } of closing) {
    if (!hours.has(site))
      hours.set(
        site,
        WEEKDAYS.map(() => []),
      );
    hours.get(site)![weekday].push({ from, to });
  }
  return hours;
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
    const version = inForce(rows, formatDate(day));
    const since = version?.since ?? null;
    return rows.filter((row) => row.since === since && row.weekday === weekdayOf(day));
  });
}

/**
 * The needs of a site between two dates, `to` not included. Over more than a week every need is dated. Else what the
 * usual week asks for stands by weekday, without the dates that have a variant; what a variant asks for is dated, and
 * those needs of the usual week that it does not name are not asked for on its dates.
 */
export function needsFromRows(rows: SiteRows, site: string, from: Day, to: Day): Need[] {
  const sets = rows.need_set.filter((set) => set.site_id === site);
  if (sets.length === 0) return [];
  const needsOf = new Map(sets.map((set): [string, Selectable<Schema['need']>[]] => [set.id, []]));
  for (const row of rows.need) needsOf.get(row.set_id)?.push(row);
  for (const list of needsOf.values()) list.sort(byId);
  const usual = sets.filter((set) => set.name === null);
  const variantOn = new Map(
    rows.need_date.filter((row) => row.site_id === site).map((row) => [row.date, row.set_id]),
  );
  const needs: Need[] = [];
  const asked: Selectable<Schema['need']>[] = [];
  const long = to - from > 7;
  const closed = long ? holidaysFromRows(rows, site, from, to) : [];
  for (let day = from; day < to; day++) {
    const date = formatDate(day);
    const variant = variantOn.get(date);
    const set = variant ?? inForce(usual, date)?.id;
    const mine = (needsOf.get(set ?? '') ?? []).filter((row) => row.weekday === weekdayOf(day));
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
  const key = (row: (typeof asked)[number]) =>
    [row.role_id, row.from_minute, row.to_minute, row.count].join();
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

/**
 * Holidays that hold at a site between two dates, `to` not included. `inGroups`: the people of some groups; left out,
 * one for groups is nobody's.
 */
export function holidaysFromRows(
  { holiday }: SiteRows,
  site: string,
  from: Day,
  to: Day,
  inGroups: (groups: readonly string[]) => readonly string[] = () => [],
): Holiday[] {
  const rules = holiday.filter((row) => row.site_id === null || row.site_id === site).map(holidayRule);
  return holidaysBetween(rules, from, to, inGroups);
}

/** A holiday as it is stored. */
export function holidayRule(row: Selectable<Schema['holiday']>): HolidayRule {
  const detail = row.detail === null ? PLAIN_HOLIDAY : (JSON.parse(row.detail) as HolidayDetail);
  return {
    ...PLAIN_HOLIDAY,
    ...detail,
    date: parseDate(row.date)!,
    name: row.name,
    closed: row.closed !== 0,
  };
}
