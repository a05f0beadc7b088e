import { type AwayPerson, type OverLimit, holdsOn, overLimits } from '@/core/leave/away-limits';
import { isWaiting } from '@/core/leave/request';
import { spansOfDays } from '@/core/leave/asked';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { DAY, type Span } from '@/core/time/span';
import { groupedBy } from '@/core/grouped';
import { loadAwayRules, requestFromRow } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { amongTexts } from '@/data/records/lines';
import { loadRows } from '@/data/records/records';
import type { SiteSummary } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { holidaysAt } from '../holidays/dates';
import { awayPeople, limitNames } from './away-people';

/** A stretch of leave on the calendar, in wall-clock minutes. */
export interface LeaveBar extends Span {
  readonly request: string | null;
  readonly state: 'waiting' | 'approved';
  readonly type: {
    readonly id: string;
    readonly name: string;
    readonly mark: string;
    readonly ink: string;
  } | null;
  readonly isAbsence: boolean;
}

/** Somebody's row of the calendar. */
export interface LeaveRow {
  readonly person: string;
  readonly name: string;
  /** The area or role they stand under. */
  readonly group: string;
  readonly bars: readonly LeaveBar[];
}

/** How many are away on a date, against the limit that holds for everybody there. */
export interface AwayOn {
  readonly date: Day;
  readonly approved: number;
  readonly waiting: number;
  /** null: there is none. */
  readonly limit: number | null;
  /** Limits of roles and areas that are passed, if all that waits were approved. */
  readonly over: readonly string[];
}

/** Who is away over some weeks. */
export interface LeaveCalendar {
  readonly from: Day;
  readonly days: number;
  readonly rows: readonly LeaveRow[];
  readonly holidays: readonly { readonly date: Day; readonly name: string }[];
  readonly closed: readonly { readonly from: Day; readonly to: Day; readonly reason: string }[];
  readonly weekend: readonly number[];
  readonly away: readonly AwayOn[];
}

/** The leave of everybody at home at a site over some weeks, with how many are away against the limits. */
export async function calendarAt(
  db: Database,
  actor: Actor,
  site: SiteSummary,
  day: Day,
  weeks: number,
): Promise<LeaveCalendar> {
  const from = startOfWeek(day, site.weekStart);
  const days = weeks * 7;
  const to = from + days;
  const [row] = await loadRows(db, 'site', { id: site.id });
  const people = await awayPeople(db, site.id, from, to);
  const ids = people.map(({ person }) => person);
  const seen = await seenPeople(db, actor, site.id, ids, from);
  const bars = await barsOf(db, ids, from, to);
  const groups = await groupsOf(db, site.id);
  const rules = await loadAwayRules(db, site.id);
  const order = new Map(groups.names.map((name, i) => [name, i]));
  const rows = people
    .flatMap((one): LeaveRow[] => {
      const name = seen.get(one.person);
      if (name === undefined) return [];
      const role = one.roles.find((id) => groups.byRole.has(id));
      const group = role === undefined ? 'Others' : groups.byRole.get(role)!;
      return [{ person: one.person, name, group, bars: bars.get(one.person) ?? [] }];
    })
    .sort(
      (a, b) => (order.get(a.group) ?? 999) - (order.get(b.group) ?? 999) || a.name.localeCompare(b.name),
    );
  return {
    from,
    days,
    rows,
    holidays: (await holidaysAt(db, site.id, from, to)).map(({ date, name }) => ({ date, name })),
    closed: rules.closed.filter((one) => one.to >= from && one.from < to),
    weekend: JSON.parse(row.weekend) as number[],
    away: await awayOn(db, people, bars, rules.limits, from, days),
  };
}

/** Names of those whose leave the actor sees: all, or whom they manage; who has left before the first day is left out. */
async function seenPeople(
  db: Database,
  actor: Actor,
  site: string,
  ids: readonly string[],
  from: Day,
): Promise<Map<string, string>> {
  const all = checkAccess(actor, 'leave.read', site) === null;
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name', 'manager_id', 'employed_to'])
    .where('id', 'in', amongTexts(ids))
    .execute();
  return new Map(
    rows
      .filter(({ manager_id: manager }) => all || (actor.person !== null && manager === actor.person))
      .filter(({ employed_to: until }) => until === null || parseDate(until)! >= from)
      .map(({ id, name }) => [id, name]),
  );
}

