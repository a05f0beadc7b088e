import { randomUUID } from 'node:crypto';
import type { Database } from '@/data/database';
import { storageFault } from '@/data/transaction';
import { log, logFailure } from '../log';
import { backUpBySchedule } from '../backup/by-schedule';
import { forgetPhotos } from '../clock/photos';
import { extendRounds } from '../jobs/round-jobs';
import { turnCalls } from '../calls/turn';
import { postLeave } from '../leave/post';
import { remindApprovers } from '../leave/remind';
import { remindOfHours } from '../hours/remind';
import { lapseRequests } from '../requests/lapse';
import { remindOfQuestions } from '../outbox/remind';
import { sendDue } from '../outbox/send';
import { watchToday } from '../today/watch';
import { dropLease, takeLease } from './lease';

const LEASE = 'ticker';
/** How long a process that holds the lease may be silent before another takes over, in milliseconds. */
const LEASE_MS = 60_000;
/** How often it looks for something due, in milliseconds. */
const PAUSE_MS = 1000;

/** One thing that is done when it is due. A new one is a line here. */
const JOBS: readonly { readonly name: string; readonly run: (db: Database) => Promise<void> }[] = [
  { name: 'leave', run: postLeave },
  { name: 'reminders of leave', run: remindApprovers },
  { name: 'requests', run: lapseRequests },
  { name: 'reminders', run: remindOfQuestions },
  { name: 'today', run: watchToday },
  { name: 'call rounds', run: turnCalls },
  { name: 'hours', run: remindOfHours },
  { name: 'rounds of jobs', run: extendRounds },
  { name: 'photos', run: forgetPhotos },
  { name: 'outbox', run: sendDue },
  { name: 'back-up', run: backUpBySchedule },
];

/** Does what is due, unless another process does it just now. */
export async function tick(db: Database, holder: string): Promise<boolean> {
  if (!(await takeLease(db, LEASE, holder, LEASE_MS))) return false;
  for (const { name, run } of JOBS)
    try {
      await run(db);
    } catch (error) {
      // One that fails does not keep the others from being done; it is tried again at the next tick.
      if (storageFault(error))
        log.warn({ err: error, job: name }, 'put off until the data file can be written');
      else logFailure(error, `ticker ${name}`);
    }
  return true;
}

/** Starts doing what is due, again and again; returns what ends it once the work under way is done. */
export function startTicker(db: Database): () => Promise<void> {
  const holder = randomUUID();
  let stopped = false;
  let under: Promise<unknown> = Promise.resolve();
  let timer: NodeJS.Timeout;
  const turn = () => {
    under = tick(db, holder)
      .catch((error: unknown) => {
        if (!storageFault(error)) logFailure(error, 'ticker');
      })
      .finally(() => {
        if (!stopped) timer = setTimeout(turn, PAUSE_MS);
      });
  };
  timer = setTimeout(turn, PAUSE_MS);
  return async () => {
    stopped = true;
    clearTimeout(timer);
    await under;
    await dropLease(db, LEASE, holder).catch(() => undefined);
  };
}
