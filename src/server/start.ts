import { CompiledQuery } from 'kysely';
import { pruneInverses } from '@/data/activity/activity-store';
import { hasAccounts } from '@/data/accounts/account-store';
import { type Database, DataFileError } from '@/data/database';
import { storageFault } from '@/data/transaction';
import { setUpCode } from './accounts/first-owner';
import { timestamp } from './now';
import { endStreams } from './live/stream';
import { log } from './log';
import { database, openedDatabase } from './store';
import { startTicker } from './ticker/ticker';
import { closeWorkers, giveUpWork, startWorkers } from './workers/pool';

/** How long what was done can be taken back. */
const UNDO_WINDOW_MS = 30 * 24 * 3600 * 1000;

/** What the process around the application calls, and what it ends. */
interface Hooks {
  vicendaClose?: () => Promise<void>;
  vicendaGiveUp?: () => void;
  vicendaTicker?: () => Promise<void>;
}

/**
 * Opens the data file. Where it cannot be used says so in a sentence and ends the process; a full disk is told too,
 * but waited for: requests try again, and are answered once there is room.
 */
export async function openAtStart(): Promise<void> {
  const hooks = globalThis as Hooks;
  hooks.vicendaClose = closeAtStop;
  hooks.vicendaGiveUp = () => {
    giveUpWork();
    endStreams();
  };
  try {
    const db = await database();
    await pruneInverses(db, timestamp(-UNDO_WINDOW_MS));
    startWorkers();
    hooks.vicendaTicker = startTicker(db);
    await printSetUpCode(db);
  } catch (error) {
    const fault = storageFault(error);
    if (fault?.code === 'full') {
      console.error(`\n${fault.message}\n`);
      return;
    }
    if (!(error instanceof DataFileError)) throw error;
    console.error(`\n${error.message}\n`);
    process.exit(1);
  }
}

/** Who started the application becomes its owner: nobody else reads the terminal. */
async function printSetUpCode(db: Database): Promise<void> {
  if (await hasAccounts(db)) return;
  console.error(
    `\n  Nobody can sign in yet. To become the owner, open the first page with this code: ${setUpCode()}\n`,
  );
}

/** Ends what runs in threads, writes everything into the data file and closes it: a copy of it is whole then. */
async function closeAtStop(): Promise<void> {
  await (globalThis as Hooks).vicendaTicker?.();
  await closeWorkers();
  const db = await openedDatabase();
  if (!db) return;
  try {
    await db.executeQuery(CompiledQuery.raw('pragma wal_checkpoint(truncate)'));
  } catch (error) {
    // What is not in the file yet stands in the one beside it, and is read from there at the next start.
    log.warn({ err: error }, 'the data file could not be written in full while stopping');
  }
  await db.destroy();
}
