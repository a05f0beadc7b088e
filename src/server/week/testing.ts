import type { Pattern } from '@/core/patterns/pattern';
import { toShiftSpec } from '@/core/plan/shift-spec';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { loadShifts } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import type { CommandAnswer } from '../commands/payload';
import { runCommand } from '../commands/run';
import { changePlan } from '../plan/commands';

/** The demo's bistro under a test's hands, on its Tuesday; a new one with each {@link freshDemo}. */
export let db: Database;

export const MONDAY = parseDate('2026-11-23')!;
export const NEXT = MONDAY + 7;
let made = 0;

/** Makes the demo anew. */
export async function freshDemo(): Promise<void> {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
}

type Done = Extract<CommandAnswer, { ok: true }>;

/** An id that no request had. */
export const id = () => `request-${++made}`;

/** Asks for a command at the bistro. */
export function ask(kind: string, input: object, preview = false, actor: Actor = OWNER) {
  return runCommand(db, actor, { id: id(), kind, input: { site: 'bistro', ...input } }, { preview });
}

/** Does a command at the bistro; throws where it is refused. */
export async function done(kind: string, input: object, preview = false): Promise<Done> {
  const answer = await ask(kind, input, preview);
  if (!answer.ok) throw new Error(`${answer.problem.path}: ${answer.problem.message}`);
  return answer;
}

export const shiftsOf = (week: number, days = 7) => loadShifts(db, 'bistro', week, week + days);
export const plain = (shifts: readonly Shift[]) => shifts.map((one) => JSON.stringify(one)).sort();

/** Next week from this one. */
export const start = {
  source: { from: 'week', week: MONDAY },
  weeks: [NEXT],
  mode: 'add',
  people: true,
  open: true,
};

/** A recurring shift on Tuesdays, for Jonas. */
export const tuesdays = (more: Partial<Pattern> = {}): Pattern => ({
  id: 'stocktake',
  name: 'Stocktake',
  anchor: NEXT,
  since: NEXT,
  until: null,
  weeks: 1,
  rule: 'FREQ=WEEKLY;BYDAY=TU',
  shifts: [{ ...toShiftSpec(bare(null, 0, '14-17', { role: 'floor' })), id: 'part', day: 0 }],
  members: [{ id: 'one', person: 'jonas', offset: 0 }],
  endings: [],
  ...more,
});

/** The shifts that a pattern has given in the weeks ahead. */
export async function ofPattern(): Promise<Shift[]> {
  const all = await loadShifts(db, 'bistro', NEXT, NEXT + 140);
  return all.filter((one) => one.detail?.pattern && one.role === 'floor');
}
export const times = async () =>
  (await ofPattern()).map((one) => `${(one.date - NEXT - 1) / 7}: ${one.from / 60}-${one.to / 60}`);

/** An edit of the plan that keeps to four weeks, from next one on unless another is named. */
export async function edit(changes: Change[], first = NEXT): Promise<void> {
  const week = 'shift' in changes[0] && changes[0].do === 'add' ? changes[0].shift.date : first;
  const answer = await changePlan(db, OWNER, 'bistro', week, {
    id: id(),
    base: 0,
    days: 28,
    changes,
  });
  if (!answer.ok) throw new Error(answer.problem.message);
}
