import { createHash } from 'node:crypto';
import Joi from 'joi';
import { type Change, type Problem, type Result, fail } from '@/core/plan/change';
import { type Day, readDate } from '@/core/time/day';
import {
  type KeptActivity,
  type ShiftEntry,
  findActivity,
  keepActivity,
  shiftOf,
  subjectsOf,
  undoneAmong,
} from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { mergeRows } from '@/data/records/merge';
import { inverseOf, misfits, writeRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import { inTransaction } from '@/data/transaction';
import type { Actor } from '../access/actor';
import { checkScope } from '../access/permissions';
import { now, nowAt } from '../clock';
import { REQUEST_ID, readInput } from '../input';
import { type ShiftsWritten, writeShifts } from '../week/write-shifts';
import { type Command, type Context, PREPARED, type Watch, type Work } from './command';
import { tellConflicts, tellMisfits } from './conflicts';
import { following, plannedWeeks } from './following';
import { COMMANDS } from './list';
import type { CommandAnswer, CommandRequest } from './payload';

/** Gives up a transaction with something to answer. */
class GivenUp extends Error {
  constructor(readonly answer: CommandAnswer) {
    super('given up');
  }
}

/** What a browser sends may have any form. */
const REQUEST = Joi.object<CommandRequest>({
  id: REQUEST_ID.required(),
  kind: Joi.string().max(80).required(),
  input: Joi.any(),
  opened: Joi.any(),
  prefer: Joi.valid('mine', 'theirs'),
}).required();

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
  const digest = digestOf([request.kind, request.input, request.opened ?? null, request.prefer ?? null]);
  return undoable(db, async (trx) => {
    const known = preview ? null : await findActivity(trx, request.id);
    if (known) return again(known, digest);
    const [site] = command.scope(read.value).sites ?? [];
    const context: Context = { db: trx, actor, today: await todayOf(trx, site), watch };
    const prepared = await prepare(command, context, read.value, request);
    if (!prepared.ok) return prepared;
    const { work } = prepared;
    // It may come to more sites than its input names, such as those of a person's shifts.
    const beyond = await checkScope(trx, actor, command.permission, { sites: work.sites });
    if (work.sites.length > 0 && beyond) return beyond;
    const before = preview ? await plannedWeeks(trx, context.today, work) : [];
    const failed = await writeRows(trx, work.rows);
    if (failed) throw new GivenUp(failed);
    const shifts = await writeAll(trx, work, watch);
    const answer: CommandAnswer = {
      ok: true,
      title: work.title,
      following: await following(trx, before),
      remarks: work.remarks ?? [],
      answer: work.answer ?? null,
    };
    if (preview) throw new GivenUp(answer);
    await work.afterwards?.(trx);
    if (work.rows.length > 0 || shifts.length > 0)
      await keepActivity(
        trx,
        {
          id: request.id,
          at: new Date(now()).toISOString(),
          actor: actor.id,
          kind: command.kind,
          title: work.title,
          request: digest,
          undoes: null,
          rows: work.rows,
          shifts,
        },
        work.about,
        touched(work),
      );
    return answer;
  });
}

/** A digest of a request, by which it is known again. */
export function digestOf(request: unknown): string {
  return createHash('sha256').update(JSON.stringify(request)).digest('base64url').slice(0, 22);
}

/** What is answered to a command that was done already; its id may not be used for another. */
function again(known: KeptActivity, digest: string): CommandAnswer {
  if (known.request !== null && known.request !== digest)
    return fail('taken', 'this id was used for something else', 'id');
  return { ok: true, title: known.title, following: [], remarks: [], answer: null };
}

function touched({ sites, about }: Pick<Work, 'sites' | 'about'>): string[] {
  return [...sites, ...about.flatMap((one) => (one.kind === 'site' ? [one.id] : []))];
}

/**
 * What a command would do. Where it says what its form was opened on, what others made of it meanwhile is merged
 * with it.
 */
async function prepare(
  command: Command<unknown>,
  context: Context,
  input: unknown,
  { opened, prefer }: CommandRequest,
): Promise<Result<{ work: Work }> | Extract<CommandAnswer, { ok: false }>> {
  const prepared = await command.prepare(context, input);
  if (!prepared.ok || opened === undefined) return prepared;
  const base = readInput(command.input, opened, 'opened', true);
  if (!base.ok) return base;
  const before = await command.prepare(context, base.value);
  if (!before.ok)
    return fail('changed-meanwhile', `what this was opened on is no longer there: ${before.problem.message}`);
  if (before.work.rows.length === 0) return prepared;
  const { rows, conflicts } = mergeRows(prepared.work.rows, before.work.rows, prefer);
  if (conflicts.length > 0) return tellConflicts(context.db, conflicts);
  return { ok: true, work: { ...prepared.work, rows } };
}

