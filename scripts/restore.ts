import { resolve } from 'node:path';
import { BackupError } from '@/data/backup';
import { DataFileError } from '@/data/database';
import { restore } from '@/server/backup/restore';
import { dataFile } from '@/server/store';

// npm run restore -- FILE: puts a back-up in the place of the data file, which is kept aside.

const [file] = process.argv.slice(2);
try {
  if (!file) throw new BackupError('Say which back-up: npm run restore -- FILE');
  const { aside, erased } = await restore(resolve(file), dataFile(), new Date().toISOString());
  console.log(`Restored ${resolve(file)} as ${dataFile()}.`);
  if (aside) console.log(`What was there before is kept as ${aside}.`);
  if (erased > 0)
    console.log(
      `${erased} ${erased === 1 ? 'person who was' : 'people who were'} erased since the back-up ${erased === 1 ? 'stays' : 'stay'} erased.`,
    );
} catch (error) {
  if (!(error instanceof BackupError) && !(error instanceof DataFileError)) throw error;
  console.error(error.message);
  process.exit(1);
}
