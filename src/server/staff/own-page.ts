import { quarterOf } from '@/core/wishes/wishes';
import { creditedMinutes } from '@/core/hours/credit';
import type { ResolvedShift } from '@/core/plan/resolved-shift';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { widestHours } from '@/core/time/parse-time';
import { countCalling } from '@/data/calls/call-store';
import { countAsking } from '@/data/requests/request-store';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { amongTexts } from '@/data/records/lines';
import { loadPeopleRows } from '@/data/people/person-rows';
import { loadRows } from '@/data/records/records';
import { type SiteSummary, hoursOfSites, listSites } from '@/data/site/site-store';
import { requestFromRow } from '@/data/leave/leave-store';
import { loadNews } from '@/data/staff/news-store';
import { type Worked, publishedShiftsOf } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { checkAccess, checkScope } from '../access/permissions';
import { nowAt, timestamp } from '../now';
import { versionsOf } from '../people/rows';
import { isNews } from '../leave/views';
import { proposalsOf } from './availability';
import { ownPlan } from './own-plan';
import { resolvedAll } from './resolved-at';
import type { OwnDetails, OwnLeave, OwnPage, OwnShift } from './payload';
import { toldWishOf } from '../outbox/wish';
import { hasJobs } from '../jobs/own-jobs';
import { offAt } from '../site/capabilities';
import { teamOn, viewsAt } from './team';
import { plannedWeeks, pointsOf, wishesOf } from './wishes';

/** How far back and ahead own shifts are shown, in weeks. */
const WEEKS = { back: 5, ahead: 12 };
const MOST_NEWS = 30;

/** Whose page it is: who asks, or somebody whose page a scheduler looks at. */
interface Whose {
  readonly person: string;
  readonly name: string;
  /** Where they work. */
  readonly sites: readonly string[];
}

/** The published shifts of who asks, what they were told of them, and what is on record of them. */
export async function ownPage(db: Database, actor: Actor): Promise<Result<{ page: OwnPage }>> {
  const { person, name } = actor;
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  return pageOf(db, actor, { person, name, sites: staffSites(actor) });
}

/** The sites at which an account works. */
export function staffSites({ grants }: Actor): string[] {
  return grants.flatMap(({ kind, site }) => (kind === 'staff' && site !== null ? [site] : []));
}

/** The page of somebody as they see it, for who may see people where they work. */
export async function pageOfPerson(
  db: Database,
  actor: Actor,
  id: string,
): Promise<Result<{ page: OwnPage }>> {
  const refused = await checkScope(db, actor, 'people.read', { people: [id] });
  if (refused) return refused;
  const [row] = await loadRows(db, 'person', { id });
  if (!row) return fail('unknown', 'there is no such person', 'person');
  const sites = await loadRows(db, 'person_site', { person_id: id });
  return pageOf(db, actor, { person: id, name: row.name, sites: sites.map((one) => one.site_id) });
}