/**
 * Takes an activity back: every value as it was. What somebody changed since is left alone: then the answer says
 * which, and nothing is taken back unless `rest` asks for what still fits.
 */
export async function undoCommand(
  db: Database,
  actor: Actor,
  id: string,
  undoId: string,
  rest = false,
): Promise<CommandAnswer> {
  const form = readInput(
    Joi.object({ id: REQUEST_ID.required(), undoId: REQUEST_ID.required(), rest: Joi.boolean() }),
    { id, undoId, rest },
  );
  if (!form.ok) return form;
  return undoable(db, async (trx) => {
    const entry = await findActivity(trx, id);
    if (!entry) return fail('unknown', 'there is no such command', 'id');
    const permission = COMMANDS.get(entry.kind)?.permission ?? 'plan.change';
    const about = await subjectsOf(trx, entry.seq);
    const sites = about.filter((one) => one.kind === 'site').map((one) => one.id);
    const where = [...sites, ...entry.shifts.map((one) => one.site)];
    const refused = await checkScope(trx, actor, permission, { sites: where });
    if (refused) return refused;
    const done = { ok: true as const, title: entry.title, following: [], remarks: [], answer: null };
    if ((await undoneAmong(trx, [id])).has(id)) return done;
    if (!entry.undoable) return fail('too-late', 'this was done too long ago to be taken back', 'id');
    const rows = inverseOf(entry.rows);
    const unfit = await misfits(trx, rows);
    if (unfit.length > 0 && !rest) return tellMisfits(trx, unfit, rows.length > unfit.length);
    const fitting = rows.filter((row) => !unfit.includes(row));
    const failed = await writeRows(trx, fitting);
    if (failed) throw new GivenUp(failed);
    const shifts: ShiftEntry[] = [];
    for (const { site, inverse } of entry.shifts) {
      const written = await writeFitting(trx, site, inverse, rest);
      if (!written.ok)
        throw new GivenUp({
          ok: false,
          problem: written.problem,
          partly: fitting.length + inverse.length > 1,
        });
      if (written.entry.changes.length > 0) shifts.push(written.entry);
    }
    if (fitting.length === 0 && shifts.length === 0)
      throw new GivenUp(fail('changed-meanwhile', 'all of it was changed since, so nothing is left to undo'));
    const at = new Date(now()).toISOString();
    const title = `Undone: ${entry.title}`;
    await keepActivity(
      trx,
      {
        id: undoId,
        at,
        actor: actor.id,
        kind: entry.kind,
        title,
        request: null,
        undoes: id,
        rows: fitting,
        shifts,
      },
      about,
      sites,
    );
    return done;
  });
}

/** Writes changes that take others back; with `rest` without those that no longer fit. */
async function writeFitting(
  trx: Database,
  site: string,
  changes: readonly Change[],
  rest: boolean,
): Promise<ShiftsWritten> {
  let left = changes;
  for (;;) {
    const written = await writeShifts(trx, { site, changes: left });
    if (written.ok || !rest) return written;
    const gone = new Set(written.conflicts?.map((conflict) => conflict.shift) ?? []);
    const place = /^\[(\d+)\]/.exec(written.problem.path);
    if (place) gone.add(shiftOf(left[Number(place[1])]));
    const fewer = left.filter((change) => !gone.has(shiftOf(change)));
    if (fewer.length === left.length) return written;
    left = fewer;
  }
}

/** Changes shifts in the same transaction, so that open plans hear of them. */
async function writeAll(
  trx: Database,
  { shifts = [] }: Pick<Work, 'shifts'>,
  watch?: Watch,
): Promise<ShiftEntry[]> {
  const entries: ShiftEntry[] = [];
  for (const { site, changes } of shifts) {
    if (changes.length === 0) continue;
    const written = await writeShifts(trx, { site, changes }, async (done) => {
      const share = PREPARED + (1 - PREPARED) * (done / changes.length);
      if (watch && (await watch.come(share))) throw new GivenUp(STOPPED);
    });
    if (!written.ok) throw new GivenUp({ ok: false, problem: written.problem });
    entries.push(written.entry);
  }
  return entries;
}

const STOPPED = fail('stopped', 'stopped; nothing was changed');

/** The date at a site, else at the first one; where there is none yet, in UTC. */
export async function todayOf(db: Database, id?: string): Promise<Day> {
  const sites = await listSites(db);
  const site = sites.find((one) => one.id === id) ?? sites[0];
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
