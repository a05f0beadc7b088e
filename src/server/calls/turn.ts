import { randomUUID } from 'node:crypto';
import { dueToAsk } from '@/core/today/call-round';
import { type StoredRound, goingRounds } from '@/data/calls/call-store';
import type { Database } from '@/data/database';
import { runCommand } from '../commands/run';
import { log } from '../log';
import { now } from '../now';
import { ITSELF } from '../today/itself';
import { callGround, whyOver } from './ground';
import { isHere } from './commands';

/** The minute in which it was looked whether there is still something to give away, by data file: by the second nothing new is found. */
const LOOKED = new WeakMap<Database, number>();

/** Asks whoever is due in call rounds, and ends those in which there is nothing to give away any more. */
export async function turnCalls(db: Database): Promise<void> {
  const minute = Math.floor(now() / 60_000);
  const looks = LOOKED.get(db) !== minute;
  for (const round of await goingRounds(db)) {
    const { id, site, mode, pause, called } = round;
    const isDue = dueToAsk(mode, pause, called, now()).length > 0;
    if (!isDue && !(looks && (await isOver(db, round)))) continue;
    const request = { id: randomUUID(), kind: 'call.turn', input: { site, round: id } };
    const done = await runCommand(db, ITSELF, request, { preview: false });
    // Somebody may have said yes just now.
    if (!done.ok) log.warn({ problem: done.problem, round: id }, 'a call round was not taken further');
  }
  LOOKED.set(db, minute);
}

async function isOver(db: Database, round: StoredRound): Promise<boolean> {
  const found = await callGround(db, round);
  return found.ok && (whyOver(found.ground) !== null || (await isHere(db, round)));
}
