import { USUAL_COLLEAGUE_VIEWS } from '@/core/setup/colleagues';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { sql } from 'kysely';
import { fail } from '@/core/plan/problem';
import type { Rules } from '@/core/plan/types';
import { type Day, formatDate } from '@/core/time/day';
import { moneyIn } from '@/data/money';
import type { Database } from '@/data/database';
import { type NewRow, type RowChange, loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import { CREATE_SITE, NAME, SAVE_ROLES, SAVE_RULES, SAVE_SITE } from './schema';
import type { RoleDraft, SiteDraft } from './payload';

const date = (day: Day | null) => (day === null ? null : formatDate(day));

/** A new site. Answers its id. */
export const createSite = command<'site.create', { business: string; site: SiteDraft }>({
  kind: 'site.create',
  permission: 'setup.change',
  scope: () => BUSINESS,
  input: CREATE_SITE,
  async prepare({ db }, { business, site }) {
    const locked = await lockedCurrency(db, site.currency);
    if (locked) return locked;
    const id = await freeSiteId(db, site.name);
    const { rows: before } = { rows: await loadRows(db, 'setting', { name: 'business' }) };
    const named = business === '' ? before : [{ name: 'business', value: business }];
    const last = await db
      .selectFrom('site')
      .select((q) => q.fn.max('position').as('most'))
      .executeTakeFirst();
    const row = {
      ...siteRow(id, site),
      position: Number(last?.most ?? -1) + 1,
      rules: '{}',
      capabilities_off: '[]',
      staff_sees: JSON.stringify(USUAL_COLLEAGUE_VIEWS),
      absence_opens: 0,
      request_rules: null,
      proposing: null,
    };
    return {
      ok: true,
      work: {
        title: `New site ${site.name}`,
        rows: [
          ...rowChanges('setting', before, named),
          { table: 'site', before: null, after: row },
          ...(await partsOf(db, id, site)),
        ],
        subjects: [{ kind: 'site', id }],
        sites: [],
        answer: id,
      },
    };
  },
});

/** What is said of a site, all of it at once; what stays the same is not written. */
export const saveSite = command<'site.save', { id: string; site: SiteDraft }>({
  kind: 'site.save',
  permission: 'setup.change',
  scope: ({ id }) => ({ sites: [id] }),
  input: SAVE_SITE,
  async prepare({ db }, { id, site }) {
    const [before] = await loadRows(db, 'site', { id });
    if (!before) return fail('unknown', 'there is no such site', 'id');
    const locked = await lockedCurrency(db, site.currency);
    if (locked) return locked;
    return {
      ok: true,
      work: {
        title: `${site.name}: hours, budget or settings`,
        rows: [
          ...rowChanges('site', [before], [{ ...before, ...siteRow(id, site) }]),
          ...(await partsOf(db, id, site)),
        ],
        subjects: [{ kind: 'site', id }],
        sites: [id],
      },
    };
  },
});

/** The name of the whole business. */
export const nameBusiness = command<'business.name', { name: string }>({
  kind: 'business.name',
  permission: 'setup.change',
  scope: () => BUSINESS,
  input: Joi.object({ name: NAME.required() }).required(),
  async prepare({ db }, { name }) {
    const before = await loadRows(db, 'setting', { name: 'business' });
    return {
      ok: true,
      work: {
        title: `Business named ${name}`,
        rows: rowChanges('setting', before, [{ name: 'business', value: name }]),
        subjects: [],
        sites: [],
      },
    };
  },
});

/** The roles of a site in their order. One left out is retired there if it is in use there, else it goes. */
export const saveRoles = command<'roles.save', { site: string; roles: readonly RoleDraft[] }>({
  kind: 'roles.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_ROLES,
  async prepare({ db }, { site, roles }) {
    const [siteRow] = await loadRows(db, 'site', { id: site });
    if (!siteRow) return fail('unknown', 'there is no such site', 'site');
    const money = moneyIn(String(siteRow.currency));
    const placesBefore = await loadRows(db, 'site_role', { site_id: site });
    const kept = roles.map((role) => ({ ...role, id: role.id ?? `role-${randomUUID().slice(0, 8)}` }));
    const gone = placesBefore.map((row) => row.role_id).filter((id) => !kept.some((role) => role.id === id));
    const inUse = await rolesInUse(db, site, gone);
    const rolesBefore = await loadRowsOf(db, 'role', 'id', [...kept.map((role) => role.id), ...gone]);
    const rolesAfter: NewRow<'role'>[] = kept.map((role) => ({
      id: role.id,
      name: role.name.trim(),
      mark: role.mark.trim(),
      ink: role.ink,
      rate_minor: money.stored(role.rate),
    }));
    const places: NewRow<'site_role'>[] = kept.map((role, position) => ({
      site_id: site,
      role_id: role.id,
      position,
      retired: role.retired ? 1 : 0,
      ...(role.area === undefined ? {} : { area_id: role.area }),
    }));
    const areas = new Set((await loadRows(db, 'area', { site_id: site })).map((row) => row.id));
    const lost = roles.findIndex((role) => role.area && !areas.has(role.area));
    if (lost >= 0) return fail('unknown', 'this site has no such area', `input.roles[${lost}].area`);
    const named = await rolesNamed(db, site, gone);
    for (const id of gone) {
      const before = rolesBefore.find((row) => row.id === id);
      // A role that another site or a person still names stays in the business.
      if (before && named.has(id)) rolesAfter.push(before);
      if (inUse.has(id)) places.push({ site_id: site, role_id: id, position: places.length, retired: 1 });
    }
    return {
      ok: true,
      work: {
        title: `Roles of ${siteRow.name}`,
        rows: [
          ...rowChanges('role', rolesBefore, rolesAfter),
          ...rowChanges('site_role', placesBefore, places),
        ],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        remarks: gone
          .filter((id) => inUse.has(id))
          .map(
            (id) =>
              `${rolesBefore.find((row) => row.id === id)?.name} is in use and is retired, not deleted.`,
          ),
      },
    };
  },
});

/** The rules of a site: only what is said of them; the rest has its usual value. */
export const saveRules = command<'rules.save', { site: string; rules: Partial<Rules> }>({
  kind: 'rules.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_RULES,
  async prepare({ db }, { site, rules }) {
    const [before] = await loadRows(db, 'site', { id: site });
    if (!before) return fail('unknown', 'there is no such site', 'site');
    return {
      ok: true,
      work: {
        title: `Rules of ${before.name}`,
        rows: rowChanges('site', [before], [{ ...before, rules: JSON.stringify(rules) }]),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
      },
    };
  },
});

/**
 * The business has one currency, and keeps it once an amount of money is kept in it: the same figure in another
 * currency would be another amount, with other decimals too.
 */
export async function lockedCurrency(db: Database, wanted: string) {
  const other = await db
    .selectFrom('site')
    .select('currency')
    .where('currency', '<>', wanted)
    .orderBy('position')
    .executeTakeFirst();
  if (!other) return null;
  const { rows } = await sql<{ kept: number }>`select
    exists (select 1 from role where rate_minor is not null)
    or exists (select 1 from person_pay)
    or exists (select 1 from site_budget where cost_minor is not null or sales_minor is not null)
    or exists (select 1 from site where sales_per_hour_minor is not null) as kept`.execute(db);
  return Number(rows[0].kept) === 0
    ? null
    : fail(
        'currency',
        `amounts are kept in ${other.currency}; the business keeps that currency`,
        'input.site.currency',
      );
}

/** The row of a site; its rules and its place in the list are written elsewhere. */
function siteRow(id: string, site: SiteDraft) {
  const money = moneyIn(site.currency);
  return {
    id,
    name: site.name.trim(),
    time_zone: site.timeZone,
    currency: site.currency,
    week_start: site.weekStart,
    hour_format: site.hourFormat,
    block_minutes: site.blockMinutes,
    margin_before: site.margins.before,
    margin_after: site.margins.after,
    never_closed: site.neverClosed ? 1 : 0,
    weekend: JSON.stringify([...site.weekend].sort((a, b) => a - b)),
    sales_per_hour_minor: money.stored(site.salesPerHour),
    needs_minimum: site.needsMinimum,
    notice_days: site.noticeDays,
    wish_points: site.wishPoints,
  };
}

async function partsOf(db: Database, id: string, site: SiteDraft): Promise<RowChange[]> {
  const money = moneyIn(site.currency);
  const of = { site_id: id };
  const hours = site.hours.flatMap(({ since, days }) =>
    days.flatMap((spans, weekday) =>
      spans.map((span) => ({
        ...of,
        since: date(since),
        weekday,
        from_minute: span.from,
        to_minute: span.to,
      })),
    ),
  );
  const dates = site.dates.flatMap(({ date: day, spans }): NewRow<'site_date'>[] => {
    const at = { ...of, date: formatDate(day) };
    return spans.length === 0
      ? [{ ...at, from_minute: null, to_minute: null }]
      : spans.map((span) => ({ ...at, from_minute: span.from, to_minute: span.to }));
  });
  const areas = site.areas.map((area, position) => ({
    id: area.id ?? `area-${randomUUID().slice(0, 8)}`,
    ...of,
    name: area.name.trim(),
    position,
  }));
  const budgets = site.budgets.map((budget) => ({
    ...of,
    since: date(budget.since),
    minutes: budget.minutes,
    cost_minor: money.stored(budget.cost),
    sales_minor: money.stored(budget.sales),
  }));
  // A role whose area goes belongs to none; said here, so that it is taken back with the rest.
  const places = await loadRows(db, 'site_role', of);
  const known = new Set(areas.map((area) => area.id));
  const freed = places.map((row) =>
    row.area_id === null || known.has(row.area_id) ? row : { ...row, area_id: null },
  );
  return [
    ...rowChanges('site_role', places, freed),
    ...rowChanges('site_hours', await loadRows(db, 'site_hours', of), hours),
    ...rowChanges('site_date', await loadRows(db, 'site_date', of), dates),
    ...rowChanges('area', await loadRows(db, 'area', of), areas),
    ...rowChanges('site_budget', await loadRows(db, 'site_budget', of), budgets),
  ];
}

/** An id made of the name, so that addresses can be read; a number follows where it is taken. */
export async function freeSiteId(db: Database, name: string): Promise<string> {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'site';
  const rows = await db.selectFrom('site').select('id').execute();
  const taken = new Set(rows.map((row) => row.id));
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return id;
}

/** Which of these roles a shift, a need or somebody of a site names. */
export async function rolesInUse(db: Database, site: string, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const some = sql.join(ids.map((id) => sql.val(id)));
  const { rows } = await sql<{ role_id: string }>`
    select role_id from shift where site_id = ${site} and role_id in (${some})
    union select role_id from published_shift where site_id = ${site} and role_id in (${some})
    union select need.role_id from need join need_set on need_set.id = need.set_id
      where need_set.site_id = ${site} and need.role_id in (${some})
    union select r.role_id from person_role as r join person_site as s on s.person_id = r.person_id
      where s.site_id = ${site} and r.role_id in (${some})`.execute(db);
  return new Set(rows.map((row) => row.role_id));
}

/** Which of these roles anything names besides a site's own list of roles. */
async function rolesNamed(db: Database, site: string, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const some = sql.join(ids.map((id) => sql.val(id)));
  const { rows } = await sql<{ role_id: string }>`
    select role_id from site_role where site_id <> ${site} and role_id in (${some})
    union select role_id from shift where role_id in (${some})
    union select role_id from published_shift where role_id in (${some})
    union select role_id from need where role_id in (${some})
    union select role_id from person_role where role_id in (${some})
    union select role_id from person_pay where role_id in (${some})`.execute(db);
  return new Set(rows.map((row) => row.role_id));
}