async function pageOf(db: Database, actor: Actor, whose: Whose): Promise<Result<{ page: OwnPage }>> {
  const { person } = whose;
  const sites = await listSites(db);
  const home = sites.find((site) => whose.sites.includes(site.id)) ?? sites[0];
  if (!home) return fail('unknown', 'there is no site yet');
  const { date: todayText, minute } = nowAt(home.timeZone);
  const today = parseDate(todayText)!;
  const first = startOfWeek(today, home.weekStart) - WEEKS.back * 7;
  const days = (WEEKS.back + WEEKS.ahead) * 7;
  const worked = await publishedShiftsOf(db, person, first, first + days);
  const news = await loadNews(db, person, MOST_NEWS);
  const done = await ticksOf(db, worked);
  const resolved = await resolvedAll(db, worked);
  const shifts = worked
    .map(({ site, shift }) => ownShift(site, shift, resolved.get(shift.id)!, done.get(shift.id) ?? []))
    .sort((a, b) => a.shift.date - b.shift.date || a.shift.from - b.shift.from);
  const told = [...shifts.map(({ shift }) => shift), ...news.flatMap(({ items }) => items.flatMap(bothOf))];
  const places = new Set([...worked.map((one) => one.site), ...news.map((one) => one.site), ...whose.sites]);
  const [row] = await loadRows(db, 'person', { id: person });
  const [homeRow] = await loadRows(db, 'site', { id: home.id });
  if (!row) return fail('unknown', 'there is nobody of that name any more');
  // A night that is still worked is the one that matters, though it began yesterday.
  const next = shifts.find(({ shift }) => shift.date * DAY + shift.to > today * DAY + minute);
  const nextTeam = next && checkAccess(actor, 'team.read', next.site) === null;
  const team = nextTeam ? await teamOn(db, asPerson(actor, person), next.site, next.shift.date) : null;
  const off = await offAt(db, home.id);
  return {
    ok: true,
    page: {
      at: timestamp(),
      person,
      name: whose.name,
      today,
      weekStart: home.weekStart,
      hourFormat: home.hourFormat,
      contractMinutes: row.contract_minutes,
      sites: Object.fromEntries(sites.filter(({ id }) => places.has(id)).map(({ id, name }) => [id, name])),
      roles: await roleNames(
        db,
        told.flatMap(({ role }) => (role === null ? [] : [role])),
      ),
      credited: await creditedBy(db, person, home, first),
      leave: await leaveOf(db, person, first, first + days),
      decidedLeave: off.has('leave') ? null : await decidedLeave(db, person),
      keepsHours: !off.has('hours'),
      hasJobs: await hasJobs(db, person),
      asksAt: await asksAt(db, whose.sites),
      asked: (await countAsking(db, person)) + (await countCalling(db, person)),
      details: await detailsOf(db, actor, person, row),
      weekend: JSON.parse(homeRow?.weekend ?? '[5,6]') as number[],
      openHours: widestHours((await hoursOfSites(db)).get(home.id) ?? null),
      availability: versionsOf((await loadPeopleRows(db, [person])).get(person)!),
      proposals: await proposalsOf(db, person),
      wishes: await wishesFor(db, whose, today),
      teams: await teamsOf(db, actor, sites, whose),
      nextDay: next?.shift.date ?? null,
      next: team?.ok ? team.team : null,
      shifts,
      news: news.map(({ id: item, site, at, kind, message, items, isLate, seenAt, answer, decision }) => ({
        ...{ id: item, site, at, kind, message, items, isLate, answer, decision },
        isSeen: seenAt !== null,
      })),
    },
  };
}

/** Who looks, with the eyes of somebody else: what is theirs is marked as theirs. */
function asPerson(actor: Actor, person: string): Actor {
  return { ...actor, person };
}

type Told = OwnShift['shift'] | null;

function bothOf({ before, after }: { readonly before: Told; readonly after: Told }) {
  return [before, after].filter((shift) => shift !== null);
}

/** Lines of check-lists that are done, by shift. */
async function ticksOf(db: Database, worked: readonly Worked[]): Promise<Map<string, string[]>> {
  const rows = await db
    .selectFrom('task_tick')
    .select(['shift_id', 'task'])
    .where('shift_id', 'in', amongTexts(worked.map(({ shift }) => shift.id)))
    .execute();
  const done = new Map<string, string[]>();
  for (const { shift_id: shift, task } of rows) done.set(shift, [...(done.get(shift) ?? []), task]);
  return done;
}

/** A shift with the minutes that pass and are paid of it, and the lines of its check-list that are done. */
function ownShift(
  site: string,
  shift: OwnShift['shift'],
  { paid, elapsed, break: pause, moreBreaks }: ResolvedShift,
  done: readonly string[],
): OwnShift {
  const breaks = [pause, ...moreBreaks].filter(({ minutes }) => minutes > 0);
  return { site, shift, paid, elapsed, breaks, done };
}

