import { amountOf } from '@/core/leave/count-days';
import {
  type AskedLeave,
  askedDays,
  askedFault,
  countAsked,
  spanOfDay,
  spansOfDays,
} from '@/core/leave/asked';
import {
  type AwayPerson,
  closedReasons,
  isAwayOn,
  isLimited,
  overLimitText,
  overLimits,
} from '@/core/leave/away-limits';
import { type LeaveType, askingFault, balanceFault, stepFault } from '@/core/leave/leave-type';
import { outlook } from '@/core/leave/projection';
import { isWaiting } from '@/core/leave/request';
import { type Day, formatDate } from '@/core/time/day';
import { formatDay, formatTimeSpan } from '@/core/time/format';
import { DAY, type Span, covered } from '@/core/time/span';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { loadAwayRules, loadEntries } from '@/data/leave/leave-store';
import { publishedShiftsOf } from '@/data/week/shift-store';
import { homesOf } from '../access/permissions';
import { askingOf, entitledTo, groundOf, type LeavePerson } from './ground';
import type { AskLook } from './payload';

/** What is asked for, and by whom. */
export interface Asked {
  readonly type: LeaveType;
  readonly asked: AskedLeave;
  readonly note: string;
  /** The request it is about, where it is sent already: it is not in its own way. */
  readonly request: string | null;
  /** Whoever asks for somebody else, or enters it, may do without notice and without rights to ask. */
  readonly isEntered: boolean;
}

/** What asking would come to: which days count and why not, what is left then, who else is away, and what forbids it. */
export async function lookAt(
  db: Database,
  person: LeavePerson,
  { type, asked, note, request, isEntered }: Asked,
): Promise<AskLook> {
  const { today } = person;
  const wrong = askedFault(asked);
  const days = wrong ? [] : countAsked(askedDays(asked), groundOf(person, type, request));
  const total = amountOf(days);
  const spans = spansOfDays(days);
  const step = total > 0 ? stepFault(total, type) : null;
  const taken = days.flatMap(({ date, amount }) => (amount > 0 ? [{ date, amount: -amount }] : []));
  const entries = await loadEntries(db, [person.id], type.id);
  const balance = type.balance
    ? outlook(
        type,
        entitledTo(person, type.id),
        request === null ? entries : entries.filter((entry) => entry.request !== request),
        today,
        taken,
      )
    : null;
  const waitingRequests = person.requests.filter((one) => isWaiting(one) && one.id !== request);
  const waiting = waitingRequests
    .filter((one) => one.type.id === type.id)
    .reduce((sum, { days: asked }) => sum + amountOf(asked), 0);
  const rules = await loadAwayRules(db, person.home.id);
  const closed = [...new Set(spans.flatMap((span) => closedReasons(rules.closed, span)))];
  const asking =
    days.length > 0 && !isEntered ? askingFault(type, askingOf(person), today, days[0].date) : null;
  const twice = overlapping(waitingRequests, spans, person);
  const short = balance ? balanceFault(type, balance.lowest + total, total) : null;
  const uncounted = days.length > 0 && total === 0 ? noneCounts(days) : null;
  const noted = type.needsNote && note.trim() === '' ? `${type.name} needs a note: say why.` : null;
  const barred = closed.length > 0 && !isEntered ? `${closed.join('. ')}.` : null;
  return {
    days: days.map(({ date, part, amount, why, words }) => ({ date, part, amount, why, words })),
    total,
    faults: [wrong, asking, uncounted, step?.message, twice, barred, short, noted].filter(
      (fault): fault is string => typeof fault === 'string',
    ),
    nearest: step ? [step.below, step.above].filter((amount) => amount > 0) : [],
    balance,
    waiting,
    ...(await othersAway(
      db,
      person,
      days.map(({ date }) => date),
      spans,
      rules.limits,
      request,
    )),
    closed,
    shifts: await publishedWithin(db, person, spans),
  };
}

function noneCounts(days: readonly { readonly words: string }[]): string {
  const why = days.find(({ words }) => words !== '')?.words;
  return `None of these days counts${why ? ` (${why})` : ''}: there is nothing to ask for.`;
}

/** Why days cannot be asked for again while the same wait. */
function overlapping(
  waiting: LeavePerson['requests'],
  spans: readonly Span[],
  person: LeavePerson,
): string | null {
  for (const { days, type } of waiting) {
    const day = days.find((one) => covered(spanOfDay(one), spans) > 0);
    if (day)
      return `${type.name} on ${formatDay(day.date)} was asked for already and waits: ${person.name} has to withdraw that first.`;
  }
  return null;
}

