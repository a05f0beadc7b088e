import { formatAmount, type LeaveType, askingFault } from '@/core/leave/leave-type';
import { amountOf } from '@/core/leave/count-days';
import { isWaiting } from '@/core/leave/request';
import { outlook, projected } from '@/core/leave/projection';
import { type Result, fail } from '@/core/plan/problem';
import { formatLongDay } from '@/core/time/format';
import {
  CALENDAR,
  type StoredRequest,
  loadAwayRules,
  loadEntries,
  loadLeaveTypes,
  loadWaiting,
  requestFromRow,
} from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { actorNames } from '../access/actor-names';
import { checkAccess, checkLeaveOf, checkScope, homesOf, managedSites } from '../access/permissions';
import { holidaysAt } from '../holidays/dates';
import { presentManagers, turnOf } from './approvers';
import { whose } from './ask';
import { waitSince } from './decide';
import { type LeavePerson, askingOf, entitledTo, loadLeavePeople } from './ground';
import { counted, lookAt, looksAt } from './look';
import { isNews, viewsOf } from './views';
import type {
  AskDraft,
  AskLook,
  LedgerView,
  OwnLeavePage,
  OwnLeaveType,
  OwnRequest,
  QueuedRequest,
  RequestView,
} from './payload';
import { touchedByAll, touchedViews } from './touched';

/** How many requests that were decided are shown. */
const MOST_DECIDED = 100;
/** How far ahead entries that are not there yet are shown, in days. */
const AHEAD = 400;

/** What asking would come to, for oneself or for somebody whose leave one decides about. */
export async function lookAtLeave(
  db: Database,
  actor: Actor,
  { person: id, type: typeId, asked, note }: Omit<AskDraft, 'id'> & { readonly person: string | null },
): Promise<Result<{ look: AskLook }>> {
  const isEntered = id !== null;
  if (isEntered) {
    const refused = await checkScope(db, actor, 'leave.decide', { leaveOf: [id] });
    if (refused) return refused;
  }
  const found = await whose(db, id ?? actor.person);
  if (!found.ok) return found;
  const type = (await loadLeaveTypes(db)).find((one) => one.id === typeId);
  if (!type) return fail('unknown', 'there is no such kind of leave', 'type');
  return {
    ok: true,
    look: await lookAt(db, found.person, { type, asked, note, request: null, isEntered }),
  };
}

/** One's own leave: what is left of each kind, and what became of what was asked for. */
export async function ownLeave(db: Database, actor: Actor): Promise<Result<{ page: OwnLeavePage }>> {
  const found = await whose(db, actor.person);
  if (!found.ok) return found;
  const { person } = found;
  return { ok: true, page: await leavePageOf(db, person) };
}

async function leavePageOf(db: Database, person: LeavePerson): Promise<OwnLeavePage> {
  const types = await loadLeaveTypes(db);
  const entries = await loadEntries(db, [person.id]);
  const mine: OwnLeaveType[] = [];
  for (const type of types) {
    const of = entries.filter((entry) => entry.type === type.id);
    const asked = person.requests.filter((one) => one.type.id === type.id);
    // Who may not ask for a kind, and has nothing of it, need not know of it.
    const mayAsk =
      !type.isRetired &&
      askingFault({ ...type, ahead: NO_NOTICE }, askingOf(person), person.today, person.today) === null;
    if (!mayAsk && of.length === 0 && asked.length === 0) continue;
    const found = type.balance ? outlook(type, entitledTo(person, type.id), of, person.today, []) : null;
    const { id, name, mark, ink, unit, step, needsNote, approval, isRetired } = type;
    mine.push({
      type: { id, name, mark, ink, unit, step, needsNote, approval, isRetired },
      mayAsk,
      left: found ? found.now : null,
      yearEnd: found ? found.yearEnd : null,
      yearLast: found ? found.yearLast : null,
      waiting: asked.filter(isWaiting).reduce((sum, one) => sum + amountOf(one.days), 0),
    });
  }
  const views = await viewsOf(
    db,
    person.requests.slice(0, 100).map((request) => ({ request, person })),
  );
  const requests = views.map((view, i): OwnRequest => {
    const request = person.requests[i];
    return { ...view, asked: request.asked, isNews: isNews(request) };
  });
  const rules = await loadAwayRules(db, person.home.id);
  const holidays = await holidaysAt(db, person.home.id, person.today, person.today + AHEAD);
  return {
    today: person.today,
    hourFormat: person.home.hourFormat,
    types: mine,
    requests,
    closed: rules.closed.filter(({ to }) => to >= person.today),
    holidays: holidays
      .filter(({ groups }) => groups === null || groups.some((group) => person.groups.includes(group)))
      .map(({ date, name }) => ({ date, name })),
  };
}