/** Minutes credited for leave and holidays in the weeks around now, by their first day; weeks without any are left out. */
async function creditedBy(
  db: Database,
  person: string,
  home: SiteSummary,
  first: Day,
): Promise<Record<Day, number>> {
  const weeks = WEEKS.back + WEEKS.ahead;
  const plan = await ownPlan(db, person, home.id, [first, weeks * 7]);
  const me = plan?.people[0];
  if (!plan || !me) return {};
  const credited: Record<Day, number> = {};
  for (let i = 0; i < weeks; i++) {
    const minutes = creditedMinutes(plan, me, first + i * 7, 7);
    if (minutes > 0) credited[first + i * 7] = minutes;
  }
  return credited;
}

/** Leave of somebody that touches some days, waiting or approved. */
export async function leaveOf(db: Database, person: string, from: Day, to: Day): Promise<OwnLeave[]> {
  const rows = await db
    .selectFrom('leave')
    .selectAll()
    .where('person_id', '=', person)
    .where('to_at', '>', formatDate(from))
    .where('from_at', '<', `${formatDate(to)}T00:00`)
    .where('state', 'in', ['waiting', 'approved'])
    .orderBy('from_at')
    .execute();
  return rows.map(({ from_at, to_at, state }) => ({
    from: parseMoment(from_at),
    to: parseMoment(to_at),
    state: state as OwnLeave['state'],
  }));
}

/** The sites at which shifts may be asked about. */
async function asksAt(db: Database, sites: readonly string[]): Promise<string[]> {
  const on: string[] = [];
  for (const site of sites) if (!(await offAt(db, site)).has('requests')) on.push(site);
  return on;
}

/** How many requests of somebody were decided by others and not looked at by them. */
async function decidedLeave(db: Database, person: string): Promise<number> {
  const rows = await db
    .selectFrom('leave_request')
    .selectAll()
    .where('person_id', '=', person)
    .where('state', '=', 'sent')
    .where('seen_at', 'is', null)
    .execute();
  return rows.map(requestFromRow).filter(isNews).length;
}

async function detailsOf(
  db: Database,
  actor: Actor,
  person: string,
  row: { number: string | null; email: string | null; phone: string | null } & Readonly<
    Record<'employed_from' | 'employed_to', string | null>
  >,
): Promise<OwnDetails> {
  const roles = await db
    .selectFrom('person_role')
    .innerJoin('role', 'role.id', 'person_role.role_id')
    .select(['role.id', 'role.name', 'person_role.until'])
    .where('person_id', '=', person)
    .orderBy('position')
    .execute();
  const day = (text: string | null) => (text === null ? null : parseDate(text));
  return {
    number: row.number,
    email: row.email,
    phone: row.phone,
    employedFrom: day(row.employed_from),
    employedTo: day(row.employed_to),
    roles: roles.map(({ id, name, until }) => ({ id, name, until: day(until) })),
    told: await toldWishOf(db, actor, person),
  };
}

async function wishesFor(db: Database, { person, sites }: Whose, today: Day): Promise<OwnPage['wishes']> {
  const end = today + WEEKS.ahead * 7;
  const given = await wishesOf(db, [person], quarterOf(today).first, quarterOf(end).last + 1);
  return {
    points: await pointsOf(db, person),
    given: given.map(({ date, kind, weight }) => ({ date, kind, weight })),
    planned: await plannedWeeks(db, sites, today, end),
  };
}

async function teamsOf(
  db: Database,
  actor: Actor,
  sites: readonly SiteSummary[],
  whose: Whose,
): Promise<OwnPage['teams']> {
  const teams = [];
  for (const { id, name } of sites)
    if (whose.sites.includes(id) && checkAccess(actor, 'team.read', id) === null)
      teams.push({ id, name, isShown: (await viewsAt(db, id)).has('team') });
  return teams;
}

/** Names of roles by their ids. */
export async function roleNames(db: Database, ids: readonly string[]): Promise<Record<string, string>> {
  if (ids.length === 0) return {};
  const rows = await db
    .selectFrom('role')
    .select(['id', 'name'])
    .where('id', 'in', [...new Set(ids)])
    .execute();
  return Object.fromEntries(rows.map(({ id, name }) => [id, name]));
}
