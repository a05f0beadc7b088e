import { groupedBy } from '@/core/grouped';
import { fail } from '@/core/plan/problem';
import { spanOf } from '@/core/week/placement';
import {
  type SealedActivity,
  type Subject,
  findActivity,
  keepActivity,
  lastSeq,
  shiftIdOf,
  shiftsChangedAfter,
} from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { type RowChange, applyRowChanges } from '@/data/records/records';
import { inTransaction } from '@/data/transaction';
import { type StagedChanges, dropStaged, stageChanges } from '@/data/week/shift-changes';
import { shiftsById } from '@/data/week/shift-store';
import { type CheckedShifts, applyChecked } from '../week/write-shifts';
import { PREPARE_SHARE, type Watch } from './command';
import type { CommandAnswer } from './payload';
import { STOPPED } from './preview';

/** Something worked out and checked, that only has to be written. */
export interface Ready {
  readonly rows: readonly RowChange[];
  readonly shifts: readonly CheckedShifts[];
  /** Null where nothing is to be kept, as nothing changes. */
  readonly activity: SealedActivity | null;
  readonly subjects: readonly Subject[];
  readonly sites: readonly string[];
  readonly onCommitted?: (db: Database) => Promise<void>;
  readonly answer: CommandAnswer;
}

/** Either what is to be written, or what is answered without that. */
export type Worked = { readonly ready: Ready } | { readonly answer: CommandAnswer };

/** Where something is written and, where that takes long, from where it is read: another connection to the file. */
export interface Connections {
  readonly db: Database;
  readonly reader?: Database;
}

/** How often something is worked out anew because others wrote meanwhile, before they have to wait for it. */
const TRIES = 3;

/**
 * Works something out and writes it, all or nothing. With a connection to read from it is worked out without holding
 * up who writes: the transaction only writes. Where somebody has changed meanwhile what it stands on it begins again.
 */
export async function settle(
  { db, reader }: Connections,
  work: (on: Database) => Promise<Worked>,
  watch?: Watch,
): Promise<CommandAnswer> {
  for (let i = 0; reader && i < TRIES; i++) {
    const { seq, worked } = await reader
      .transaction()
      .execute(async (snapshot) => ({ seq: await lastSeq(snapshot), worked: await work(snapshot) }));
    if ('answer' in worked) return worked.answer;
    const { ready } = worked;
    const answer = await withRollback(() => written(db, ready, watch, seq));
    if (answer.ok || answer.problem.code !== 'changed-meanwhile') return answer;
  }
  return withRollback(() =>
    inTransaction(db, async (trx) => {
      const worked = await work(trx);
      if ('answer' in worked) return worked.answer;
      await watch?.onProgress(PREPARE_SHARE);
      return watch?.signal.aborted ? STOPPED : write(trx, worked.ready);
    }),
  );
}

async function written(
  db: Database,
  ready: Ready,
  watch: Watch | undefined,
  seq: number,
): Promise<CommandAnswer> {
  const staged: StagedChanges[] = [];
  try {
    for (const { entry } of ready.shifts)
      staged.push(
        await stageChanges(db, entry.site, entry.changes, async (done) => {
          await watch?.onProgress(PREPARE_SHARE + (1 - PREPARE_SHARE) * (done / entry.changes.length));
          if (watch?.signal.aborted) throw new Rollback(STOPPED);
        }),
      );
    return await inTransaction(db, async (trx) =>
      (await isOvertaken(trx, ready, seq)) ? MEANWHILE : write(trx, ready, staged),
    );
  } finally {
    for (const one of staged) await dropStaged(db, one);
  }
}

const MEANWHILE = fail('changed-meanwhile', 'this was changed elsewhere in the meantime');

/** Gives up a transaction with something to answer. */
class Rollback extends Error {
  constructor(readonly answer: CommandAnswer) {
    super('given up');
  }
}

async function write(
  trx: Database,
  { rows, shifts, activity, subjects, sites, onCommitted, answer }: Ready,
  staged: readonly StagedChanges[] = [],
): Promise<CommandAnswer> {
  const failed = await applyRowChanges(trx, rows);
  if (failed) throw new Rollback(failed);
  for (const [i, checked] of shifts.entries()) await applyChecked(trx, checked, staged[i]);
  await onCommitted?.(trx);
  if (activity) await keepActivity(trx, activity, subjects, sites);
  return answer;
}

async function withRollback(run: () => Promise<CommandAnswer>): Promise<CommandAnswer> {
  try {
    return await run();
  } catch (error) {
    if (error instanceof Rollback) return error.answer;
    if (/FOREIGN KEY/i.test((error as Error).message))
      return fail('in-use', 'something else stands on it by now, so it cannot go');
    throw error;
  }
}

/** How far apart two shifts have to lie on the clock to be sure not to meet, in minutes: clocks may change between. */
const MARGIN = 120;

/**
 * Whether since a point of the log the very same was written, or shifts that are among those to be written or meet
 * them.
 */
async function isOvertaken(db: Database, { shifts, activity }: Ready, seq: number): Promise<boolean> {
  if (activity && (await findActivity(db, activity.id))) return true;
  if (shifts.length === 0) return false;
  const others = await shiftsChangedAfter(db, seq);
  if (others.length === 0) return false;
  const ids = new Set(shifts.flatMap(({ entry }) => entry.changes.map(shiftIdOf)));
  if (others.some((id) => ids.has(id))) return true;
  const mine = groupedBy(
    shifts.flatMap(({ after }) => after),
    (shift) => shift.person,
  );
  return (await shiftsById(db, others)).some(({ shift }) => {
    const { from, to } = spanOf(shift);
    const near = shift.person === null ? [] : (mine.get(shift.person) ?? []);
    return near.map(spanOf).some((span) => span.from < to + MARGIN && span.to > from - MARGIN);
  });
}
