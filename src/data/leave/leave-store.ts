import type { AskedLeave } from '@/core/leave/asked';
import { spansOfDays } from '@/core/leave/asked';
import type { AwayLimit, ClosedPeriod } from '@/core/leave/away-limits';
import { groupedBy } from '@/core/grouped';
import type { Entitled, LeaveException, LeaveFigures } from '@/core/leave/entitlement';
import type { LeaveType } from '@/core/leave/leave-type';
import type { EntryKind } from '@/core/leave/ledger';
import type { KeyedEntry } from '@/core/leave/posting';
import type { Approver, LeaveRequest, RequestedDay } from '@/core/leave/request';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { Database } from '../database';
import { formatMoment } from '../moment';
import { standingTimeOff } from '@/core/timesheet/time-off';
import { amongTexts } from '../records/lines';
import type { RowOf } from '../records/records';

/** A request as it is stored: with whose it is, what was asked, and the rules it was asked under. */
export interface StoredRequest extends LeaveRequest {
  readonly id: string;
  readonly person: string;
  /** UTC. */
  readonly at: string;
  /** Id of who asked: an account. */
  readonly askedBy: string;
  readonly asked: AskedLeave;
  /** The kind of leave as it was when it was asked for. */
  readonly type: LeaveType;
  readonly note: string;
  readonly isAbsence: boolean;
  readonly seenAt: string | null;
}

/** An entry of the ledger with whose it is, and who made it, why and when. */
export interface StoredEntry extends KeyedEntry {
  readonly person: string;
  readonly type: string;
  readonly note: string;
  /** UTC. */
  readonly at: string;
  readonly actor: string;
  readonly request: string | null;
}

/** Who made the entries that the calendar posts. */
export const CALENDAR = 'calendar';

export function typeFromRow({ id, name, mark, ink, retired, rules }: RowOf<'leave_type'>): LeaveType {
  return { ...(JSON.parse(rules) as LeaveType), id, name, mark, ink, isRetired: retired === 1 };
}

export function typeRow(type: LeaveType, position: number): RowOf<'leave_type'> {
  const { id, name, mark, ink, isRetired, ...rules } = type;
  return { id, name, mark, ink, position, retired: isRetired ? 1 : 0, rules: JSON.stringify(rules) };
}

/** All kinds of leave in their order, those that are no longer given among them. */
export async function loadLeaveTypes(db: Database): Promise<LeaveType[]> {
  const rows = await db.selectFrom('leave_type').selectAll().orderBy('position').orderBy('name').execute();
  return rows.map(typeFromRow);
}

export function requestFromRow(row: RowOf<'leave_request'>): StoredRequest {
  return {
    id: row.id,
    person: row.person_id,
    at: row.at,
    askedBy: row.asked_by,
    state: row.state as LeaveRequest['state'],
    asked: JSON.parse(row.asked) as AskedLeave,
    days: JSON.parse(row.days) as RequestedDay[],
    steps: JSON.parse(row.steps) as Approver[],
    done: row.done,
    back: JSON.parse(row.back) as Day[],
    type: JSON.parse(row.rules) as LeaveType,
    note: row.note,
    isAbsence: row.is_absence === 1,
    seenAt: row.seen_at,
  };
}

export function requestRow(request: StoredRequest): RowOf<'leave_request'> {
  return {
    id: request.id,
    person_id: request.person,
    type_id: request.type.id,
    at: request.at,
    asked_by: request.askedBy,
    state: request.state,
    asked: JSON.stringify(request.asked),
    days: JSON.stringify(request.days),
    steps: JSON.stringify(request.steps),
    done: request.done,
    back: JSON.stringify(request.back),
    rules: JSON.stringify(request.type),
    note: request.note,
    is_absence: request.isAbsence ? 1 : 0,
    seen_at: request.seenAt,
  };
}

/**
 * The leave that plans know of a request: days that touch and stand alike are one, those between them that do not
 * count among them. What is not sent, declined or given back is none.
 */
export function leaveRowsOf(request: StoredRequest): RowOf<'leave'>[] {
  if (request.state !== 'sent') return [];
  return (['waiting', 'approved'] as const).flatMap((state) => {
    const days = request.days.filter((day) => day.state === state);
    return spansOfDays(days).map(({ from, to }): RowOf<'leave'> => {
      const within = days.filter(({ date }) => date >= Math.floor(from / DAY) && date * DAY < to);
      const credit = within.filter(({ minutes }) => minutes > 0).map(({ date, minutes }) => [date, minutes]);
      return {
        id: `${request.id} ${formatMoment(from)}`,
        person_id: request.person,
        from_at: formatMoment(from),
        to_at: formatMoment(to),
        state,
        request_id: request.id,
        credit: JSON.stringify(credit),
      };
    });
  });
}

export async function findRequest(db: Database, id: string): Promise<StoredRequest | null> {
  const row = await db.selectFrom('leave_request').selectAll().where('id', '=', id).executeTakeFirst();
  return row ? requestFromRow(row) : null;
}

/** Requests on which somebody has to decide, also those to give back, the earliest first. */
export async function loadWaiting(db: Database): Promise<StoredRequest[]> {
  const rows = await db
    .selectFrom('leave_request')
    .selectAll()
    .where('state', '=', 'sent')
    .where((where) =>
      where.or([
        where.eb('back', '<>', '[]'),
        where('done', '<', where.fn<number>('json_array_length', ['steps'])),
      ]),
    )
    .orderBy('at')
    .execute();
  return rows.map(requestFromRow);
}

