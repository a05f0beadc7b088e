import { createHash } from 'node:crypto';
import Joi from 'joi';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, parseDate } from '@/core/time/day';
import { type KeptActivity, findActivity } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { mergeRows } from '@/data/records/merge';
import { listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { seesPayAtAll, withPayAsItWas } from '../access/pay';
import { checkScope } from '../access/permissions';
import { nowAt } from '../now';
import { REQUEST_ID, parseInput } from '../input';
import { refuseReachingUp } from '../accounts/guard';
import { refuseOff } from '../site/capabilities';
import type { AnyCommand, Context, Watch, CommandEffect } from './command';
import { conflictMessages } from './conflicts';
import { COMMANDS } from './list';
import type { CommandAnswer, CommandRequest } from './payload';

type Refused = Extract<CommandAnswer, { ok: false }>;

/** What a browser sends may have any form. */
const REQUEST = Joi.object<CommandRequest>({
  id: REQUEST_ID.required(),
  kind: Joi.string().max(80).required(),
  input: Joi.any(),
  opened: Joi.any(),
  prefer: Joi.valid('mine', 'theirs'),
}).required();

/** A request that may be made: its form is right, and who asks has a say in what it names. */
export interface AcceptedRequest {
  readonly actor: Actor;
  readonly request: CommandRequest;
  readonly command: AnyCommand;
  readonly input: unknown;
  readonly digest: string;
}

/** Reads a request and checks, by its input alone, whether it may be made. */
export async function acceptRequest(
  db: Database,
  actor: Actor,
  request: CommandRequest,
): Promise<Result<{ asked: AcceptedRequest }>> {
  const form = parseInput(REQUEST, request);
  if (!form.ok) return form;
  const command = COMMANDS.get(request.kind);
  if (!command) return fail('input', 'there is no such command', 'kind');
  const read = parseInput(command.input, request.input, 'input', true);
  if (!read.ok) return read;
  const scope = command.scope(read.value);
  const refused = await checkScope(db, actor, command.permission, scope);
  if (refused) return refused;
  const off = command.capability && (await refuseOff(db, command.capability, scope.sites ?? []));
  if (off) return off;
  const digest = digestOf([request.kind, request.input, request.opened ?? null, request.prefer ?? null]);
  return { ok: true, asked: { actor, request, command, input: read.value, digest } };
}

/** A digest of a request, by which it is known again. */
export function digestOf(request: unknown): string {
  return createHash('sha256').update(JSON.stringify(request)).digest('base64url').slice(0, 22);
}

/** What is answered to a command that was done already, or null; its id may not be used for another. */
export async function answeredBefore(
  db: Database,
  { request: { id }, digest }: AcceptedRequest,
): Promise<CommandAnswer | null> {
  const known = await findActivity(db, id);
  return known && again(known, digest);
}

function again(known: KeptActivity, digest: string): CommandAnswer {
  if (known.request !== null && known.request !== digest)
    return fail('taken', 'this id was used for something else', 'id');
  return { ok: true, title: known.title, weekImpacts: [], remarks: [], answer: null };
}

/**
 * What a command would do, and on which date that was worked out. Where the request says what its form was opened on,
 * what others made of it meanwhile is merged with it. Writes nothing.
 */
export async function workOf(
  db: Database,
  { actor, request, command, input }: AcceptedRequest,
  watch?: Watch,
): Promise<Result<{ work: CommandEffect; today: Day }> | Refused> {
  const [site] = command.scope(input).sites ?? [];
  const context: Context = { db, actor, today: await todayOf(db, site), watch };
  const prepared = await prepare(command, context, input, request);
  if (!prepared.ok) return prepared;
  const { work } = prepared;
  // It may come to more sites than its input names, such as those of a person's shifts.
  const beyond = await checkScope(db, actor, command.permission, { sites: work.sites });
  if (work.sites.length > 0 && beyond) return beyond;
  return { ok: true, work, today: context.today };
}

async function prepare(
  command: AnyCommand,
  context: Context,
  input: unknown,
  { opened, prefer }: CommandRequest,
): Promise<Result<{ work: CommandEffect }> | Refused> {
  const prepared = await preparedFor(command, context, input);
  if (!prepared.ok || opened === undefined) return prepared;
  const base = parseInput(command.input, opened, 'opened', true);
  if (!base.ok) return base;
  const before = await preparedFor(command, context, base.value);
  if (!before.ok)
    return fail('changed-meanwhile', `what this was opened on is no longer there: ${before.problem.message}`);
  if (before.work.rows.length === 0) return prepared;
  const { rows, conflicts } = mergeRows(prepared.work.rows, before.work.rows, prefer);
  if (conflicts.length > 0) return conflictMessages(context.db, conflicts);
  return { ok: true, work: { ...prepared.work, rows } };
}

/** What a command would do, without what the actor does not see of it. */
async function preparedFor(
  command: AnyCommand,
  context: Context,
  input: unknown,
): Promise<Result<{ work: CommandEffect }>> {
  const prepared = await command.prepare(context, input);
  if (!prepared.ok) return prepared;
  const { work } = prepared;
  const reaching = await refuseReachingUp(context.db, context.actor, work.rows);
  if (reaching) return reaching;
  const sites = new Set([...work.sites, ...(command.scope(input).sites ?? [])]);
  return seesPayAtAll(context.actor, sites)
    ? prepared
    : { ok: true, work: { ...work, rows: withPayAsItWas(work.rows) } };
}

/** The date at a site, else at the first one; where there is none yet, in UTC. */
export async function todayOf(db: Database, id?: string): Promise<Day> {
  const sites = await listSites(db);
  const site = sites.find((one) => one.id === id) ?? sites[0];
  return parseDate(nowAt(site?.timeZone ?? 'UTC').date)!;
}
