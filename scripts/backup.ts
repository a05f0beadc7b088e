import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { BackupError, makeBackup } from '@/data/backup';
import { connectTo } from '@/data/database';
import { secret } from '@/server/accounts/secret';
import { dataFile } from '@/server/store';
import { sizeText } from './size-text';

// npm run backup -- FOLDER [KEEP]: copies the data file into a folder, also while a server runs on it.

const [folder, keep = '7'] = process.argv.slice(2);
try {
  if (!folder) throw new BackupError('Say into which folder: npm run backup -- FOLDER [how many to keep, 7]');
  if (!/^[1-9]\d*$/.test(keep))
    throw new BackupError(`How many to keep is a number of 1 or more, not "${keep}".`);
  if (!existsSync(dataFile())) throw new BackupError(`There is no data file ${dataFile()} to back up.`);
  const db = await connectTo(dataFile(), { reading: false });
  const made = await makeBackup(db, resolve(folder), {
    secret: secret(),
    keep: Number(keep),
    at: new Date().toISOString(),
  });
  await db.destroy();
  console.log(`Backed up ${dataFile()} to ${made.file} (${sizeText(made.bytes)}), checked and whole.`);
  if (made.removed.length > 0) console.log(`Removed ${made.removed.join(', ')}: the last ${keep} are kept.`);
  console.log('It holds what signs people in: keep it where nobody else can read it.');
} catch (error) {
  if (!(error instanceof BackupError)) throw error;
  console.error(error.message);
  process.exit(1);
}
