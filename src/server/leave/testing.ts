import { sql } from 'kysely';
import { leave as migration } from '@/data/migrations/016-leave';
import { WHOLE_DAY } from '@/core/leave/amount';
import { STARTING_TYPES, type LeaveType } from '@/core/leave/leave-type';
import { balanceOn } from '@/core/leave/ledger';
import { loadEntries } from '@/data/leave/leave-store';
import { wholeDays } from '@/core/leave/asked';
import { parseDate } from '@/core/time/day';
import type { Actor } from '../access/actor';
import type { Database } from '@/data/database';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import type { CommandAnswer } from '../commands/payload';
import { runCommand } from '../commands/run';
import { db, freshDemo, id } from '../week/testing';
import { queueOf, turnsAt } from './queries';

export const at = (date: string) => parseDate(date)!;
export const DAYS = WHOLE_DAY;

/** The starting set as kinds of a business: `annual`, `sick`, `unpaid`, `parental`, `overtime`. */
export const TYPES: readonly LeaveType[] = STARTING_TYPES.map((type, i) => ({
  ...type,
  id: ['annual', 'sick', 'unpaid', 'parental', 'overtime'][i],
  since: at('2026-01-01'),
}));
export const [ANNUAL, SICK] = TYPES;

/** Asks for a command, as the owner unless somebody else is named by account. */
export async function leave(
  kind: string,
  input: object,
  { as = OWNER, preview = false }: { readonly as?: Actor | string; readonly preview?: boolean } = {},
): Promise<CommandAnswer> {
  const actor = typeof as === 'string' ? await actorNamed(db, as) : as;
  return runCommand(db, actor, { id: id(), kind, input }, { preview });
}

/** The same, which has to succeed. */
export async function did(
  kind: string,
  input: object,
  options: Parameters<typeof leave>[2] = {},
): Promise<Extract<CommandAnswer, { ok: true }>> {
  const answer = await leave(kind, input, options);
  if (!answer.ok) throw new Error(`${kind}: ${answer.problem.path}: ${answer.problem.message}`);
  return answer;
}

/** The kinds of the starting set, with what is changed of the first. */
export async function withTypes(more: Partial<LeaveType> = {}): Promise<void> {
  await did('leave.types', { types: [{ ...ANNUAL, ...more }, ...TYPES.slice(1)] });
}

/** What somebody asks for: whole days of annual leave. */
export function asking(named: string, from: string, to: string, more: object = {}) {
  return { id: named, type: 'annual', asked: wholeDays(at(from), at(to)), note: '', send: true, ...more };
}

/** Takes everything of leave away that the demo has, as no application could. */
export async function withoutLeave(): Promise<void> {
  await sql`drop trigger leave_entry_remains`.execute(db);
  for (const table of [
    'leave_entry',
    'leave_event',
    'leave_request',
    'leave_type',
    'leave_limit',
    'leave_closed',
  ] as const)
    await db.deleteFrom(table).execute();
  await db.deleteFrom('leave').execute();
  await db.deleteFrom('holiday').execute();
  await sql.raw(migration.find((step) => step.includes('trigger leave_entry_remains'))!).execute(db);
}

/** The demo without its leave: Oona works Monday to Friday, and Noor is her manager. */
export async function freshLeave(): Promise<void> {
  await freshDemo();
  await withoutLeave();
  await db
    .updateTable('person')
    .set({
      manager_id: 'noor',
      usual_week: '[480,480,480,480,480,0,0]',
      contract_minutes: 2400,
      employed_from: '2020-01-01',
    })
    .where('id', '=', 'oona')
    .execute();
}

/** Whole days of annual leave that Oona is granted. */
export const grant = (amount: number, more: object = {}) => ({
  ...{ site: 'bistro', type: 'annual', to: { kind: 'people', people: ['oona'] }, amount: amount * DAYS },
  ...{ date: at('2026-01-01'), note: 'This year', later: false },
  ...more,
});
/** What is left to somebody on a date, in days. */
export const balance = async (person: string, date: string, type = 'annual') =>
  balanceOn(await loadEntries(db, [person], type), at(date)) / DAYS;
/** A kind of leave that is granted by hand and asked for at any time. */
export const HAND = { entitlement: null, carryOver: null, ahead: { least: null, most: null } };
/** The id of what was done last. */
export const lastId = async () =>
  (await db.selectFrom('activity').select('id').orderBy('seq', 'desc').limit(1).executeTakeFirstOrThrow()).id;
/** A decision about leave of Oona: the days that are approved. */
export const decide = (request: string, days: readonly string[], more: object = {}) => ({
  ...{ person: 'oona', request, days: days.map(at), reason: '', shifts: [] },
  ...more,
});
/** Oona, who has no account in the demo. */
export const asOona = async () => ({
  ...(await actorNamed(db, 'demo-noor')),
  id: 'oona-account',
  name: 'Oona Kelly',
  person: 'oona',
});

/** The same as {@link asking} for what is entered by somebody else. */
export const entering = (...asked: Parameters<typeof asking>) => {
  const { send: _send, ...rest } = asking(...asked);
  return rest;
};

/** What waits at a site for somebody, with what deciding it would do. */
export async function queueAt(of: Database, actor: Actor, site: string) {
  return queueOf(of, actor, await turnsAt(of, actor, site));
}
