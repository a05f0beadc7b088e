import type { KindShares } from '@/core/fairness/fairness';
import { LOOK_BACK_WEEKS, kindKey, shiftKindOf } from '@/core/fairness/shift-kinds';
import { groupedBy } from '@/core/grouped';
import { isPossible } from '@/core/requests/exchange';
import { type RequestState, contestOf, isOver, ownerOf } from '@/core/requests/request';
import { beginningOf } from '@/core/requests/rules';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { capitalised } from '@/core/sentence';
import { namesOfPeople } from '@/data/people/people-names';
import { amongTexts } from '@/data/records/lines';
import {
  CLOCK,
  type ShiftRequest,
  endedRequests,
  openRequests,
  requestsAbout,
  trailOf,
} from '@/data/requests/request-store';
import type { Actor } from '../access/actor';
import { actorNames } from '../access/actor-names';
import { staffSites } from '../staff/own-page';
import { checkAccess } from '../access/permissions';
import { offAt } from '../site/capabilities';
import { decider } from './decide';
import {
  type RequestGround,
  effectsOf,
  exchangeFault,
  loadGround,
  movedOf,
  requestSite,
  rolesOf,
} from './ground';
import type { OwnRequests, QueuedShiftRequest, RequestView } from './payload';
import { exchangeView, peopleOf, requestText, shiftWords } from './words';

/** How many of one's own requests are shown. */
const MOST_OWN = 40;
const MOST_DECIDED = 200;

/** One's own requests, those one is asked about, and what others give up that one could work. */
export async function ownRequests(db: Database, actor: Actor): Promise<Result<{ requests: OwnRequests }>> {
  const { person } = actor;
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const sites = staffSites(actor);
  const about = (await requestsAbout(db, person, MOST_OWN)).filter(({ site }) => sites.includes(site));
  const found: {
    asked: RequestView[];
    mine: OwnRequests['mine'][number][];
    offered: OwnRequests['offered'][number][];
  } = {
    ...{ asked: [], mine: [], offered: [] },
  };
  for (const site of sites) {
    if ((await offAt(db, site)).has('requests')) continue;
    const at = await requestSite(db, site);
    if (!at.ok) continue;
    const here = about.filter((one) => one.site === site);
    const given: ShiftRequest[] = (await openRequests(db, site)).filter(
      (one) => one.kind === 'give-up' && one.colleague === null && one.asker !== person,
    );
    const all = [...here, ...given];
    if (all.length === 0) continue;
    // What is over stays as it was put: nothing of it is judged any more.
    const live = all.filter((one) => !isOver(one));
    const ground = await loadGround(db, at.at, live, [person]);
    const views = await viewsOf(db, ground, all);
    for (const [i, request] of all.entries()) {
      const view = at.at.rules.showsNames ? views[i] : nameless(views[i], person);
      if (i >= here.length) {
        const taken = { ...request, colleague: person };
        const effects = effectsOf(ground, taken);
        const late = beginningOf(request.mine) <= ground.now || view.moved.length > 0;
        if (late || !effects?.every(isPossible)) continue;
        const own = effects.find((one) => one.person === person)!;
        // Who said yes before and took it back is nobody's business.
        found.offered.push({ ...view, trail: [], effect: exchangeView(own, '', ground.words) });
      } else if (request.asker === person) {
        const isNews = isOver(request) && request.state !== 'withdrawn' && request.seenAt === null;
        found.mine.push({ ...view, isNews });
      } else if (!isOver(request) && request.state !== 'drafted') found.asked.push(view);
    }
  }
  return { ok: true, requests: found };
}

/** A request without the name of the other, where the site shows staff no names of colleagues. */
function nameless(view: RequestView, person: string): RequestView {
  const isMine = view.asker === person;
  const name = isMine ? view.colleagueName : view.askerName;
  const without = (text: string) => (name === null ? text : text.replaceAll(name, 'a colleague'));
  return {
    ...view,
    ...(isMine ? { colleague: null } : { asker: '' }),
    askerName: without(view.askerName),
    colleagueName: view.colleagueName && without(view.colleagueName),
    text: capitalised(without(view.text)),
    trail: view.trail.map((line) => ({ ...line, who: without(line.who) })),
  };
}

/** What waits at a site: what who asks decides now, and what waits for others. */
export interface ShiftTurns {
  readonly mine: readonly ShiftRequest[];
  readonly others: readonly ShiftRequest[];
}

/** Whether requests about shifts are decided at a site, and who asks may see them. */
export async function decidesShifts(db: Database, actor: Actor, site: string): Promise<boolean> {
  return checkAccess(actor, 'requests.decide', site) === null && !(await offAt(db, site)).has('requests');
}

