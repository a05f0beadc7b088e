import { spansOfDays } from '@/core/leave/asked';
import type { LeaveGround } from '@/core/leave/count-days';
import type { Entitled, LeaveException } from '@/core/leave/entitlement';
import type { Asking, LeaveType } from '@/core/leave/leave-type';
import type { StoredRequest } from '@/data/leave/leave-store';
import { loadExceptions, requestsOf } from '@/data/leave/leave-store';
import { type Day, parseDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { loadRows } from '@/data/records/records';
import { type SiteSummary, listSites } from '@/data/site/site-store';
import { holidaysAt } from '../holidays/dates';
import { homesOf } from '../access/permissions';
import { nowAt } from '../clock';

/** A day's minutes for whoever has neither a usual day nor a contract. */
const PLAIN_DAY = 480;

/** What leave of somebody is judged by: the person, the home site, and what they asked for before. */
export interface LeavePerson {
  readonly id: string;
  readonly name: string;
  readonly groups: readonly string[];
  readonly contract: string | null;
  readonly manager: string | null;
  readonly home: SiteSummary;
  /** All sites where they work. */
  readonly sites: readonly string[];
  /** The date at the home site. */
  readonly today: Day;
  readonly entitled: Entitled;
  /** What is different for them, by kind of leave. */
  readonly exceptions: readonly (LeaveException & { readonly type: string; readonly note: string })[];
  readonly ground: Omit<LeaveGround, 'unit' | 'counting' | 'away'>;
  readonly requests: readonly StoredRequest[];
  /** Approved leave that did not come from a request, such as that of a plan file. */
  readonly otherAway: readonly Span[];
}

/** Somebody with what their leave is judged by; null: there is nobody of that name, or no site yet. */
export async function loadLeavePerson(db: Database, id: string): Promise<LeavePerson | null> {
  const [row] = await loadRows(db, 'person', { id });
  const sites = await listSites(db);
  if (!row || sites.length === 0) return null;
  const { home: homeId = null, manager = null } = (await homesOf(db, [id])).get(id) ?? {};
  const home = sites.find((site) => site.id === homeId) ?? sites[0];
  const [site] = await loadRows(db, 'site', { id: home.id });
  const day = (text: string | null) => (text === null ? null : parseDate(text));
  const [employedFrom, employedTo] = [day(row.employed_from), day(row.employed_to)];
  const groups = JSON.parse(row.groups) as string[];
  const works = await loadRows(db, 'person_site', { person_id: id });
  const away = await db
    .selectFrom('leave')
    .select(['from_at', 'to_at'])
    .where('person_id', '=', id)
    .where('state', '=', 'approved')
    .where('request_id', 'is', null)
    .execute();
  const exceptions = await loadExceptions(db, [id]);
  const today = parseDate(nowAt(home.timeZone).date)!;
  return {
    id,
    name: row.name,
    groups,
    contract: row.contract_kind,
    manager,
    home,
    sites: works.map((one) => one.site_id),
    today,
    entitled: {
      employedFrom,
      employedTo,
      contract: [{ since: 0, minutes: row.contract_minutes }],
    },
    exceptions,
    ground: {
      weekend: JSON.parse(site.weekend) as number[],
      usualWeek: row.usual_week === null ? null : (JSON.parse(row.usual_week) as number[]),
      standardDay:
        row.standard_day_minutes ?? (row.contract_minutes ? Math.round(row.contract_minutes / 5) : PLAIN_DAY),
      holidays: await freeDays(db, home.id, groups, today),
      employedFrom,
      employedTo,
    },
    requests: await requestsOf(db, [id]),
    otherAway: away.map(({ from_at, to_at }) => ({ from: parseMoment(from_at), to: parseMoment(to_at) })),
  };
}

/** How far back and ahead of today holidays are looked at, in days. */
const AROUND = { back: 800, ahead: 1200 };

/** Closed holidays of somebody at a site, with their names. */
async function freeDays(
  db: Database,
  site: string,
  groups: readonly string[],
  today: Day,
): Promise<Map<Day, string>> {
  const all = await holidaysAt(db, site, today - AROUND.back, today + AROUND.ahead);
  const mine = all.filter(
    ({ closed, groups: of }) => closed && (of === null || of.some((group) => groups.includes(group))),
  );
  return new Map(mine.map(({ date, name }) => [date, name]));
}

/** What days of a kind of leave are counted by; leave of `except` is looked at as if it were not there. */
export function groundOf(
  { ground, requests, otherAway }: LeavePerson,
  { unit, counting }: Pick<LeaveType, 'unit' | 'counting'>,
  except: string | null = null,
): LeaveGround {
  const approved = requests
    .filter(({ id, state }) => state === 'sent' && id !== except)
    .flatMap(({ days }) => spansOfDays(days.filter((day) => day.state === 'approved')));
  return { ...ground, unit, counting, away: [...otherAway, ...approved] };
}

/** Who asks, as far as a kind of leave looks at it. */
export function askingOf({ groups, contract }: LeavePerson): Asking {
  return { groups, contract };
}

/** The entitlement of people to one kind of leave at once, by id: for what the calendar posts to many. */
export async function entitledOf(
  db: Database,
  people: readonly string[],
  type: string,
): Promise<Map<string, Entitled>> {
  const rows = await db
    .selectFrom('person')
    .select(['id', 'employed_from', 'employed_to', 'contract_minutes'])
    .execute();
  const exceptions = await loadExceptions(db, people);
  const wanted = new Set(people);
  const day = (text: string | null) => (text === null ? null : parseDate(text));
  return new Map(
    rows
      .filter(({ id }) => wanted.has(id))
      .map(({ id, employed_from, employed_to, contract_minutes }) => [
        id,
        {
          employedFrom: day(employed_from),
          employedTo: day(employed_to),
          contract: [{ since: 0, minutes: contract_minutes }],
          exceptions: exceptions.filter((one) => one.person === id && one.type === type),
        },
      ]),
  );
}

/** Somebody's entitlement to one kind of leave: with what is different for them of that kind. */
export function entitledTo({ entitled, exceptions }: LeavePerson, type: string): Entitled {
  return { ...entitled, exceptions: exceptions.filter((one) => one.type === type) };
}
