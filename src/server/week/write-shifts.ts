import { badTime } from '@/core/checks/person/bad-time';
import { CHECKS, checkOf } from '@/core/checks/list';
import type { Snag } from '@/core/checks/shared/snag';
import { formatConflict } from '@/core/plan/change-text';
import { wordsFor } from '@/core/checks/shared/messages';
import { refusal, tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import { type Change } from '@/core/plan/change';
import { type Problem, fail } from '@/core/plan/problem';
import { type Conflict, conflictsOf } from '@/core/plan/preconditions';
import type { Plan, Shift } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import { type ShiftEntry, shiftIdOf } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { listSites, namesOf } from '@/data/site/site-store';
import type { RowChange } from '@/data/records/records';
import { notePatternExceptions } from '@/data/patterns/pattern-store';
import { loadShiftContext } from '@/data/week/plan-store';
import { type StagedChanges, applyShiftChanges } from '@/data/week/shift-changes';
import { shiftsById } from '@/data/week/shift-store';
import { shiftNames } from './shift-names';

/** Changes of one site's shifts that are to be written. */
export interface ShiftsToSave {
  readonly site: string;
  readonly changes: readonly Change[];
  /** The only days on which shifts may lie; left out: any. */
  readonly within?: { readonly from: Day; readonly days: number };
  /** Edits of a plan say that an occurrence of a pattern is left out, or given again; commands say it themselves. */
  readonly exceptions?: boolean;
  /** Whether somebody was asked about a shift that may be a slip, and said yes; left out: nobody is asked. */
  readonly confirmed?: boolean;
}

type Refused = {
  readonly ok: false;
  readonly problem: Problem;
  readonly conflicts?: readonly Conflict[];
};

/** Changes of shifts that can be written as things stand, with the shifts they were checked on. */
export interface CheckedShifts {
  readonly entry: ShiftEntry;
  /** Those that go, as they are. */
  readonly gone: readonly Shift[];
  /** Those that come or change, as they will be. */
  readonly after: readonly Shift[];
  readonly exceptions: boolean;
}

export type ShiftsChecked = { readonly ok: true; readonly checked: CheckedShifts } | Refused;
export type ShiftsSaved = { readonly ok: true; readonly entry: ShiftEntry } | Refused;

/**
 * The one way in which shifts are written, for edits, commands, what takes them back, and imports; to be called in a
 * transaction, all or nothing.
 */
export async function saveShifts(db: Database, write: ShiftsToSave): Promise<ShiftsSaved> {
  const found = await checkShifts(db, write);
  if (!found.ok) return found;
  await applyChecked(db, found.checked);
  return { ok: true, entry: found.checked.entry };
}

/**
 * Whether shifts can be changed so. Refused is what no longer finds the values it was made on, an id that another
 * shift has, whatever no plan may hold, and an overlap that was not there before: nobody is ever put in two places by
 * it. `rows`: what is to be written in the same step. Writes nothing.
 */
export async function checkShifts(
  db: Database,
  { site, changes, within, confirmed, exceptions = false }: ShiftsToSave,
  rows: readonly RowChange[] = [],
): Promise<ShiftsChecked> {
  const found = await shiftsById(db, [...new Set(changes.map(shiftIdOf))]);
  const here = new Map<string, Shift>();
  const elsewhere = new Set<string>();
  for (const { site: where, shift } of found)
    if (where === site) here.set(shift.id, shift);
    else elsewhere.add(shift.id);
  const taken = changes.findIndex((change) => change.do === 'add' && elsewhere.has(change.shift.id));
  if (taken >= 0) return fail('taken', 'this id belongs to another shift', `[${taken}].shift.id`);
  const added = new Set(addedIn(changes).map((shift) => shift.id));
  // Who wanted a shift away that is away by now has what was wanted.
  const due = changes.filter(
    (change) => !(change.do === 'remove' && change.was && !here.has(change.id) && !added.has(change.id)),
  );
  if (due.length === 0)
    return {
      ok: true,
      checked: { entry: { site, changes: [], inverse: [] }, gone: [], after: [], exceptions },
    };
  const conflicts = conflictsOf(here, due).filter((one) => isJudged(due[one.change]));
  if (conflicts.length > 0) return conflicting(db, site, due, conflicts);

  const header = await loadShiftContext(db, site, [...here.values(), ...addedIn(due)], due, { within, rows });
  if (!header) return fail('unknown', `there is no site "${site}"`, 'site');
  const plan = onlyTimes(header.plan);
  const tried = tryChanges(judge(plan), due);
  if (!tried.ok) return tried;
  const { consequences, inverse } = tried.trial;
  const slip = consequences.appeared.find((snag) => snag.code === badTime.code);
  const snag = refusal(consequences) ?? (confirmed === false ? slip : null);
  if (snag) return refused(db, plan, header.hourFormat, snag, due);
  const gone = due.flatMap((change) => (change.do === 'remove' ? (here.get(change.id) ?? []) : []));
  const named = new Set(due.map(shiftIdOf));
  const after = tried.trial.judgement.plan.shifts.filter((shift) => named.has(shift.id));
  return { ok: true, checked: { entry: { site, changes: due, inverse }, gone, after, exceptions } };
}

/** Writes what was checked; `staged`: where it stands beside the data already. */
export async function applyChecked(
  db: Database,
  { entry: { site, changes }, gone, exceptions }: CheckedShifts,
  staged?: StagedChanges,
): Promise<void> {
  await applyShiftChanges(db, site, changes, staged);
  if (exceptions) await notePatternExceptions(db, gone, addedIn(changes));
}

function addedIn(changes: readonly Change[]): Shift[] {
  return changes.flatMap((change) => (change.do === 'add' ? [change.shift] : []));
}

/** Whether a change says what it was made on; one that does not is done to whatever is there. */
function isJudged(change: Change): boolean {
  return change.do === 'add' || ('was' in change && change.was !== undefined);
}

/** A plan in which only the times of shifts are judged: who is in two places, and what may be a slip. */
function onlyTimes(plan: Plan): Plan {
  const off = CHECKS.map((check) => check.code).filter((code) => code !== badTime.code);
  return { ...plan, rules: { ...plan.rules, off } };
}

async function refused(
  db: Database,
  plan: Plan,
  hourFormat: HourFormat,
  snag: Snag,
  changes: readonly Change[],
): Promise<Refused> {
  const words = wordsFor(plan, hourFormat, namesOf(await listSites(db)));
  const at = changes.findIndex((change) => snag.shifts.includes(shiftIdOf(change)));
  return fail(snag.code, checkOf(snag.code)!.message(snag, words), at < 0 ? '' : `[${at}].shift`);
}

async function conflicting(
  db: Database,
  site: string,
  changes: readonly Change[],
  conflicts: readonly Conflict[],
): Promise<Refused> {
  const [first] = conflicts;
  const change = changes[first.change];
  const said = formatConflict(change, first, await shiftNames(db, site));
  const path = `[${first.change}].${change.do === 'add' ? 'shift.id' : 'id'}`;
  return { ...fail(change.do === 'add' ? 'taken' : 'changed-meanwhile', said, path), conflicts };
}