/** Whose turn it is with what waits at a site; nothing where who asks may not decide there. */
export async function shiftTurns(db: Database, actor: Actor, site: string): Promise<ShiftTurns> {
  const [mine, others]: [ShiftRequest[], ShiftRequest[]] = [[], []];
  const at = await requestSite(db, site);
  if (!at.ok || !(await decidesShifts(db, actor, site))) return { mine, others };
  const mayDecide = await decider(db, actor, site, at.at.rules);
  for (const request of await openRequests(db, site))
    (request.state === 'waiting' && mayDecide(request) ? mine : others).push(request);
  return { mine, others };
}

/** Who has which share of the kinds of shifts, in the weeks before a day; working it out may take long. */
export type SharesAt = (db: Database, site: string, day: Day) => Promise<KindShares>;

const NO_SHARES: SharesAt = () => Promise.resolve(new Map());

/** The same as it is shown, with what approving what is one's own to decide would do. */
export async function shiftQueue(
  db: Database,
  actor: Actor,
  site: string,
  { turns, sharesAt = NO_SHARES }: { readonly turns?: ShiftTurns; readonly sharesAt?: SharesAt } = {},
): Promise<{ readonly mine: readonly QueuedShiftRequest[]; readonly others: readonly RequestView[] }> {
  const { mine, others } = turns ?? (await shiftTurns(db, actor, site));
  const at = await requestSite(db, site);
  if (!at.ok || mine.length + others.length === 0) return { mine: [], others: [] };
  const ground = await loadGround(db, at.at, [...mine, ...others]);
  const views = await viewsOf(db, ground, [...mine, ...others]);
  const recent = await recentOf(db, ground, mine);
  const share = await sharesOf(db, ground, mine, sharesAt);
  const queued = mine.map((request, i): QueuedShiftRequest => {
    const view = views[i];
    const effects = effectsOf(ground, request) ?? [];
    const fault = view.moved[0] ?? exchangeFault(ground, request);
    return {
      ...view,
      effects: effects.map((one) => ({
        ...exchangeView(one, ground.words.person(one.person), ground.words),
        recent: recent(one.person, takenBy(ground, request, one.person)),
        share: share(one.person, takenBy(ground, request, one.person)),
      })),
      fault,
      isEasy:
        fault === null &&
        !request.isAsked &&
        effects.every(({ snags, overtimeMinutes }) => snags.length === 0 && overtimeMinutes <= 0),
      rank: null,
    };
  });
  return { mine: ranked(queued), others: views.slice(mine.length) };
}

/** Several who ask for the same open shift stand together, who it would harm least first. */
function ranked(queue: readonly QueuedShiftRequest[]): QueuedShiftRequest[] {
  return [...groupedBy(queue, contestOf).values()].flatMap((group) =>
    group.length === 1
      ? group
      : group.sort(byHarm).map((one, i) => ({
          ...one,
          // One of several is chosen, not ticked off with others.
          ...{ rank: { place: i + 1, of: group.length }, isEasy: false },
        })),
  );
}

function byHarm(a: QueuedShiftRequest, b: QueuedShiftRequest): number {
  const of = (severity: string) => (one: QueuedShiftRequest) =>
    one.effects.flatMap(({ snags }) => snags).filter((snag) => snag.severity === severity).length;
  const overtime = (one: QueuedShiftRequest) => one.effects.reduce((all, effect) => all + effect.overtime, 0);
  const beyond = (one: QueuedShiftRequest) =>
    one.effects.reduce((all, { recent, share }) => all + recent - (share ?? 0), 0);
  for (const measure of [of('stop'), of('warn'), of('note'), overtime, beyond]) {
    const by = measure(a) - measure(b);
    if (by !== 0) return by;
  }
  return a.at < b.at ? -1 : 1;
}

/** The first shift that somebody would take by a request; null: they only give. */
function takenBy({ published }: RequestGround, request: ShiftRequest, person: string) {
  const takes = person === request.asker ? request.theirs : request.mine;
  return takes.length === 0 ? null : (published.get(takes[0].id) ?? null);
}

