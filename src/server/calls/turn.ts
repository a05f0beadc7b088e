import { randomUUID } from 'node:crypto';
import { dueToAsk } from '@/core/today/call-round';
import { goingRounds } from '@/data/calls/call-store';
import type { Database } from '@/data/database';
import { runCommand } from '../commands/run';
import { log } from '../log';
import { now } from '../now';
import { ITSELF } from '../today/itself';
import { callGround, whyOver } from './ground';
import { isHere } from './commands';

/** Asks whoever is due in call rounds, and ends those in which there is nothing to give away any more. */
export async function turnCalls(db: Database): Promise<void> {
  for (const round of await goingRounds(db)) {
    const { id, site, mode, pause, called } = round;
    const found = await callGround(db, round);
    const isOver = found.ok && (whyOver(found.ground) !== null || (await isHere(db, round)));
    if (!isOver && dueToAsk(mode, pause, called, now()).length === 0) continue;
    const request = { id: randomUUID(), kind: 'call.turn', input: { site, round: id } };
    const done = await runCommand(db, ITSELF, request, { preview: false });
    // Somebody may have said yes just now.
    if (!done.ok) log.warn({ problem: done.problem, round: id }, 'a call round was not taken further');
  }
}