/** How many others of the same roles are away, and the limits that would be passed. Names are nobody's business here. */
async function othersAway(
  db: Database,
  person: LeavePerson,
  dates: readonly Day[],
  spans: readonly Span[],
  limits: Awaited<ReturnType<typeof loadAwayRules>>['limits'],
  request: string | null,
): Promise<Pick<AskLook, 'others' | 'limits'>> {
  if (dates.length === 0) return { others: [], limits: [] };
  const people = await awayPeople(db, person.home.id, dates[0], dates.at(-1)! + 1, request);
  const mine = people.find((one) => one.person === person.id);
  const rest = people.filter((one) => one.person !== person.id);
  const alike = rest.filter((one) => one.roles.some((role) => mine?.roles.includes(role)));
  const others = dates.flatMap((date) => {
    const count = alike.filter(({ away }) => isAwayOn(away, date)).length;
    return count > 0 ? [{ date, count }] : [];
  });
  const withMe = mine ? [...rest, { ...mine, away: [...mine.away, ...spans] }] : rest;
  const names = await limitNames(db);
  const over = overLimits(limits, withMe, dates).filter(
    ({ limit, date }) => mine && isLimited(mine, limit) && isAwayOn(spans, date),
  );
  return {
    others,
    limits: over.map((one) =>
      overLimitText(one, ({ of }) => (of.kind === 'site' ? '' : (names.get(of.id) ?? of.id))),
    ),
  };
}

/** Names of roles and areas, by id. */
export async function limitNames(db: Database): Promise<Map<string, string>> {
  const [roles, areas] = [
    await db.selectFrom('role').select(['id', 'name']).execute(),
    await db.selectFrom('area').select(['id', 'name']).execute(),
  ];
  return new Map([...roles, ...areas].map(({ id, name }) => [id, name]));
}

/** Everybody at home at a site, with their roles and areas there and their leave in some days, waiting or approved. */
export async function awayPeople(
  db: Database,
  site: string,
  from: Day,
  to: Day,
  except: string | null = null,
): Promise<AwayPerson[]> {
  const works = await db.selectFrom('person_site').select('person_id').where('site_id', '=', site).execute();
  const homes = await homesOf(
    db,
    works.map(({ person_id: id }) => id),
  );
  const ids = [...homes].flatMap(([id, { home }]) => (home === site ? [id] : []));
  const held = await db
    .selectFrom('person_role')
    .innerJoin('person_site', 'person_site.person_id', 'person_role.person_id')
    .leftJoin('site_role', (join) =>
      join.onRef('site_role.role_id', '=', 'person_role.role_id').on('site_role.site_id', '=', site),
    )
    .select(['person_role.person_id', 'person_role.role_id', 'site_role.area_id'])
    .where('person_site.site_id', '=', site)
    .execute();
  const leave = await db
    .selectFrom('leave')
    .select(['person_id', 'from_at', 'to_at', 'request_id'])
    .where('state', 'in', ['waiting', 'approved'])
    .where('to_at', '>', `${formatDate(from)}T00:00`)
    .where('from_at', '<', `${formatDate(to)}T00:00`)
    .execute();
  const roles = new Map<string, string[]>();
  const areas = new Map<string, string[]>();
  for (const { person_id, role_id, area_id } of held) {
    roles.set(person_id, [...(roles.get(person_id) ?? []), role_id]);
    if (area_id !== null) areas.set(person_id, [...(areas.get(person_id) ?? []), area_id]);
  }
  const away = new Map<string, Span[]>();
  for (const { person_id, from_at, to_at, request_id } of leave)
    if (except === null || request_id !== except)
      away.set(person_id, [
        ...(away.get(person_id) ?? []),
        { from: parseMoment(from_at), to: parseMoment(to_at) },
      ]);
  return ids.map((id) => ({
    person: id,
    roles: roles.get(id) ?? [],
    areas: areas.get(id) ?? [],
    away: away.get(id) ?? [],
  }));
}

async function publishedWithin(db: Database, person: LeavePerson, spans: readonly Span[]): Promise<string[]> {
  if (spans.length === 0) return [];
  const [from, to] = [Math.floor(spans[0].from / DAY), Math.ceil(spans.at(-1)!.to / DAY)];
  const worked = await publishedShiftsOf(db, person.id, from - 1, to);
  return worked
    .filter(({ shift }) => isWithin(shift, spans))
    .map(
      ({ shift }) =>
        `${formatDay(shift.date)}, ${formatTimeSpan(shift.from, shift.to, person.home.hourFormat)}`,
    );
}

/** Whether a shift lies on some spans, in part or whole. */
export function isWithin(
  { date, from, to }: { readonly date: Day; readonly from: number; readonly to: number },
  spans: readonly Span[],
): boolean {
  return covered({ from: date * DAY + from, to: date * DAY + to }, spans) > 0;
}
