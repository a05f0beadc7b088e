import { groupedBy } from '@/core/grouped';
import { amountOf } from '@/core/leave/count-days';
import {
  type AskedLeave,
  type CountedAsk,
  askedDays,
  askedFault,
  countAsked,
  spanOfDay,
  spansOfDays,
} from '@/core/leave/asked';
import {
  type AwayLimit,
  type ClosedPeriod,
  closedReasons,
  isAwayOn,
  isLimited,
  overLimitText,
  overLimits,
} from '@/core/leave/away-limits';
import { type LeaveType, askingFault, balanceFault, stepFault } from '@/core/leave/leave-type';
import { outlook } from '@/core/leave/projection';
import { isWaiting } from '@/core/leave/request';
import type { Day } from '@/core/time/day';
import { formatDay, formatTimeSpan } from '@/core/time/format';
import { DAY, type Span, covered } from '@/core/time/span';
import type { Database } from '@/data/database';
import { type StoredEntry, loadAwayRules, loadEntries } from '@/data/leave/leave-store';
import { type Worked, publishedShiftsOfPeople } from '@/data/week/shift-store';
import { type AwayThere, awayPeople, limitNames } from './away-people';
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

/** What is looked at, with the days it counts and the spans they make. */
export interface Counted extends Asked {
  readonly person: LeavePerson;
  readonly days: readonly CountedAsk[];
  readonly spans: readonly Span[];
}

/** Somebody's leave with the days that count; none where what is asked for cannot be read as days. */
export function counted(person: LeavePerson, asked: Asked): Counted {
  const days = askedFault(asked.asked)
    ? []
    : countAsked(askedDays(asked.asked), groundOf(person, asked.type, asked.request));
  return { ...asked, person, days, spans: spansOfDays(days) };
}

/** What asking would come to: which days count and why not, what is left then, who else is away, and what forbids it. */
export async function lookAt(db: Database, person: LeavePerson, asked: Asked): Promise<AskLook> {
  const [look] = await looksAt(db, [counted(person, asked)]);
  return look;
}

/** The same for several at once: what they are judged by is read once. */
export async function looksAt(db: Database, all: readonly Counted[]): Promise<AskLook[]> {
  const people = all.map(({ person }) => person.id);
  const entries = groupedBy(await loadEntries(db, people), ({ person }) => person);
  const names = await limitNames(db);
  const within = groupedBy(all, ({ person }) => person.home.id);
  const sites = new Map<string, SiteAway>();
  for (const [site, here] of within) {
    const dates = here.flatMap(({ days }) => days.map(({ date }) => date));
    const away =
      dates.length > 0 ? await awayPeople(db, site, Math.min(...dates), Math.max(...dates) + 1) : [];
    sites.set(site, { ...(await loadAwayRules(db, site)), away, names });
  }
  const from = Math.min(...all.flatMap(({ spans }) => spans.map((span) => Math.floor(span.from / DAY) - 1)));
  const to = Math.max(...all.flatMap(({ spans }) => spans.map((span) => Math.ceil(span.to / DAY))));
  const published = groupedBy(
    from < to ? await publishedShiftsOfPeople(db, people, [from, to]) : [],
    ({ shift }) => shift.person,
  );
  return all.map((one) =>
    lookOf(one, {
      entries: (entries.get(one.person.id) ?? []).filter(({ type }) => type === one.type.id),
      site: sites.get(one.person.home.id)!,
      published: published.get(one.person.id) ?? [],
    }),
  );
}

/** Who is away at a site, and what it allows. */
interface SiteAway {
  readonly limits: readonly AwayLimit[];
  readonly closed: readonly ClosedPeriod[];
  readonly away: readonly AwayThere[];
  readonly names: ReadonlyMap<string, string>;
}

function lookOf(
  { person, type, asked, note, request, isEntered, days, spans }: Counted,
  {
    entries,
    site,
    published,
  }: { readonly entries: StoredEntry[]; readonly site: SiteAway; readonly published: readonly Worked[] },
): AskLook {
  const { today } = person;
  const wrong = askedFault(asked);
  const total = amountOf(days);
  const step = total > 0 ? stepFault(total, type) : null;
  const taken = days.flatMap(({ date, amount }) => (amount > 0 ? [{ date, amount: -amount }] : []));
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
  const closed = [...new Set(spans.flatMap((span) => closedReasons(site.closed, span)))];
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
    ...othersAway(person, days, spans, site, request),
    closed,
    shifts: published.filter(({ shift }) => isWithin(shift, spans)).map((one) => shiftText(one, person)),
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
function othersAway(
  person: LeavePerson,
  days: readonly CountedAsk[],
  spans: readonly Span[],
  { limits, away: people, names }: SiteAway,
  request: string | null,
): Pick<AskLook, 'others' | 'limits'> {
  const dates = days.map(({ date }) => date);
  const mine = people.find((one) => one.person === person.id);
  const rest = people.filter((one) => one.person !== person.id);
  const alike = rest.filter((one) => one.roles.some((role) => mine?.roles.includes(role)));
  const others = dates.flatMap((date) => {
    const count = alike.filter(({ away }) => isAwayOn(away, date)).length;
    return count > 0 ? [{ date, count }] : [];
  });
  const before = mine?.away.filter((span) => request === null || span.request !== request) ?? [];
  const withMe = mine ? [...rest, { ...mine, away: [...before, ...spans] }] : rest;
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

function shiftText({ shift }: Worked, { home }: LeavePerson): string {
  return `${formatDay(shift.date)}, ${formatTimeSpan(shift.from, shift.to, home.hourFormat)}`;
}

/** Whether a shift lies on some spans, in part or whole. */
export function isWithin(
  { date, from, to }: { readonly date: Day; readonly from: number; readonly to: number },
  spans: readonly Span[],
): boolean {
  return covered({ from: date * DAY + from, to: date * DAY + to }, spans) > 0;
}