/** How many shifts of the kind of one each person had in the weeks before it, at whatever site. */
async function recentOf(db: Database, { published }: RequestGround, requests: readonly ShiftRequest[]) {
  const dates = [...published.values()].map(({ date }) => date);
  const people = [...new Set(requests.flatMap(peopleOf))];
  const rows = await db
    .selectFrom('shift')
    .select(['person_id', 'date', 'from_minute'])
    .where('person_id', 'in', amongTexts(people))
    .where('date', '>=', formatDate(Math.min(...dates, 1e6) - LOOK_BACK_WEEKS * 7))
    .where('date', '<', formatDate(Math.max(...dates, 0)))
    .execute();
  const keyOf = (person: string | null, date: Day, from: number) => {
    const { weekday, part } = shiftKindOf(date, from);
    return `${weekday} ${part} ${person}`;
  };
  const had = rows.map((row) => ({ ...row, date: parseDate(row.date)! }));
  const worked = groupedBy(had, ({ person_id: person, date, from_minute: from }) =>
    keyOf(person, date, from),
  );
  return (person: string, shift: { readonly date: Day; readonly from: number } | null): number => {
    if (shift === null) return 0;
    const dates = worked.get(keyOf(person, shift.date, shift.from)) ?? [];
    const earliest = shift.date - LOOK_BACK_WEEKS * 7;
    return dates.filter(({ date }) => date < shift.date && date >= earliest).length;
  };
}

/** How many shifts of the kind of one would be each person's share of those of the weeks before. */
async function sharesOf(
  db: Database,
  ground: RequestGround,
  requests: readonly ShiftRequest[],
  sharesAt: SharesAt,
) {
  const { site } = ground;
  const weekOf = (date: Day) => startOfWeek(date, site.weekStart);
  const taken = requests.flatMap((request) =>
    peopleOf(request).flatMap((person) => takenBy(ground, request, person) ?? []),
  );
  const shares = new Map<Day, KindShares>();
  for (const week of new Set(taken.map(({ date }) => weekOf(date))))
    shares.set(week, await sharesAt(db, site.id, week));
  return (person: string, shift: { readonly date: Day; readonly from: number } | null): number | null => {
    if (shift === null) return null;
    const kind = kindKey(shiftKindOf(shift.date, shift.from));
    return shares.get(weekOf(shift.date))?.get(kind)?.get(person)?.expected ?? null;
  };
}

/**
 * Requests about shifts of a site that are over, the latest first. `person`: everything that one asked for or was
 * asked there, what waits too.
 */
export async function decidedShifts(
  db: Database,
  actor: Actor,
  site: string,
  person: string | null = null,
): Promise<RequestView[]> {
  if (checkAccess(actor, 'requests.decide', site) !== null) return [];
  const at = await requestSite(db, site);
  const all = !at.ok
    ? []
    : person === null
      ? await endedRequests(db, site, MOST_DECIDED)
      : await requestsAbout(db, person, MOST_DECIDED);
  const ended = all.filter((one) => one.site === site && one.state !== 'drafted');
  if (!at.ok || ended.length === 0) return [];
  return viewsOf(db, { site: at.at.site, roles: await rolesOf(db), published: new Map() }, ended);
}

/** Requests as they are shown, with their trails. */
async function viewsOf(
  db: Database,
  ground: Pick<RequestGround, 'site' | 'roles' | 'published'>,
  requests: readonly ShiftRequest[],
): Promise<RequestView[]> {
  const names = await namesOfPeople(db, requests.flatMap(peopleOf));
  const events = await trailOf(
    db,
    requests.map(({ id }) => id),
  );
  const actors = await actorNames(db, [...new Set(events.map(({ actor }) => actor))]);
  const trails = groupedBy(events, ({ request }) => request);
  const name = (id: string) => names.get(id) ?? 'somebody';
  return requests.map((request): RequestView => {
    const { kind, asker, colleague } = request;
    const words = (shifts: ShiftRequest['mine']) =>
      shifts.map((shift) => shiftWords(shift, ground.roles, ground.site.hourFormat));
    const [mine, theirs] = [words(request.mine), words(request.theirs)];
    const moved = isOver(request) ? [] : movedOf(ground, request);
    return {
      ...{ id: request.id, site: request.site, kind, state: request.state as RequestState },
      owner: moved.length > 0 ? 'asker' : ownerOf(request),
      ...{ asker, askerName: name(asker), colleague, colleagueName: colleague && name(colleague) },
      ...{ mine, theirs, at: request.at, note: request.note, moved },
      text: requestText(kind, name(asker), colleague && name(colleague), mine, theirs),
      trail: (trails.get(request.id) ?? []).map(({ at, actor, what, words: reason }) => ({
        ...{ at, what, reason },
        who: actor === CLOCK ? 'The calendar' : (names.get(actor) ?? actors(actor)),
      })),
      isTakenBack: request.takenBack !== null,
    };
  });
}
