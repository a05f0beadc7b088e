import { DataFileError } from '@/data/database';
import { database } from './store';

/** Opens the data file; where it cannot be used, says so in a sentence and ends the process. */
export async function openAtStart(): Promise<void> {
  try {
    await database();
  } catch (error) {
    if (!(error instanceof DataFileError)) throw error;
    console.error(`\n${error.message}\n`);
    process.exit(1);
  }
}