/** Requests of some people, the latest first. */
export async function requestsOf(db: Database, people: readonly string[]): Promise<StoredRequest[]> {
  const rows = await db
    .selectFrom('leave_request')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .orderBy('at', 'desc')
    .execute();
  return rows.map(requestFromRow);
}

export function entryFromRow(row: RowOf<'leave_entry'>): StoredEntry {
  return {
    id: row.id,
    person: row.person_id,
    type: row.type_id,
    date: parseDate(row.date)!,
    kind: row.kind as EntryKind,
    amount: row.amount,
    note: row.note,
    at: row.at,
    actor: row.actor,
    request: row.request_id,
    key: row.key,
    reverses: row.reverses,
  };
}

export function entryRow(entry: StoredEntry, grant: string | null = null): RowOf<'leave_entry'> {
  return {
    id: entry.id,
    person_id: entry.person,
    type_id: entry.type,
    date: formatDate(entry.date),
    kind: entry.kind,
    amount: entry.amount,
    note: entry.note,
    at: entry.at,
    actor: entry.actor,
    request_id: entry.request,
    grant_id: grant,
    key: entry.key,
    reverses: entry.reverses,
  };
}

/** The ledger of some people, in the order in which entries were made; of all kinds, or of one. */
export async function loadEntries(
  db: Database,
  people: readonly string[],
  type?: string,
): Promise<StoredEntry[]> {
  const rows = await db
    .selectFrom('leave_entry')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .$if(type !== undefined, (query) => query.where('type_id', '=', type!))
    .orderBy('at')
    .execute();
  return rows.map(entryFromRow);
}

/** What overtime of some people became as time off, as far as it stands: each with the key that says which overtime. */
export async function loadTimeOff(db: Database, people: readonly string[]): Promise<StoredEntry[]> {
  const made = await db
    .selectFrom('leave_entry')
    .select(['person_id', 'type_id'])
    .distinct()
    .where('person_id', 'in', amongTexts(people))
    .where('key', 'like', 'overtime:%')
    .execute();
  if (made.length === 0) return [];
  const rows = await db
    .selectFrom('leave_entry')
    .selectAll()
    .where('person_id', 'in', amongTexts(made.map(({ person_id }) => person_id)))
    .where('type_id', 'in', amongTexts(made.map(({ type_id }) => type_id)))
    .orderBy('at')
    .execute();
  return standingTimeOff(rows.map(entryFromRow));
}

/** The contracts of people by date, the earliest first; only of those whose contract ever changed. */
export async function loadContracts(
  db: Database,
  people: readonly string[],
): Promise<Map<string, Entitled['contract']>> {
  const rows = await db
    .selectFrom('person_contract')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .orderBy('since')
    .execute();
  return new Map(
    [...groupedBy(rows, ({ person_id: person }) => person)].map(([person, steps]) => [
      person,
      steps.map(({ since, minutes }) => ({ since: parseDate(since)!, minutes })),
    ]),
  );
}

/** What is different for each of some people, by kind of leave, in the order of dates. */
export async function loadExceptions(
  db: Database,
  people: readonly string[],
): Promise<(LeaveException & { readonly id: string; person: string; type: string; note: string })[]> {
  const rows = await db
    .selectFrom('leave_exception')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .orderBy('since')
    .execute();
  return rows.map(({ id, person_id: person, type_id: type, since, figures, note }) => ({
    ...{ id, person, type, note, since: parseDate(since)! },
    figures: JSON.parse(figures) as LeaveFigures,
  }));
}

export function limitFromRow(row: RowOf<'leave_limit'>): AwayLimit {
  const day = (text: string | null) => (text === null ? null : parseDate(text));
  return {
    id: row.id,
    of:
      row.of_kind === 'site'
        ? { kind: 'site' }
        : { kind: row.of_kind === 'area' ? 'area' : 'role', id: row.of_id ?? '' },
    most: row.most,
    weekdays: row.weekdays === null ? null : (JSON.parse(row.weekdays) as boolean[]),
    from: day(row.from_date),
    to: day(row.to_date),
  };
}

export function limitRow(site: string, limit: AwayLimit, position: number): RowOf<'leave_limit'> {
  const date = (day: Day | null) => (day === null ? null : formatDate(day));
  return {
    id: limit.id,
    site_id: site,
    of_kind: limit.of.kind,
    of_id: limit.of.kind === 'site' ? null : limit.of.id,
    most: limit.most,
    weekdays: limit.weekdays === null ? null : JSON.stringify(limit.weekdays),
    from_date: date(limit.from),
    to_date: date(limit.to),
    position,
  };
}

/** How many may be away at once at a site, and on which days nobody is given leave. */
export async function loadAwayRules(
  db: Database,
  site: string,
): Promise<{ readonly limits: AwayLimit[]; readonly closed: (ClosedPeriod & { readonly id: string })[] }> {
  const limits = await db
    .selectFrom('leave_limit')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('position')
    .execute();
  const closed = await db
    .selectFrom('leave_closed')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('from_date')
    .execute();
  return {
    limits: limits.map(limitFromRow),
    closed: closed.map(({ id, from_date: from, to_date: to, reason }) => ({
      ...{ id, reason, from: parseDate(from)!, to: parseDate(to)! },
    })),
  };
}
