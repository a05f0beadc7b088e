import type { Basis } from '@/core/requests/moved';
import type { Request, RequestKind, RequestState } from '@/core/requests/request';
import { DEFAULT_REQUEST_RULES, REQUEST_KINDS, type RequestRules, beginningOf } from '@/core/requests/rules';
import type { Database } from '../database';
import { formatMoment } from '../moment';
import { amongTexts } from '../records/lines';
import type { RowOf } from '../records/records';

/** A request about shifts as it is stored. */
export interface ShiftRequest extends Request {
  readonly id: string;
  readonly site: string;
  /** Shifts of who asks; none where an open one is asked for. */
  readonly mine: readonly Basis[];
  /** Shifts of the colleague, or the open one. */
  readonly theirs: readonly Basis[];
  /** UTC. */
  readonly at: string;
  readonly note: string;
  readonly decidedAt: string | null;
  readonly takenBack: string | null;
  readonly seenAt: string | null;
}

/** What happened to a request, by whom, with what words. */
export interface RequestEventLine {
  readonly request: string;
  readonly at: string;
  readonly actor: string;
  readonly what: string;
  readonly words: string;
}

/** Who does what the clock does. */
export const CLOCK = 'calendar';

export function requestFromRow(row: RowOf<'shift_request'>): ShiftRequest {
  return {
    id: row.id,
    site: row.site_id,
    kind: row.kind as RequestKind,
    state: row.state as RequestState,
    asker: row.person_id,
    colleague: row.colleague_id,
    isAsked: row.is_asked === 1,
    mine: JSON.parse(row.mine) as Basis[],
    theirs: JSON.parse(row.theirs) as Basis[],
    at: row.at,
    note: row.note,
    decidedAt: row.decided_at,
    takenBack: row.taken_back,
    seenAt: row.seen_at,
  };
}

export function requestToRow(request: ShiftRequest): RowOf<'shift_request'> {
  return {
    id: request.id,
    site_id: request.site,
    kind: request.kind,
    state: request.state,
    person_id: request.asker,
    colleague_id: request.colleague,
    mine: JSON.stringify(request.mine),
    theirs: JSON.stringify(request.theirs),
    begins: formatMoment(beginningOf([...request.mine, ...request.theirs])),
    at: request.at,
    note: request.note,
    is_asked: request.isAsked ? 1 : 0,
    decided_at: request.decidedAt,
    taken_back: request.takenBack,
    seen_at: request.seenAt,
  };
}

/** What a site allows to be asked for. */
export function rulesFromRow({ request_rules: rules }: Pick<RowOf<'site'>, 'request_rules'>): RequestRules {
  return rules === null
    ? DEFAULT_REQUEST_RULES
    : { ...DEFAULT_REQUEST_RULES, ...(JSON.parse(rules) as RequestRules) };
}

/** The column of a site that says what may be asked for; null where it is what is usual. */
export function rulesToColumn(rules: RequestRules): string | null {
  const { kinds, noticeHours, open, byThemselves, decideHours, leadsDecide, showsNames } = rules;
  const inOrder = (of: readonly RequestKind[]) => REQUEST_KINDS.filter((kind) => of.includes(kind));
  const column = JSON.stringify({
    ...{ kinds: inOrder(kinds), noticeHours, open, byThemselves: inOrder(byThemselves) },
    ...{ decideHours, leadsDecide, showsNames },
  });
  return column === JSON.stringify(DEFAULT_REQUEST_RULES) ? null : column;
}

export async function findShiftRequest(db: Database, id: string): Promise<ShiftRequest | null> {
  const row = await db.selectFrom('shift_request').selectAll().where('id', '=', id).executeTakeFirst();
  return row ? requestFromRow(row) : null;
}

/**
 * Requests of a site on which somebody has to do something, by when their shifts begin. `kept`: also those that were
 * not sent yet.
 */
export async function openRequests(db: Database, site?: string, kept = false): Promise<ShiftRequest[]> {
  const rows = await db
    .selectFrom('shift_request')
    .selectAll()
    .where('state', 'in', ['with-colleague', 'waiting', ...(kept ? ['drafted'] : [])])
    .$if(site !== undefined, (query) => query.where('site_id', '=', site!))
    .orderBy('begins')
    .orderBy('at')
    .execute();
  return rows.map(requestFromRow);
}

/** Requests of a site that are over, the latest first. */
export async function endedRequests(db: Database, site: string, most: number): Promise<ShiftRequest[]> {
  const rows = await db
    .selectFrom('shift_request')
    .selectAll()
    .where('site_id', '=', site)
    .where('state', 'in', ['approved', 'declined', 'withdrawn', 'lapsed'])
    .orderBy('decided_at', 'desc')
    .orderBy('at', 'desc')
    .limit(most)
    .execute();
  return rows.map(requestFromRow);
}

/** What somebody asked for, or was asked, the latest first. */
export async function requestsAbout(db: Database, person: string, most: number): Promise<ShiftRequest[]> {
  const rows = await db
    .selectFrom('shift_request')
    .selectAll()
    .where((where) => where.or([where('person_id', '=', person), where('colleague_id', '=', person)]))
    .orderBy('at', 'desc')
    .limit(most)
    .execute();
  return rows.map(requestFromRow);
}

/** What happened to requests, the earliest first. */
export async function trailOf(db: Database, ids: readonly string[]): Promise<RequestEventLine[]> {
  const rows = await db
    .selectFrom('shift_request_event')
    .selectAll()
    .where('request_id', 'in', amongTexts(ids))
    .orderBy('at')
    .execute();
  return rows.map(({ request_id: request, at, actor, what, words }) => ({ request, at, actor, what, words }));
}

/** How many requests wait for somebody's word: those they are asked, and what was decided or asked about their own. */
export async function countAsking(db: Database, person: string): Promise<number> {
  const row = await db
    .selectFrom('shift_request')
    .select((q) => q.fn.countAll<number>().as('n'))
    .where((where) =>
      where.or([
        where.and({ colleague_id: person, state: 'with-colleague' }),
        where.and({ person_id: person, is_asked: 1 }),
        where.and([
          where('person_id', '=', person),
          where('state', 'in', ['approved', 'declined', 'lapsed']),
          where('seen_at', 'is', null),
        ]),
      ]),
    )
    .executeTakeFirstOrThrow();
  return Number(row.n);
}