async function barsOf(
  db: Database,
  ids: readonly string[],
  from: Day,
  to: Day,
): Promise<Map<string, LeaveBar[]>> {
  const requests = (
    await db
      .selectFrom('leave_request')
      .selectAll()
      .where('state', '=', 'sent')
      .where('person_id', 'in', amongTexts(ids))
      .execute()
  ).map(requestFromRow);
  const bars = new Map<string, LeaveBar[]>();
  const put = (person: string, bar: LeaveBar) => {
    if (bar.to > from * DAY && bar.from < to * DAY) bars.set(person, [...(bars.get(person) ?? []), bar]);
  };
  for (const request of requests) {
    const { id, person, isAbsence, type } = request;
    const shown = { id: type.id, name: type.name, mark: type.mark, ink: type.ink };
    for (const state of ['waiting', 'approved'] as const)
      for (const span of spansOfDays(
        request.days.filter((day) => day.state === state && (state === 'approved' || isWaiting(request))),
      ))
        put(person, { ...span, request: id, state, type: shown, isAbsence });
  }
  const rest = await db
    .selectFrom('leave')
    .select(['person_id', 'from_at', 'to_at', 'state'])
    .where('request_id', 'is', null)
    .where('state', 'in', ['waiting', 'approved'])
    .where('person_id', 'in', amongTexts(ids))
    .where('to_at', '>', `${formatDate(from)}T00:00`)
    .where('from_at', '<', `${formatDate(to)}T00:00`)
    .execute();
  for (const { person_id, from_at, to_at, state } of rest)
    put(person_id, {
      ...{ from: parseMoment(from_at), to: parseMoment(to_at), request: null, type: null, isAbsence: false },
      state: state as LeaveBar['state'],
    });
  return bars;
}

/** What the roles of a site are shown under: their area, where the site has areas, else themselves. */
async function groupsOf(
  db: Database,
  site: string,
): Promise<{ readonly byRole: ReadonlyMap<string, string>; readonly names: readonly string[] }> {
  const rows = await db
    .selectFrom('site_role')
    .innerJoin('role', 'role.id', 'site_role.role_id')
    .leftJoin('area', 'area.id', 'site_role.area_id')
    .select(['role.id', 'role.name', 'area.name as area', 'area.position as place', 'site_role.position'])
    .where('site_role.site_id', '=', site)
    .orderBy('site_role.position')
    .execute();
  const byRole = new Map(rows.map(({ id, name, area }) => [id, area ?? name]));
  return { byRole, names: [...new Set(rows.map(({ name, area }) => area ?? name))] };
}

async function awayOn(
  db: Database,
  people: readonly AwayPerson[],
  bars: ReadonlyMap<string, readonly LeaveBar[]>,
  limits: Awaited<ReturnType<typeof loadAwayRules>>['limits'],
  from: Day,
  days: number,
): Promise<AwayOn[]> {
  const dates = Array.from({ length: days }, (_, i) => from + i);
  const [approved, waiting] = [new Map<Day, Set<string>>(), new Map<Day, Set<string>>()];
  for (const [person, mine] of bars)
    for (const bar of mine)
      for (
        let day = Math.max(from, Math.floor(bar.from / DAY));
        day * DAY < bar.to && day < from + days;
        day++
      ) {
        const of = bar.state === 'approved' ? approved : waiting;
        of.set(day, (of.get(day) ?? new Set()).add(person));
      }
  const names = await limitNames(db);
  const over: ReadonlyMap<Day, OverLimit[]> = groupedBy(
    overLimits(
      limits.filter(({ of }) => of.kind !== 'site'),
      people,
      dates,
    ),
    ({ date }) => date,
  );
  const whole = limits.filter(({ of }) => of.kind === 'site');
  return dates.map((date) => {
    const holding = whole.filter((limit) => holdsOn(limit, date));
    return {
      date,
      approved: approved.get(date)?.size ?? 0,
      waiting: [...(waiting.get(date) ?? [])].filter((one) => !approved.get(date)?.has(one)).length,
      limit: holding.length > 0 ? Math.min(...holding.map(({ most }) => most)) : null,
      over: (over.get(date) ?? []).map(
        ({ limit, away }) =>
          `${away} of ${limit.of.kind === 'site' ? '' : names.get(limit.of.id)}, at most ${limit.most}`,
      ),
    };
  });
}
