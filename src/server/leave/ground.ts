import { groupedBy } from '@/core/grouped';
import { spansOfDays } from '@/core/leave/asked';
import type { LeaveGround } from '@/core/leave/count-days';
import type { Entitled, LeaveException } from '@/core/leave/entitlement';
import type { Asking, LeaveType } from '@/core/leave/leave-type';
import type { StoredRequest } from '@/data/leave/leave-store';
import { loadContracts, loadExceptions, requestsOf } from '@/data/leave/leave-store';
import { type Day, parseDate } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { amongTexts } from '@/data/records/lines';
import { type SiteSummary, listSites } from '@/data/site/site-store';
import { type HolidayOn, holidaysAt } from '../holidays/dates';
import { homesOf } from '../access/permissions';
import { nowAt } from '../now';

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
  return (await loadLeavePeople(db, [id])).get(id) ?? null;
}

/** The same of several, by id; who is not there is left out. */
export async function loadLeavePeople(
  db: Database,
  ids: readonly string[],
): Promise<Map<string, LeavePerson>> {
  const among = amongTexts([...new Set(ids)]);
  const rows = await db.selectFrom('person').selectAll().where('id', 'in', among).execute();
  const sites = await listSites(db);
  if (sites.length === 0) return new Map();
  const homes = await homesOf(
    db,
    rows.map(({ id }) => id),
  );
  const works = groupedBy(
    await db.selectFrom('person_site').selectAll().where('person_id', 'in', among).execute(),
    personOf,
  );
  const away = groupedBy(
    await db
      .selectFrom('leave')
      .select(['person_id', 'from_at', 'to_at'])
      .where('person_id', 'in', among)
      .where('state', '=', 'approved')
      .where('request_id', 'is', null)
      .execute(),
    personOf,
  );
  const exceptions = groupedBy(await loadExceptions(db, ids), ({ person }) => person);
  const contracts = await loadContracts(db, ids);
  const requests = groupedBy(await requestsOf(db, ids), ({ person }) => person);
  const homeOf = (id: string) => sites.find((site) => site.id === homes.get(id)?.home) ?? sites[0];
  const places = await homeGrounds(db, [...new Set(rows.map(({ id }) => homeOf(id)))]);
  const people = rows.map((row): LeavePerson => {
    const home = homeOf(row.id);
    const { today, weekend, holidays } = places.get(home.id)!;
    const groups = JSON.parse(row.groups) as string[];
    const [employedFrom, employedTo] = [dayIn(row.employed_from), dayIn(row.employed_to)];
    const free = holidays.filter(({ groups: of }) => of === null || of.some((one) => groups.includes(one)));
    return {
      id: row.id,
      name: row.name,
      groups,
      contract: row.contract_kind,
      manager: row.manager_id,
      home,
      sites: (works.get(row.id) ?? []).map((one) => one.site_id),
      today,
      entitled: {
        employedFrom,
        employedTo,
        contract: contracts.get(row.id) ?? [{ since: 0, minutes: row.contract_minutes }],
      },
      exceptions: exceptions.get(row.id) ?? [],
      ground: {
        weekend,
        usualWeek: row.usual_week === null ? null : (JSON.parse(row.usual_week) as number[]),
        standardDay:
          row.standard_day_minutes ??
          (row.contract_minutes ? Math.round(row.contract_minutes / 5) : PLAIN_DAY),
        holidays: new Map(free.map(({ date, name }) => [date, name])),
        employedFrom,
        employedTo,
      },
      requests: requests.get(row.id) ?? [],
      otherAway: (away.get(row.id) ?? []).map(({ from_at, to_at }) => ({
        from: parseMoment(from_at),
        to: parseMoment(to_at),
      })),
    };
  });
  return new Map(people.map((person) => [person.id, person]));
}

const personOf = ({ person_id: person }: { readonly person_id: string }) => person;
const dayIn = (text: string | null) => (text === null ? null : parseDate(text));

/** How far back and ahead of today holidays are looked at, in days. */
const AROUND = { back: 800, ahead: 1200 };

/** What leave is judged by at each site: the date there, its weekend days, and the holidays on which it is closed. */
async function homeGrounds(db: Database, sites: readonly SiteSummary[]) {
  const weekends = await db.selectFrom('site').select(['id', 'weekend']).execute();
  const grounds = new Map<string, { today: Day; weekend: number[]; holidays: HolidayOn[] }>();
  for (const { id, timeZone } of sites) {
    const today = parseDate(nowAt(timeZone).date)!;
    const all = await holidaysAt(db, id, today - AROUND.back, today + AROUND.ahead);
    const { weekend } = weekends.find((site) => site.id === id)!;
    grounds.set(id, {
      today,
      weekend: JSON.parse(weekend) as number[],
      holidays: all.filter(({ closed }) => closed),
    });
  }
  return grounds;
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
  const contracts = await loadContracts(db, people);
  const wanted = new Set(people);
  return new Map(
    rows
      .filter(({ id }) => wanted.has(id))
      .map(({ id, employed_from, employed_to, contract_minutes }) => [
        id,
        {
          employedFrom: dayIn(employed_from),
          employedTo: dayIn(employed_to),
          contract: contracts.get(id) ?? [{ since: 0, minutes: contract_minutes }],
          exceptions: exceptions.filter((one) => one.person === id && one.type === type),
        },
      ]),
  );
}

/** Somebody's entitlement to one kind of leave: with what is different for them of that kind. */
export function entitledTo({ entitled, exceptions }: LeavePerson, type: string): Entitled {
  return { ...entitled, exceptions: exceptions.filter((one) => one.type === type) };
}
