import { type Problem, fail, failedAt } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import type { PlanMemory } from '@/data/week/plan-memory';
import type { Actor } from '../access/actor';
import { checkShifts } from '../week/write-shifts';
import type { Watch } from './command';
import { weekImpacts } from './week-impacts';
import type { CommandAnswer, CommandRequest } from './payload';
import { acceptRequest, workOf } from './request';

/**
 * What a command would do: worked out on the rows in memory, without writing anything. What would be refused is
 * refused here. `memory`: for a connection that only reads, so that looking again is quick.
 */
export async function previewCommand(
  db: Database,
  actor: Actor,
  request: CommandRequest,
  watch?: Watch,
  memory?: PlanMemory,
): Promise<CommandAnswer> {
  const read = await acceptRequest(db, actor, request);
  if (!read.ok) return read;
  const prepared = await workOf(db, read.asked, watch);
  if (!prepared.ok) return prepared;
  const { work, today } = prepared;
  for (const { site, changes } of work.shifts ?? []) {
    if (watch?.signal.aborted) return STOPPED;
    const checked = await checkShifts(db, { site, changes }, work.rows);
    if (!checked.ok) return failedAt(checked, '');
  }
  const weeks = await weekImpacts(db, today, work, { watch, memory, actor });
  if (weeks === null) return STOPPED;
  return {
    ok: true,
    title: work.title,
    weekImpacts: weeks,
    remarks: work.remarks ?? [],
    answer: work.answer ?? null,
  };
}

/** Answered where whoever asked has gone. */
export const STOPPED: { ok: false; problem: Problem } = fail('stopped', 'stopped; nothing was changed');
