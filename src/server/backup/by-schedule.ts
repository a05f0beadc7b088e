import { backupTime, backupsIn } from '@/data/backup';
import type { Database } from '@/data/database';
import { secret } from '../accounts/secret';
import { now, timestamp } from '../now';
import { log } from '../log';
import { inWorker } from '../workers/in-worker';

const HOUR_MS = 3600_000;
/** How long a back-up that failed is not tried again, in milliseconds. */
const PAUSE_MS = 15 * 60_000;
let notBefore = 0;

/**
 * Backs up by itself where VICENDA_BACKUP names a folder: every VICENDA_BACKUP_HOURS (24), of which the last
 * VICENDA_BACKUP_KEEP (7) stay. One that fails is in the log, and tried again a quarter of an hour later.
 */
export async function backUpBySchedule(db: Database): Promise<void> {
  const folder = process.env.VICENDA_BACKUP;
  if (!folder || now() < notBefore) return;
  const hours = Number(process.env.VICENDA_BACKUP_HOURS ?? 24);
  const last = backupsIn(folder).at(-1);
  if (last !== undefined && now() - backupTime(last) < hours * HOUR_MS) return;
  try {
    const keep = Math.max(1, Number(process.env.VICENDA_BACKUP_KEEP ?? 7));
    const made = await inWorker(db, 'backUp', { folder, secret: secret(), keep, at: timestamp() });
    log.info({ file: made.file, bytes: made.bytes, removed: made.removed }, 'backed up');
  } catch (error) {
    notBefore = now() + PAUSE_MS;
    throw error;
  }
}
