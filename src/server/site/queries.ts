import { groupedBy } from '@/core/grouped';
import { type DateHabits, dateHabitsOf } from '@/core/time/typed-date';
import { sql } from 'kysely';
import { colleagueViewsIn } from '@/core/setup/colleagues';
import { alertRulesFromRow, clockRulesFromRow, phoneRulesFromRow } from '@/data/clock/punch-store';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import { proposingFromRow } from '@/data/propose/proposing';
import { rulesFromRow } from '@/data/requests/request-store';
import { type Missing, missingIn } from '@/core/setup/missing';
import { CHECKS } from '@/core/checks/list';
import { STARTING_SETS } from '@/core/checks/starting-sets';
import { type Result, fail } from '@/core/plan/problem';
import { DEFAULT_RULES, type Rules } from '@/core/plan/types';
import { type Day, parseDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { HourFormat } from '@/core/time/format';
import { type StoredMoney, moneyIn } from '@/data/money';
import type { Database } from '@/data/database';
import { type RowOf, loadRows, loadRowsOf } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import { type ActorFrame, type FramedSite, actorFrame, loadFramedSites } from '../access/frame';
import { seesPay } from '../access/pay';
import { checkAccess } from '../access/permissions';
import type { Actor } from '../access/actor';
import { nowAt } from '../now';
import { deviceViews, pinPeople, toldAlerts } from '../clock/views';
import { photoDays } from '../clock/photos';
import { leaveSetup } from '../leave/setup';
import { holidaySetup } from '../holidays/commands';
import { offAt } from './capabilities';
import { rolesInUse } from './commands';
import type { NeedsDraft, RoleDraft, SetupPayload, SiteDraft } from './payload';

/** Everything Set-up shows of one site. */
export async function setupOf(
  db: Database,
  actor: Actor,
  id: string,
): Promise<Result<{ setup: SetupPayload }>> {
  const refused = checkAccess(actor, 'setup.read', id);
  if (refused) return refused;
  const [row] = await loadRows(db, 'site', { id });
  if (!row) return fail('unknown', `there is no site "${id}"`, 'site');
  const money = moneyIn(row.currency);
  const isPayShown = seesPay(actor, id);
  const stored = await siteDraftOf(db, row, money);
  const site = isPayShown ? stored : withoutMoney(stored);
  const roles = await rolesOf(db, id, isPayShown ? money : NO_MONEY);
  const needs = await needsOf(db, id);
  const people = await loadRows(db, 'person_site', { site_id: id });
  const rules: Rules = { ...DEFAULT_RULES, ...(JSON.parse(row.rules) as Partial<Rules>) };
  return {
    ok: true,
    setup: {
      business: await businessName(db),
      id,
      site,
      ...roles,
      needs,
      rules,
      // Checks of crews and jobs are of no use where nobody is visited.
      checks: CHECKS.filter(
        ({ dependsOn }) => row.field_work !== null || (dependsOn !== 'crew' && dependsOn !== 'job'),
      ).map(({ code, title, severity, rule }) => ({
        code,
        title,
        ruleText: rule.text,
        limit: rule.limit ?? null,
        usual: severity,
      })),
      sets: STARTING_SETS,
      people: people.length,
      missing: await missingOf(db, id, site, roles.roles, needs, rules),
      seesPay: isPayShown,
      off: [...(await offAt(db, id))],
      requestRules: rulesFromRow(row),
      proposing: proposingFromRow(row),
      clockRules: clockRulesFromRow(row),
      hoursRules: hoursRulesFromRow(row),
      phone: phoneRulesFromRow(row),
      photoDays: photoDays(row),
      visitsCustomers: row.field_work !== null,
      alerts: alertRulesFromRow(row),
      told: await toldAlerts(db, id),
      devices: await deviceViews(db, id),
      pinPeople: await pinPeople(db, id),
      staffSees: [...colleagueViewsIn(JSON.parse(row.staff_sees) as string[])],
      timeZones: Intl.supportedValuesOf('timeZone'),
      holidays: await holidaySetup(db, id, isPayShown),
      leave: await leaveSetup(db, id),
      today: parseDate(nowAt(row.time_zone).date)!,
    },
  };
}

/** Names of the business and its sites, for the frame of every page. */
export async function headerOfBusiness(
  db: Database,
  actor: Actor,
): Promise<{ sites: (FramedSite & { today: Day; dates: DateHabits })[]; actor: ActorFrame }> {
  const sites = await listSites(db);
  const framed = new Map((await loadFramedSites(db, actor, sites)).map((site) => [site.id, site]));
  return {
    sites: sites.flatMap(({ id, timeZone, hourFormat, weekStart }) => {
      const site = framed.get(id);
      if (!site) return [];
      return {
        ...site,
        today: parseDate(nowAt(timeZone).date)!,
        dates: dateHabitsOf(hourFormat, weekStart),
      };
    }),
    actor: actorFrame(actor),
  };
}

/** A site's draft as it is for who does not see pay. */
function withoutMoney(site: SiteDraft): SiteDraft {
  const budgets = site.budgets.map((budget) => ({ ...budget, cost: null, sales: null }));
  return { ...site, budgets, salesPerHour: null };
}

/** Shows no amount. */
const NO_MONEY = { toMajorUnits: () => null };

async function siteDraftOf(db: Database, row: RowOf<'site'>, money: StoredMoney): Promise<SiteDraft> {
  const of = { site_id: row.id };
  const hours = new Map<string | null, Span[][]>();
  for (const line of await loadRows(db, 'site_hours', of)) {
    const since = line.since;
    const days = hours.get(since) ?? Array.from({ length: 7 }, () => []);
    days[line.weekday].push(spanOf(line));
    hours.set(since, days);
  }
  const dates = new Map<string, Span[]>();
  for (const line of await loadRows(db, 'site_date', of)) {
    const spans = dates.get(line.date) ?? [];
    const { from_minute: from, to_minute: to } = line;
    if (from !== null && to !== null) spans.push({ from, to });
    dates.set(line.date, spans);
  }
  const areas = await loadRows(db, 'area', of);
  const budgets = await loadRows(db, 'site_budget', of);
  const bySince = <T extends { since: Day | null }>(list: T[]) =>
    list.sort((a, b) => (a.since ?? -Infinity) - (b.since ?? -Infinity));
  return {
    name: row.name,
    timeZone: row.time_zone,
    currency: row.currency,
    hourFormat: row.hour_format as HourFormat,
    weekStart: row.week_start,
    weekend: JSON.parse(row.weekend) as number[],
    blockMinutes: row.block_minutes,
    margins: { before: row.margin_before, after: row.margin_after },
    neverClosed: row.never_closed === 1,
    hours: bySince(
      [...hours].map(([since, days]) => ({
        since: dayOf(since),
        days: days.map((spans) => spans.sort((a, b) => a.from - b.from)),
      })),
    ),
    dates: [...dates]
      .map(([date, spans]) => ({ date: parseDate(date)!, spans: spans.sort((a, b) => a.from - b.from) }))
      .sort((a, b) => a.date - b.date),
    areas: areas.sort(byPosition).map((area) => ({ id: area.id, name: area.name })),
    budgets: bySince(
      budgets.map((budget) => ({
        since: dayOf(budget.since),
        minutes: typeof budget.minutes === 'number' ? budget.minutes : null,
        cost: money.toMajorUnits(budget.cost_minor),
        sales: money.toMajorUnits(budget.sales_minor),
      })),
    ),
    salesPerHour: money.toMajorUnits(row.sales_per_hour_minor),
    needsMinimum: row.needs_minimum,
    noticeDays: row.notice_days,
    wishPoints: row.wish_points,
  };
}

async function rolesOf(
  db: Database,
  site: string,
  money: { toMajorUnits(minor: number | null): number | null },
): Promise<Pick<SetupPayload, 'roles' | 'otherRoles'>> {
  const places = (await loadRows(db, 'site_role', { site_id: site })).sort(byPosition);
  const all = new Map((await loadRows(db, 'role', {})).map((row) => [row.id, row]));
  const draft = (row: RowOf<'role'>, retired = false, area: string | null = null): RoleDraft => ({
    id: row.id,
    name: row.name,
    mark: row.mark,
    ink: row.ink,
    rate: money.toMajorUnits(row.rate_minor),
    retired,
    area,
  });
  const ids = places.map((place) => place.role_id);
  const holders = await db
    .selectFrom('person_role')
    .innerJoin('person', 'person.id', 'person_role.person_id')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .where('person_site.site_id', '=', site)
    .orderBy('person.name')
    .select(['person_role.role_id', 'person.id', 'person.name', 'person_role.until'])
    .execute();
  const byRole = groupedBy(holders, (row) => row.role_id);
  const used = await rolesInUse(db, site, ids);
  return {
    roles: places.map((place) => {
      const id = place.role_id;
      return {
        ...draft(all.get(id)!, place.retired === 1, place.area_id),
        holders: (byRole.get(id) ?? []).map((row) => ({
          person: row.id,
          name: row.name,
          until: dayOf(row.until),
        })),
        inUse: used.has(id),
      };
    }),
    otherRoles: [...all.values()].filter((row) => !ids.includes(row.id)).map((row) => draft(row)),
  };
}

async function needsOf(db: Database, site: string): Promise<NeedsDraft> {
  const sets = await loadRows(db, 'need_set', { site_id: site });
  const rows = await loadRowsOf(
    db,
    'need',
    'set_id',
    sets.map((set) => set.id),
  );
  const dates = await loadRows(db, 'need_date', { site_id: site });
  return {
    sets: sets
      .map((set) => ({
        id: set.id,
        name: set.name,
        since: dayOf(set.since),
        rows: rows
          .filter((row) => row.set_id === set.id)
          .map((row) => ({
            role: row.role_id,
            weekday: row.weekday,
            from: row.from_minute,
            to: row.to_minute,
            count: row.count,
          }))
          .sort(
            (a, b) => (a.role ?? '').localeCompare(b.role ?? '') || a.weekday - b.weekday || a.from - b.from,
          ),
      }))
      .sort((a, b) => (a.since ?? -Infinity) - (b.since ?? -Infinity) || (a.id < b.id ? -1 : 1)),
    dates: dates
      .map((row) => ({ date: parseDate(row.date)!, set: row.set_id }))
      .sort((a, b) => a.date - b.date),
  };
}

/** What a good plan of a site still lacks. */
async function missingOf(
  db: Database,
  id: string,
  site: SiteDraft,
  roles: readonly RoleDraft[],
  needs: NeedsDraft,
  rules: Rules,
): Promise<Missing[]> {
  const { rows } = await sql<{ people: number; no_role: number | null; no_availability: number | null }>`
    select count(*) as people,
      sum(not exists (select 1 from person_role as r where r.person_id = s.person_id)) as no_role,
      sum(not exists (select 1 from availability as a where a.person_id = s.person_id)) as no_availability
    from person_site as s where s.site_id = ${id}`.execute(db);
  const [{ people, no_role: withoutRole, no_availability: withoutAvailability }] = rows;
  return missingIn({
    hasHours: site.neverClosed || site.hours.some(({ days }) => days.some((spans) => spans.length > 0)),
    roles: roles.length,
    people: Number(people),
    needs: needs.sets.reduce((sum, set) => sum + set.rows.length, 0),
    rules,
    hasBudget: site.budgets.some(({ minutes, cost }) => minutes !== null || cost !== null),
    withoutRole: Number(withoutRole ?? 0),
    withoutAvailability: Number(withoutAvailability ?? 0),
  });
}

function spanOf(row: { readonly from_minute: number; readonly to_minute: number }): Span {
  return { from: row.from_minute, to: row.to_minute };
}

function dayOf(value: unknown): Day | null {
  return typeof value === 'string' ? parseDate(value) : null;
}

function byPosition(a: { readonly position: number }, b: { readonly position: number }): number {
  return a.position - b.position;
}

/** The name of the business; empty where it has none yet. */
export async function businessName(db: Database): Promise<string> {
  const [row] = await loadRows(db, 'setting', { name: 'business' });
  return row ? String(row.value) : '';
}