const NO_NOTICE = { least: null, most: null };

/** What waits of people at home at a site: what who asks decides now, and what waits for others. */
export interface Turns {
  readonly mine: readonly (Waiting & { readonly instead: string })[];
  readonly others: readonly Waiting[];
}

interface Waiting {
  readonly request: StoredRequest;
  readonly person: LeavePerson;
}

/** Whose turn it is with what waits of people at home at a site, as far as who asks may see it. */
export async function turnsAt(db: Database, actor: Actor, site: string): Promise<Turns> {
  const open = await loadWaiting(db);
  const homes = await homesOf(db, [...new Set(open.map(({ person }) => person))]);
  const there = open.filter(({ person }) => {
    const who = homes.get(person)!;
    return who.home === site && checkLeaveOf(actor, 'leave.read', who) === null;
  });
  const present = await presentManagers(
    db,
    there.flatMap(({ person }) => homes.get(person)?.manager ?? []),
  );
  const people = await loadLeavePeople(
    db,
    there.map(({ person }) => person),
  );
  const since = await waitSince(db, there);
  const turns = there.flatMap((request) => {
    const person = people.get(request.person);
    if (!person) return [];
    const who = { id: person.id, home: person.home.id, manager: person.manager };
    return { request, person, turn: turnOf(actor, request, who, present, since.get(request.id)!) };
  });
  return {
    mine: turns.flatMap(({ turn, ...one }) => (turn.may ? { ...one, instead: turn.instead } : [])),
    others: turns.flatMap(({ turn, ...one }) => (turn.may ? [] : one)),
  };
}

/** What waits, with what deciding what is one's own to decide would do. */
export async function queueOf(
  db: Database,
  actor: Actor,
  { mine, others }: Turns,
): Promise<{ readonly mine: QueuedRequest[]; readonly others: RequestView[] }> {
  const looks = await looksAt(
    db,
    mine.map(({ request: { asked, note, type, id }, person }) =>
      counted(person, { type, asked, note, request: id, isEntered: true }),
    ),
  );
  const touched = await touchedByAll(
    db,
    mine.map(({ request: { days }, person }) => ({ person, days })),
  );
  const shifts = await touchedViews(db, actor, touched);
  const views = await viewsOf(db, mine);
  return {
    mine: views.map((view, i) => ({
      ...view,
      ...{ look: looks[i], touched: shifts[i], instead: mine[i].instead },
      remarks: remarksOn(view, looks[i], mine[i]),
    })),
    others: await viewsOf(db, others),
  };
}

/** What there is to say of a request beside what it asks for. */
function remarksOn(
  { first, last, total, hasOldRules }: RequestView,
  look: AskLook,
  { person: { today }, request: { type } }: Waiting,
): string[] {
  return [
    ...(last < today
      ? [`It waited until after its last day, ${formatLongDay(last)}.`]
      : first < today
        ? [`Its first day, ${formatLongDay(first)}, is over.`]
        : []),
    ...(look.days.length > 0 && look.total !== total
      ? [
          `It counted ${formatAmount(total, type.unit)} when it was asked for, and books that; by the contract, the usual week and the holidays of now it would be ${formatAmount(look.total, type.unit)}.`,
        ]
      : []),
    ...(hasOldRules ? [`It keeps the rules of ${type.name} that it was asked under.`] : []),
  ];
}

