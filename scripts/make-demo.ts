import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { parseDate, startOfWeek } from '@/core/time/day';
import { type Database, DataFileError, openDatabase } from '@/data/database';
import { DEMO_PASSWORD, signInLines } from '../demo/accounts';
import { makeDemo } from '../demo/saltmere';
import { makeLargeSite } from '../demo/large-site';
import { now, nowAt } from '@/server/now';

/** Makes the demo data in VICENDA_DATA where there is none; `--fresh` anew, `--large` with 600 people. */
async function main(flags: readonly string[]): Promise<void> {
  const unknown = flags.find((flag) => flag !== '--fresh' && flag !== '--large');
  if (unknown)
    throw new DataFileError('unreachable', `There is no option ${unknown}; there are --fresh and --large.`);
  const file = join(process.env.VICENDA_DATA!, 'vicenda.db');
  if (flags.includes('--fresh')) for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true });
  const there = existsSync(file);
  const db = await openDatabase(file);
  const monday = startOfWeek(parseDate(nowAt('Europe/Lisbon').date)!, 0);
  const until = Math.floor(now() / 60_000);
  if ((await count(db)) === 0) {
    if (there) console.error('The data file is empty; the demo is made in it.');
    await makeDemo(db, monday, until);
  }
  if (flags.includes('--large')) await makeLargeSite(db, monday, 600, until);
  await db.destroy();
  console.error(`\n  Sign-ins of the demo, all with the password "${DEMO_PASSWORD}":`);
  for (const line of signInLines()) console.error(`  ${line}`);
}

async function count(db: Database): Promise<number> {
  const { n } = await db
    .selectFrom('site')
    .select((site) => site.fn.countAll<number>().as('n'))
    .executeTakeFirstOrThrow();
  return Number(n);
}

main(process.argv.slice(2)).catch((error: unknown) => {
  console.error(error instanceof DataFileError ? `\n${error.message}\n` : error);
  process.exit(1);
});
