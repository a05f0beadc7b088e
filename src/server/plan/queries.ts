import { dateHabitsOf } from '@/core/time/typed-date';
import type { Result } from '@/core/plan/problem';
import { planContext } from '@/core/plan/plan-context';
import { resolveShift } from '@/core/plan/resolved-shift';
import { toPortable } from '@/core/plan/portable';
import { publicationOfAll } from '@/core/publish/publication';
import { type Day, parseDate, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { Unchanged } from '@/data/unchanged';
import { type StoredSite, listSites, loadSite, namesOf } from '@/data/site/site-store';
import { weekdaysOf } from '@/core/patterns/rule';
import { loadPatterns } from '@/data/patterns/pattern-store';
import { loadStations, loadTemplates } from '@/data/templates/template-store';
import { loadDaybook } from '@/data/week/daybook-store';
import { loadPublished, loadShifts } from '@/data/week/shift-store';
import { areasOf, checkAccess, visibleSites } from '../access/permissions';
import type { Actor } from '../access/actor';
import { planFor, seesPay } from '../access/pay';
import { actorFrame, loadFramedSites } from '../access/frame';
import { nowAt } from '../now';
import { offAt } from '../site/capabilities';
import { readableSite } from '../site/readable';
import { wishesOf } from '../staff/wishes';
import type { DayWishes, PageHeader, PlanPayload, WeekSummary } from './payload';

/** Days a plan on the screen holds. */
const WEEK = 7;

/** The plan of a site's week. `week` is any day in it. */
export async function planOfWeek(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
  days = WEEK,
): Promise<Result<{ payload: PlanPayload }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const first = startOfWeek(week, found.line.weekStart);
  const stored = (await planFor(db, actor, site, first, days))!;
  const off = await offAt(db, site);
  const elsewhere = new Set(stored.plan.surroundingShifts.map((shift) => shift.site));
  return {
    ok: true,
    payload: {
      plan: toPortable(stored.plan),
      version: stored.version,
      hourFormat: stored.hourFormat,
      roles: stored.roles.map(({ id, mark, ink }) => ({ id, mark, ink })),
      published: stored.published,
      sites: Object.fromEntries(namesOf(found.all.filter(({ id }) => elsewhere.has(id)))),
      templates: off.has('templates') ? [] : await loadTemplates(db, site),
      stations: off.has('templates') ? [] : (await loadStations(db, site)).map(({ name }) => name),
      patterns: (await loadPatterns(db, site)).map(({ id, name, rule }) => ({
        id,
        name,
        hasWeekdays: rule !== null && (weekdaysOf(rule)?.length ?? 1) > 1,
      })),
      wishes: await wishesByPerson(
        db,
        stored.plan.people.map(({ id }) => id),
        first,
        first + days,
      ),
      daybook: off.has('daybook') ? [] : await loadDaybook(db, site, first, first + days),
      off: [...off],
      editableRoles: await editableRoles(db, actor, site),
      seesPay: seesPay(actor, site),
      ...(await groupsOf(db, site)),
    },
  };
}

async function wishesByPerson(
  db: Database,
  people: readonly string[],
  from: Day,
  to: Day,
): Promise<PlanPayload['wishes']> {
  const wishes: Record<string, Record<Day, DayWishes[Day]>> = {};
  for (const { person, date, kind, weight } of await wishesOf(db, people, from, to))
    (wishes[person] ??= {})[date] = { kind, weight };
  return wishes;
}

/** The roles in which the actor edits the plan of a site; null: in all of them. */
export async function editableRoles(db: Database, actor: Actor, site: string): Promise<string[] | null> {
  const areas = areasOf(actor, site);
  if (areas === null) return null;
  const rows = await db
    .selectFrom('site_role')
    .select('role_id')
    .where('site_id', '=', site)
    .where('area_id', 'in', [...areas])
    .execute();
  return rows.map((row) => row.role_id);
}

/** The kind of contract of a site's people, and the area of its roles, where one is said. */
async function groupsOf(db: Database, site: string): Promise<Pick<PlanPayload, 'contracts' | 'areas'>> {
  const people = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .where('person_site.site_id', '=', site)
    .where('person.contract_kind', 'is not', null)
    .select(['person.id', 'person.contract_kind'])
    .execute();
  const roles = await db
    .selectFrom('site_role')
    .innerJoin('area', 'area.id', 'site_role.area_id')
    .where('site_role.site_id', '=', site)
    .select(['site_role.role_id', 'area.name'])
    .execute();
  return {
    contracts: Object.fromEntries(people.map((row) => [row.id, row.contract_kind!])),
    areas: Object.fromEntries(roles.map((row) => [row.role_id, row.name])),
  };
}

/** What stands around a site's week: sites, the weeks near it, today. */
export async function headerOfWeek(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
): Promise<Result<{ header: PageHeader }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const { line } = found;
  const sites = await loadFramedSites(db, actor, found.all);
  const first = startOfWeek(week, line.weekStart);
  const weeks = await WEEKS.get(db, `${site} ${first}`, () => weeksAround(db, site, first));
  return {
    ok: true,
    header: {
      sites,
      site: { id: line.id, name: line.name, timeZone: line.timeZone },
      week: first,
      weeks,
      today: parseDate(nowAt(line.timeZone).date)!,
      dates: dateHabitsOf(line.hourFormat, line.weekStart),
      actor: actorFrame(actor),
      off: [...(await offAt(db, site))],
      may: {
        publish: checkAccess(actor, 'plan.publish', site) === null,
        change: checkAccess(actor, 'plan.change', site) === null,
      },
    },
  };
}

/** The weeks of strips that were last drawn. */
const WEEKS = new Unchanged<WeekSummary[]>(40);

async function weeksAround(db: Database, site: string, first: Day): Promise<WeekSummary[]> {
  const stored = (await loadSite(db, site, first))!;
  const weeks: WeekSummary[] = [];
  for (let i = -1; i <= 3; i++) weeks.push(await weekLine(db, stored, first + i * WEEK));
  return weeks;
}

async function weekLine(db: Database, site: StoredSite, first: Day): Promise<WeekSummary> {
  const id = site.site.id;
  const shifts = await loadShifts(db, id, first, first + WEEK);
  const state = publicationOfAll(shifts, await loadPublished(db, id, first, first + WEEK));
  if (shifts.length === 0) return { first, state, minutes: 0 };
  // Hours alone need neither people nor needs: the frame of an otherwise empty plan will do.
  const context = planContext({
    ...site,
    from: first,
    days: WEEK,
    people: [],
    holidays: [],
    needs: [],
    shifts: [],
    surroundingShifts: [],
  });
  const minutes = shifts.reduce(
    (sum, shift) => sum + (shift.person === null ? 0 : resolveShift(context, shift).paid),
    0,
  );
  return { first, state, minutes };
}

/** Where somebody arrives who names no week: the first site, the week of today. Null: there is no site yet. */
export async function firstPlace(
  db: Database,
  actor: Actor,
  wanted?: string,
): Promise<{ site: string; week: Day } | null> {
  const sites = visibleSites(actor, await listSites(db));
  const line = sites.find((site) => site.id === wanted) ?? sites[0];
  if (!line) return null;
  const today = parseDate(nowAt(line.timeZone).date)!;
  return { site: line.id, week: startOfWeek(today, line.weekStart) };
}
