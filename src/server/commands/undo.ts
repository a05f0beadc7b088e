import Joi from 'joi';
import { type Change } from '@/core/plan/change';
import { fail } from '@/core/plan/problem';
import { findActivity, sealed, shiftIdOf, subjectsOf, undoneAmong } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { type RowChange, inverseOf, misfits } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { seesPayAtAll, touchesPay } from '../access/pay';
import { checkScope } from '../access/permissions';
import { refuseReachingUp } from '../accounts/guard';
import { timestamp } from '../now';
import { REQUEST_ID, parseInput } from '../input';
import { type CheckedShifts, type ShiftsChecked, checkShifts } from '../week/write-shifts';
import type { Watch } from './command';
import { misfitMessages } from './conflicts';
import { COMMANDS } from './list';
import type { CommandAnswer } from './payload';
import { type Connections, type Worked, settle } from './settle';

/** Which activity is to be taken back, and under which id. */
interface Undo {
  readonly id: string;
  readonly undoId: string;
  /** Whether only what still fits is taken back. */
  readonly rest: boolean;
}

/**
 * Takes an activity back: every value as it was. What somebody changed since is left alone: then the answer says
 * which, and nothing is taken back unless `rest` asks for what still fits. `reader` as in {@link runCommand}.
 */
export async function undoCommand(
  db: Database,
  actor: Actor,
  id: string,
  undoId: string,
  rest = false,
  { reader, watch }: Omit<Connections, 'db'> & { readonly watch?: Watch } = {},
): Promise<CommandAnswer> {
  const form = parseInput(
    Joi.object<Undo>({ id: REQUEST_ID.required(), undoId: REQUEST_ID.required(), rest: Joi.boolean() }),
    { id, undoId, rest },
  );
  if (!form.ok) return form;
  return settle({ db, reader }, (on) => worked(on, actor, form.value), watch);
}

async function worked(on: Database, actor: Actor, { id, undoId, rest }: Undo): Promise<Worked> {
  const entry = await findActivity(on, id);
  if (!entry) return { answer: fail('unknown', 'there is no such command', 'id') };
  const permission = COMMANDS.get(entry.kind)?.permission ?? 'plan.change';
  const subjects = await subjectsOf(on, entry.seq);
  const sites = subjects.filter((one) => one.kind === 'site').map((one) => one.id);
  const where = [...sites, ...entry.shifts.map((one) => one.site)];
  const refused = await checkScope(on, actor, permission, { sites: where });
  if (refused) return { answer: refused };
  const answer = { ok: true as const, title: entry.title, weekImpacts: [], remarks: [], answer: null };
  if ((await undoneAmong(on, [id])).has(id)) return { answer };
  if (!entry.undoable)
    return { answer: fail('too-late', 'this was done too long ago to be taken back', 'id') };
  const rows = inverseOf(entry.rows);
  if (!seesPayAtAll(actor, where) && touchesPay(rows))
    return {
      answer: fail(
        'forbidden',
        'this changed pay, which you do not see: somebody who does can undo it',
        'id',
      ),
    };
  const reaching = await refuseReachingUp(on, actor, rows);
  if (reaching) return { answer: reaching };
  const unfit = await misfits(on, rows);
  if (unfit.length > 0 && !rest)
    return { answer: await misfitMessages(on, unfit, rows.length > unfit.length) };
  const fitting = rows.filter((row) => !unfit.includes(row));
  const checked: CheckedShifts[] = [];
  for (const { site, inverse } of entry.shifts) {
    const found = await checkFitting(on, site, inverse, fitting, rest);
    if (!found.ok)
      return {
        answer: { ok: false, problem: found.problem, partly: fitting.length + inverse.length > 1 },
      };
    if (found.checked.entry.changes.length > 0) checked.push(found.checked);
  }
  if (fitting.length === 0 && checked.length === 0)
    return { answer: fail('changed-meanwhile', 'all of it was changed since, so nothing is left to undo') };
  const activity = await sealed({
    id: undoId,
    at: timestamp(),
    actor: actor.id,
    kind: entry.kind,
    title: `Undone: ${entry.title}`,
    request: null,
    undoes: id,
    rows: fitting,
    shifts: checked.map((one) => one.entry),
  });
  return { ready: { rows: fitting, shifts: checked, activity, subjects, sites, answer } };
}

/** Checks changes that take others back; with `rest` without those that no longer fit. */
async function checkFitting(
  on: Database,
  site: string,
  changes: readonly Change[],
  rows: readonly RowChange[],
  rest: boolean,
): Promise<ShiftsChecked> {
  let left = changes;
  for (;;) {
    const found = await checkShifts(on, { site, changes: left }, rows);
    if (found.ok || !rest) return found;
    const gone = new Set(found.conflicts?.map((conflict) => conflict.shift) ?? []);
    const place = /^\[(\d+)\]/.exec(found.problem.path);
    if (place) gone.add(shiftIdOf(left[Number(place[1])]));
    const fewer = left.filter((change) => !gone.has(shiftIdOf(change)));
    if (fewer.length === left.length) return found;
    left = fewer;
  }
}
