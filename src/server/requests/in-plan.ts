import { type Result, fail } from '@/core/plan/problem';
import { contestOf } from '@/core/requests/request';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import type { ShiftRequest } from '@/data/requests/request-store';
import type { Actor } from '../access/actor';
import { Unchanged } from '@/data/unchanged';
import type { PlanRequest, RequestInFull } from './payload';
import { type SharesAt, shiftQueue, shiftTurns } from './queries';
import { countOf, turnsOf } from './turns';
import { shiftIdsOf } from './words';

/** Requests about the shifts of some days of a site's plan; none for who may not decide there. */
export async function requestsInPlan(
  db: Database,
  actor: Actor,
  site: string,
  from: Day,
  days: number,
): Promise<PlanRequest[]> {
  const { mine, others } = await shiftTurns(db, actor, site);
  const isHere = ({ mine: given, theirs }: ShiftRequest) =>
    [...given, ...theirs].some(({ date }) => from <= date && date < from + days);
  const [own, rest] = [mine.filter(isHere), others.filter(isHere)];
  // What only waits to be shown needs no look at what it would do.
  const { others: views } = await shiftQueue(db, actor, site, {
    turns: { mine: [], others: [...own, ...rest] },
  });
  return [...own, ...rest].map((request, i): PlanRequest => {
    const { id, text, owner } = views[i];
    return { id, text, owner, shifts: shiftIdsOf(request), isMine: i < own.length };
  });
}

/** A request with what deciding it would do, where that is for who asks to do; those who ask for the same with it. */
export async function requestInFull(
  db: Database,
  actor: Actor,
  site: string,
  id: string,
  sharesAt?: SharesAt,
): Promise<Result<{ request: RequestInFull }>> {
  const turns = await shiftTurns(db, actor, site);
  const found = [...turns.mine, ...turns.others].find((one) => one.id === id);
  if (!found) return fail('unknown', 'it was decided, or is not there', 'id');
  if (!turns.mine.includes(found)) {
    const { others } = await shiftQueue(db, actor, site, { turns: { mine: [], others: [found] } });
    return { ok: true, request: { queued: [], view: others[0] } };
  }
  const same = turns.mine.filter((one) => contestOf(one) === contestOf(found));
  const { mine } = await shiftQueue(db, actor, site, { turns: { mine: same, others: [] }, sharesAt });
  return { ok: true, request: { queued: mine, view: null } };
}

/** Counts as they were last asked for: every page of whoever plans asks. */
const COUNTS = new Unchanged<Record<string, number>>(60);

/** How much waits for who asks to decide, by site; sites at which nothing does are left out. */
export function waitingCounts(db: Database, actor: Actor): Promise<Record<string, number>> {
  return COUNTS.get(db, actor.id, () => countWaiting(db, actor));
}

async function countWaiting(db: Database, actor: Actor): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const { id } of await listSites(db)) {
    const count = countOf(await turnsOf(db, actor, id)).mine;
    if (count > 0) counts[id] = count;
  }
  return counts;
}
