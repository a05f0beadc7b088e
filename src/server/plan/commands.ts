import { checkOf } from '@/core/checks/list';
import { badTime } from '@/core/checks/bad-time';
import type { Snag } from '@/core/checks/snag';
import { wordsFor } from '@/core/checks/words';
import { refusal, tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import { type Change, type Problem, fail } from '@/core/plan/change';
import type { Plan } from '@/core/plan/types';
import { type Day, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { type LogEntry, entriesSince, findEntry, keepEntry } from '@/data/week/log-store';
import { listSites, namesOf } from '@/data/site/site-store';
import { inTransaction } from '@/data/transaction';
import { type StoredPlan, loadPlan } from '@/data/week/plan-store';
import { noteLeftOut } from '@/data/week/repeat-store';
import { takenIds, writeChanges } from '@/data/week/shift-store';
import { checkAccess } from '../access/permissions';
import type { Actor } from '../access/actor';
import { now } from '../clock';
import type { ChangeAnswer, ChangeRequest } from './payload';

/**
 * Changes a site's week, all or nothing. The changes are judged again here by the same core that judged them
 * in the browser: an overlap is refused, a shift that may be a slip wants a yes. A request whose id is known
 * is answered as before. Shifts that somebody else changed since `base` are not overwritten.
 */
export async function changePlan(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
  request: ChangeRequest,
): Promise<ChangeAnswer> {
  const refused = checkAccess(actor, 'plan.change', site);
  if (refused) return refused;
  return inTransaction(db, async (trx): Promise<ChangeAnswer> => {
    const before = await findEntry(trx, request.id);
    if (before) return answered(before, site, await entriesSince(trx, site, request.base));
    const stored = await loadWeek(trx, site, week, request.days ?? 7);
    if (!stored) return fail('unknown', `there is no site "${site}"`, 'site');
    const since = await entriesSince(trx, site, request.base);
    const clash = changedMeanwhile(since, request.changes);
    if (clash) return clash;
    const problem = await judgeRequest(trx, stored, request);
    if (problem.refused) return { ok: false, problem: problem.refused };
    const elsewhere = await usedElsewhere(trx, stored.plan, request.changes);
    if (elsewhere) return elsewhere;
    await writeChanges(trx, site, request.changes);
    await rememberLeftOut(trx, stored.plan, request.changes);
    const at = new Date(now()).toISOString();
    const version = await keepEntry(trx, {
      id: request.id,
      site,
      actor: actor.id,
      at,
      changes: request.changes,
      inverse: problem.inverse,
    });
    return { ok: true, version, at, missed: since.flatMap((entry) => entry.changes) };
  });
}

/** A shift of a pattern that is taken away is not written again; one that comes back is. */
async function rememberLeftOut(db: Database, plan: Plan, changes: readonly Change[]): Promise<void> {
  const gone = new Set(changes.flatMap((change) => (change.do === 'remove' ? [change.id] : [])));
  await noteLeftOut(
    db,
    plan.shifts.filter((shift) => gone.has(shift.id)),
    changes.flatMap((change) => (change.do === 'add' ? [change.shift] : [])),
  );
}

async function loadWeek(db: Database, site: string, week: Day, days: number) {
  const row = await db.selectFrom('site').select('week_start').where('id', '=', site).executeTakeFirst();
  return row ? loadPlan(db, site, startOfWeek(week, row.week_start), days) : null;
}

/** A new shift may not have the id of one that stands in another week or at another site. */
async function usedElsewhere(
  db: Database,
  plan: Plan,
  changes: readonly Change[],
): Promise<{ ok: false; problem: Problem } | null> {
  const here = new Set(plan.shifts.map((shift) => shift.id));
  const added = changes.flatMap((change) => (change.do === 'add' ? [change.shift.id] : []));
  const taken = await takenIds(
    db,
    added.filter((id) => !here.has(id)),
  );
  const at = changes.findIndex((change) => change.do === 'add' && taken.has(change.shift.id));
  return at < 0 ? null : fail('taken', 'this id belongs to another shift', `changes[${at}].shift.id`);
}

function answered(entry: LogEntry, site: string, since: readonly LogEntry[]): ChangeAnswer {
  if (entry.site !== site) return fail('taken', 'this id was used for another site', 'id');
  const missed = since.filter((other) => other.version < entry.version).flatMap((other) => other.changes);
  return { ok: true, version: entry.version, at: entry.at, missed };
}

async function judgeRequest(
  db: Database,
  { plan, hourFormat }: StoredPlan,
  request: ChangeRequest,
): Promise<{ refused: Problem } | { refused: null; inverse: readonly Change[] }> {
  const tried = tryChanges(judge(plan), request.changes);
  if (!tried.ok) return { refused: { ...tried.problem, path: `changes${tried.problem.path}` } };
  const { consequences, inverse, judgement } = tried.trial;
  const refuse = async (snag: Snag) => {
    const words = wordsFor(judgement.plan, hourFormat, namesOf(await listSites(db)));
    const message = checkOf(snag.code)!.say(snag, words);
    return { refused: { code: snag.code, message, path: placeOf(snag, request) } };
  };
  const overlap = refusal(consequences);
  if (overlap) return refuse(overlap);
  const slip = consequences.appeared.find((snag) => snag.code === badTime.code);
  if (slip && !request.confirmed) return refuse(slip);
  return { refused: null, inverse };
}

/** The change of the request that a snag is about. */
function placeOf(snag: Snag, { changes }: ChangeRequest): string {
  const at = changes.findIndex((change) =>
    snag.shifts.includes(change.do === 'add' ? change.shift.id : 'id' in change ? change.id : ''),
  );
  return at < 0 ? 'changes' : `changes[${at}].shift`;
}

function changedMeanwhile(
  entries: readonly LogEntry[],
  changes: readonly Change[],
): { ok: false; problem: Problem } | null {
  const touched = new Map<string, LogEntry>();
  for (const entry of entries)
    for (const change of entry.changes) {
      const id = idOf(change);
      if (id !== null) touched.set(id, entry);
    }
  for (const [i, change] of changes.entries()) {
    const id = idOf(change);
    if (id !== null && touched.has(id))
      return fail(
        'changed-meanwhile',
        'this shift was changed elsewhere in the meantime',
        `changes[${i}].id`,
      );
  }
  return null;
}

function idOf(change: Change): string | null {
  if (change.do === 'add') return change.shift.id;
  return change.do === 'set' || change.do === 'remove' ? change.id : null;
}
