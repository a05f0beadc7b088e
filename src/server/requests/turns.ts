import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { type Turns as LeaveTurns, seesRequests, turnsAt } from '../leave/queries';
import { offAt } from '../site/capabilities';
import { type ProposalTurns, proposalTurns } from '../staff/proposals';
import { type ShiftTurns, shiftTurns } from './queries';

/** All that waits at a site, of each kind: what who asks decides now, and what waits for others. */
export interface Turns {
  readonly leave: LeaveTurns;
  readonly shifts: ShiftTurns;
  readonly proposals: ProposalTurns;
}

/** Whose turn it is with what waits at a site, as far as who asks may see it. */
export async function turnsOf(db: Database, actor: Actor, site: string): Promise<Turns> {
  const hasLeave = !(await offAt(db, site)).has('leave') && (await seesRequests(db, actor, site));
  return {
    leave: hasLeave ? await turnsAt(db, actor, site) : { mine: [], others: [] },
    shifts: await shiftTurns(db, actor, site),
    proposals: await proposalTurns(db, actor, site),
  };
}

/** How much of it is for who asks to decide, and how much waits for others. */
export function countOf({ leave, shifts, proposals }: Turns): {
  readonly mine: number;
  readonly others: number;
} {
  return {
    mine: leave.mine.length + shifts.mine.length + proposals.mine.length,
    others: leave.others.length + shifts.others.length + proposals.others.length,
  };
}