/**
 * Requests of people at home at a site that were decided, the latest first. `person`: everything that one of them
 * asked for, what waits too.
 */
export async function decidedAt(
  db: Database,
  actor: Actor,
  site: string,
  person: string | null = null,
): Promise<RequestView[]> {
  const rows = await db
    .selectFrom('leave_request')
    .selectAll()
    .where('state', '<>', 'draft')
    .$if(person !== null, (query) => query.where('person_id', '=', person!))
    .orderBy('at', 'desc')
    .limit(MOST_DECIDED * 3)
    .execute();
  const requests = rows
    .map(requestFromRow)
    .filter((one) => person !== null || (!isWaiting(one) && one.back.length === 0));
  const homes = await homesOf(db, [...new Set(requests.map(({ person }) => person))]);
  const there = requests.filter(({ person }) => {
    const who = homes.get(person)!;
    return who.home === site && checkLeaveOf(actor, 'leave.read', who) === null;
  });
  const people = await loadLeavePeople(
    db,
    there.map(({ person }) => person),
  );
  const shown = there.flatMap((request): Waiting[] => {
    const who = people.get(request.person);
    return who ? [{ request, person: who }] : [];
  });
  return viewsOf(db, shown.slice(0, MOST_DECIDED));
}

/** A balance with its entries, those to come among them; one's own, or of somebody whose leave one may see. */
export async function ledgerOf(
  db: Database,
  actor: Actor,
  id: string,
  typeId: string,
): Promise<Result<{ ledger: LedgerView }>> {
  if (actor.person !== id) {
    const refused = await checkScope(db, actor, 'leave.read', { leaveOf: [id] });
    if (refused) return refused;
  }
  const found = await whose(db, id);
  if (!found.ok) return found;
  const { person } = found;
  const type = (await loadLeaveTypes(db)).find((one) => one.id === typeId);
  if (!type) return fail('unknown', 'there is no such kind of leave', 'type');
  const entries = await loadEntries(db, [id], typeId);
  const stored = new Map(entries.map((entry) => [entry.id, entry]));
  const reversed = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  const nameOf = await actorNames(
    db,
    entries.map(({ actor: who }) => who),
  );
  const line = projected(type, entitledTo(person, typeId), entries, person.today + AHEAD);
  return {
    ok: true,
    ledger: {
      name: person.name,
      type: { id: type.id, name: type.name, unit: type.unit },
      today: person.today,
      entries: line.map(({ id: entry, date, kind, amount, balance, reverses }) => {
        const own = stored.get(entry);
        return {
          ...{ id: entry, date, kind, amount, balance, note: own?.note ?? '' },
          who: own ? (own.actor === CALENDAR ? 'the calendar' : nameOf(own.actor)) : 'the calendar',
          ...{
            at: own?.at ?? '',
            isAhead: !own,
            isReversed: reversed.has(entry),
            isReversal: reverses !== null,
          },
        };
      }),
      exceptions: person.exceptions
        .filter((one) => one.type === typeId)
        .map(({ since, figures, note }) => ({ since, note, text: figuresText(figures, type) })),
    },
  };
}

function figuresText(figures: LeavePerson['exceptions'][number]['figures'], { unit }: LeaveType): string {
  const amount = (value: number | null, none: string) => (value === null ? none : formatAmount(value, unit));
  return [
    ...(figures.amount === undefined ? [] : [`${formatAmount(figures.amount, unit)} a year`]),
    ...(figures.cap === undefined ? [] : [`at most ${amount(figures.cap, 'any amount')}`]),
    ...(figures.mostCarried === undefined
      ? []
      : [`carries over ${amount(figures.mostCarried, 'all of it')}`]),
    ...(figures.waitingDays === undefined ? [] : [`after ${figures.waitingDays} days`]),
  ].join(', ');
}

/** Whether an account has anything to look at under Requests of a site: it decides there, sees, or manages somebody. */
export async function seesRequests(db: Database, actor: Actor, site: string): Promise<boolean> {
  if (checkAccess(actor, 'leave.read', site) === null) return true;
  return (await managedSites(db, actor)).has(site);
}
