import { wordsFor, type Words } from '@/core/checks/shared/messages';
import { checkOf } from '@/core/checks/list';
import { type Judgement, judge } from '@/core/consequences/judge';
import { type Result, fail } from '@/core/plan/problem';
import type { Shift } from '@/core/plan/types';
import { withoutPay } from '@/core/plan/without-pay';
import { type Exchanged, exchanged, isPossible } from '@/core/requests/exchange';
import { movedSince } from '@/core/requests/moved';
import type { RequestRules } from '@/core/requests/rules';
import { parseDate, startOfWeek } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { Database } from '@/data/database';
import { loadPublishedById } from '@/data/publish/publication-store';
import { loadRows } from '@/data/records/records';
import { type ShiftRequest, rulesFromRow } from '@/data/requests/request-store';
import { type SiteSummary, listSites, namesOf } from '@/data/site/site-store';
import { nowAt } from '../now';
import { toldPlan } from '../staff/own-plan';
import { peopleOf, shiftIdsOf } from './words';

/** A site at which something is asked for: its rules, and the time there in wall-clock minutes. */
export interface RequestSite {
  readonly site: SiteSummary;
  /** The names of all sites. */
  readonly names: ReadonlyMap<string, string>;
  readonly rules: RequestRules;
  readonly now: number;
}

/** What requests about shifts of a site are judged by: the people and the shifts as they were told. */
export interface RequestGround extends RequestSite {
  readonly judgement: Judgement;
  readonly words: Words;
  readonly roles: Readonly<Record<string, string>>;
  /** The shifts as they are published now, by id. */
  readonly published: ReadonlyMap<string, Shift>;
}

/** Whatever is asked for, as far as it says whose shifts go where. */
export type Exchange = Pick<ShiftRequest, 'kind' | 'asker' | 'colleague' | 'mine' | 'theirs'>;

export async function requestSite(db: Database, id: string): Promise<Result<{ at: RequestSite }>> {
  const sites = await listSites(db);
  const site = sites.find((one) => one.id === id);
  const [row] = await loadRows(db, 'site', { id });
  if (!site || !row) return fail('unknown', 'there is no such site', 'input.site');
  const { date, minute } = nowAt(site.timeZone);
  const now = parseDate(date)! * DAY + minute;
  return { ok: true, at: { site, names: namesOf(sites), rules: rulesFromRow(row), now } };
}

/** What some requests of a site are judged by. `more`: ids of people besides those in them. */
export async function loadGround(
  db: Database,
  at: RequestSite,
  requests: readonly Exchange[],
  more: readonly string[] = [],
): Promise<RequestGround> {
  const { site } = at;
  const shifts = await loadPublishedById(db, site.id, [...new Set(requests.flatMap(shiftIdsOf))]);
  const asked = requests.flatMap(({ mine, theirs }) => [...mine, ...theirs]);
  const dates = [...shifts, ...asked].map(({ date }) => date);
  // Where nothing is asked for the week of now does.
  if (dates.length === 0) dates.push(Math.floor(at.now / DAY));
  const from = startOfWeek(Math.min(...dates), site.weekStart);
  const days = Math.ceil((Math.max(...dates) + 1 - from) / 7) * 7;
  const people = [...new Set([...requests.flatMap(peopleOf), ...more])];
  const others = shifts.map((shift) => ({ site: site.id, shift }));
  const plan = (await toldPlan(db, people, site.id, [from, days], others))!;
  // No amount of money leaves the server for who may not see any, not even in a sentence.
  const judgement = judge(withoutPay(plan));
  return {
    ...at,
    judgement,
    words: wordsFor(plan, site.hourFormat, at.names),
    roles: await rolesOf(db),
    published: new Map(shifts.map((shift) => [shift.id, shift])),
  };
}

/** The names of all roles. */
export async function rolesOf(db: Database): Promise<Record<string, string>> {
  const rows = await db.selectFrom('role').select(['id', 'name']).execute();
  return Object.fromEntries(rows.map(({ id, name }) => [id, name]));
}

/** What a request would do to each person in it; null: a shift or somebody of it is not there any more. */
export function effectsOf(ground: RequestGround, request: Exchange): Exchanged[] | null {
  const { judgement, published } = ground;
  const shifts = (of: Exchange['mine']) => of.flatMap(({ id }) => published.get(id) ?? []);
  const [mine, theirs] = [shifts(request.mine), shifts(request.theirs)];
  if (mine.length < request.mine.length || theirs.length < request.theirs.length) return null;
  const parts: [person: string, gives: Shift[], takes: Shift[]][] = [[request.asker, mine, theirs]];
  if (request.colleague !== null) parts.push([request.colleague, theirs, mine]);
  const effects: Exchanged[] = [];
  for (const [person, gives, takes] of parts) {
    const index = judgement.indexOf.get(person);
    if (index === undefined) return null;
    effects.push(exchanged(judgement, index, request.kind === 'take' ? [] : gives, takes));
  }
  return effects;
}

/**
 * Why a request cannot be done as things are, in words; null: it can. `viewer`: who is told; why another cannot is
 * nobody's business but that of who plans, for whom it is left out.
 */
export function exchangeFault(
  ground: RequestGround,
  request: Exchange,
  viewer: string | null = null,
): string | null {
  const effects = effectsOf(ground, request);
  if (effects === null) return 'somebody or a shift of it is not there any more';
  const bad = effects.find((effect) => !isPossible(effect));
  if (!bad) return null;
  const { words, rules } = ground;
  if (viewer !== null && bad.person !== viewer)
    return `${rules.showsNames ? words.person(bad.person) : 'the colleague'} could not work it`;
  return checkOf(bad.snags[0].code)!.message(bad.snags[0], words).replace(/\.$/, '');
}

/** What became of the shifts of a request since it was asked. */
export function movedOf(
  { published, site, roles }: Pick<RequestGround, 'site' | 'roles' | 'published'>,
  { mine, theirs }: Exchange,
): string[] {
  return movedSince([...mine, ...theirs], published, site.hourFormat, (role) =>
    role === null ? 'without a role' : (roles[role] ?? 'another role'),
  );
}
