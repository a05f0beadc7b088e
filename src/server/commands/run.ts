import Joi from 'joi';
import { type Change, applyAll, fail, type Problem } from '@/core/plan/change';
import { type Day, readDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { aboutOf, findCommand, isUndone, keepCommand } from '@/data/records/command-store';
import { inverseOf, writeRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import { inTransaction } from '@/data/transaction';
import { findEntry, keepEntry } from '@/data/week/log-store';
import { loadPlan } from '@/data/week/plan-store';
import { takenIds, writeChanges } from '@/data/week/shift-store';
import { checkScope } from '../access/permissions';
import type { Actor } from '../access/actor';
import { now, nowAt } from '../clock';
import { REQUEST_ID, readInput } from '../input';
import { type Context, PREPARED, type Watch, type Work } from './command';
import { following, plannedWeeks } from './following';
import { COMMANDS } from './list';
import type { CommandAnswer, CommandRequest } from './payload';

/** What a browser sends may have any form. */
const REQUEST = Joi.object<CommandRequest>({
  id: REQUEST_ID.required(),
  kind: Joi.string().max(80).required(),
  input: Joi.any(),
}).required();

/** Gives up a transaction with something to answer. */
class GivenUp extends Error {
  constructor(readonly answer: CommandAnswer) {
    super('given up');
  }
}

/**
 * Does a command, or only says what it would do: with `preview` everything is done, looked at, and given up
 * again. Sending a command that is known by its id does nothing more and is answered as before.
 */
export async function runCommand(
  db: Database,
  actor: Actor,
  request: CommandRequest,
  { preview, watch }: { readonly preview: boolean; readonly watch?: Watch },
): Promise<CommandAnswer> {
  const form = readInput(REQUEST, request);
  if (!form.ok) return form;
  const command = COMMANDS.get(request.kind);
  if (!command) return fail('input', 'there is no such command', 'kind');
  const read = readInput(command.input, request.input, 'input', true);
  if (!read.ok) return read;
  const refused = await checkScope(db, actor, command.permission, command.scope(read.value));
  if (refused) return refused;
  return undoable(db, async (trx) => {
    const known = preview ? null : await findCommand(trx, request.id);
    if (known) return { ok: true, title: known.title, following: [], remarks: [], answer: null };
    const context: Context = { db: trx, actor, today: await todayOf(trx), watch };
    const prepared = await command.prepare(context, read.value);
    if (!prepared.ok) return prepared;
    const { work } = prepared;
    // It may come to more sites than its input names, such as those of a person's shifts.
    const beyond = await checkScope(trx, actor, command.permission, { sites: work.sites });
    if (work.sites.length > 0 && beyond) return beyond;
    const before = preview ? await plannedWeeks(trx, context.today, work) : [];
    const failed = await writeRows(trx, work.rows);
    if (failed) throw new GivenUp(failed);
    const entries = await writeShifts(trx, actor, request.id, work, watch);
    const answer: CommandAnswer = {
      ok: true,
      title: work.title,
      following: await following(trx, before),
      remarks: work.remarks ?? [],
      answer: work.answer ?? null,
    };
    if (preview) throw new GivenUp(answer);
    await work.afterwards?.(trx);
    if (work.rows.length > 0 || entries.length > 0)
      await keepCommand(
        trx,
        {
          id: request.id,
          at: new Date(now()).toISOString(),
          actor: actor.id,
          kind: command.kind,
          title: work.title,
          changes: work.rows,
          entries,
          undoes: null,
        },
        work.about,
      );
    return answer;
  });
}

/** Takes a command back: every row as it was. Refused where one of them was changed since. */
export async function undoCommand(
  db: Database,
  actor: Actor,
  id: string,
  undoId: string,
): Promise<CommandAnswer> {
  const form = readInput(Joi.object({ id: REQUEST_ID.required(), undoId: REQUEST_ID.required() }), {
    id,
    undoId,
  });
  if (!form.ok) return form;
  return undoable(db, async (trx) => {
    const entry = await findCommand(trx, id);
    if (!entry) return fail('unknown', 'there is no such command', 'id');
    const done = { ok: true as const, title: entry.title, following: [], remarks: [], answer: null };
    if (await isUndone(trx, id)) return done;
    const permission = COMMANDS.get(entry.kind)?.permission ?? 'setup.change';
    const about = await aboutOf(trx, id);
    const sites = about.filter((one) => one.kind === 'site').map((one) => one.id);
    const refused = await checkScope(trx, actor, permission, { sites });
    if (refused) return refused;
    const rows = inverseOf(entry.changes);
    const failed = await writeRows(trx, rows);
    if (failed) throw new GivenUp(failed);
    const entries: string[] = [];
    for (const old of entry.entries) {
      const edit = await findEntry(trx, old);
      if (!edit) continue;
      const changes = await stillPossible(trx, edit.inverse);
      const work: Pick<Work, 'shifts'> = { shifts: [{ site: edit.site, changes }] };
      entries.push(...(await writeShifts(trx, actor, undoId, work)));
    }
    await keepCommand(
      trx,
      {
        id: undoId,
        at: new Date(now()).toISOString(),
        actor: actor.id,
        kind: entry.kind,
        title: `Taken back: ${entry.title}`,
        changes: rows,
        entries,
        undoes: id,
      },
      about,
    );
    return done;
  });
}

/** Of changes that take others back those that still mean something: a shift that is gone by now stays gone. */
async function stillPossible(trx: Database, changes: readonly Change[]): Promise<Change[]> {
  const idOf = (change: Change) => (change.do === 'add' ? change.shift.id : 'id' in change ? change.id : '');
  const there = await takenIds(trx, changes.map(idOf));
  return changes.filter((change) => there.has(idOf(change)) !== (change.do === 'add'));
}

/** Changes shifts in the same transaction; each site's are an entry in its log, so that open plans hear of them. */
async function writeShifts(
  trx: Database,
  actor: Actor,
  id: string,
  { shifts = [] }: Pick<Work, 'shifts'>,
  watch?: Watch,
): Promise<string[]> {
  const entries: string[] = [];
  for (const { site, changes } of shifts) {
    if (changes.length === 0) continue;
    const days = await daysOf(trx, site, changes);
    const stored = days && (await loadPlan(trx, site, days.first, days.last - days.first + 1));
    if (!stored) throw new GivenUp(fail('unknown', 'a shift is no longer there', 'shifts'));
    const done = applyAll(stored.plan, changes);
    if (!done.ok) throw new GivenUp(done);
    await writeChanges(trx, site, changes, async (written) => {
      const share = PREPARED + (1 - PREPARED) * (written / changes.length);
      if (watch && (await watch.come(share))) throw new GivenUp(STOPPED);
    });
    const entry = `${id} ${site}`;
    const at = new Date(now()).toISOString();
    await keepEntry(trx, { id: entry, site, actor: actor.id, at, changes, inverse: done.inverse });
    entries.push(entry);
  }
  return entries;
}

const STOPPED = fail('stopped', 'stopped; nothing was changed');

/** From which to which day the shifts of some changes lie; null: one of them is not there. */
async function daysOf(
  trx: Database,
  site: string,
  changes: NonNullable<Work['shifts']>[number]['changes'],
): Promise<{ first: Day; last: Day } | null> {
  const days: Day[] = [];
  const ids: string[] = [];
  for (const change of changes) {
    if (change.do === 'add') days.push(change.shift.date);
    else if ('id' in change) ids.push(change.id);
    if (change.do === 'set' && change.shift.date !== undefined) days.push(change.shift.date);
  }
  for (let i = 0; i < ids.length; i += 500) {
    const part = ids.slice(i, i + 500);
    const rows = await trx
      .selectFrom('shift')
      .select('date')
      .where('site_id', '=', site)
      .where('id', 'in', part)
      .execute();
    if (rows.length < part.length) return null;
    days.push(...rows.map((row) => readDate(row.date)!));
  }
  let [first, last] = [days[0], days[0]];
  for (const day of days) {
    first = Math.min(first, day);
    last = Math.max(last, day);
  }
  return { first, last };
}

/** The date at the first site; where there is none yet, in UTC. */
export async function todayOf(db: Database): Promise<Day> {
  const [site] = await listSites(db);
  return readDate(nowAt(site?.timeZone ?? 'UTC').date)!;
}

async function undoable(
  db: Database,
  work: (trx: Database) => Promise<CommandAnswer | { ok: false; problem: Problem }>,
): Promise<CommandAnswer> {
  try {
    return await inTransaction(db, work);
  } catch (error) {
    if (error instanceof GivenUp) return error.answer;
    if (/FOREIGN KEY/i.test((error as Error).message))
      return fail('in-use', 'something else stands on it by now, so it cannot go');
    throw error;
  }
}
