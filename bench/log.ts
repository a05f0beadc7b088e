import { sql } from 'kysely';
import type { Database } from '@/data/database';
import { loadShifts } from '@/data/week/shift-store';
import { OWNER } from '@/server/access/testing';
import { changePlan } from '@/server/plan/commands';
import { figure, percentile } from './figures';
import { MONDAY, copyOnto, does, withLargeSite } from './large-site';

// What everything done costs: bytes of the log, and what an edit takes once much has been done.

const WEEKS = 29;
let made = 0;

/** Milliseconds that the server takes to keep one edit, at the median. */
async function editTime(db: Database, site: string): Promise<number> {
  const shifts = await loadShifts(db, site, MONDAY, MONDAY + 7);
  const spent: number[] = [];
  let base = 0;
  for (let i = 0; i < 120; i++) {
    const { id, note } = shifts[i];
    const began = performance.now();
    const answer = await changePlan(db, OWNER, site, MONDAY, {
      id: `bench-edit-${++made}`,
      base,
      changes: [{ do: 'set', id, shift: { note: `n${i}` }, was: { note } }],
    });
    spent.push(performance.now() - began);
    if (!answer.ok) throw new Error(answer.problem.message);
    base = answer.version;
  }
  return percentile(spent.slice(20), 50);
}

async function logBytes(db: Database): Promise<number> {
  const { rows } = await sql<{ bytes: number }>`
    select sum(pgsize) as bytes from dbstat where name like 'activity%' or name like 'sqlite_autoindex_activity%'
  `.execute(db);
  return Number(rows[0].bytes);
}

const { db, site, end } = await withLargeSite();
// The first ones are slower whatever stands in the log.
for (let i = 0; i < 3; i++) await editTime(db, site);
const fresh = await editTime(db, site);
figure('edit-kept-600', fresh, 'ms');
const before = await logBytes(db);
// At most half a year is written at once.
for (const [first, weeks] of [
  [0, 15],
  [15, WEEKS - 15],
]) {
  await does(db, `bench-copy-${first}`, 'week.start', copyOnto(site, first + 2, weeks));
}
const written = await loadShifts(db, site, MONDAY + 14, MONDAY + 7 * (WEEKS + 2));
const bytes = (await logBytes(db)) - before;
figure('log-29-weeks', bytes / 1e6, 'MB');
figure('log-bytes-per-edit', bytes / written.length, 'bytes');
const later = await editTime(db, site);
figure('edit-after-29-weeks', later, 'ms');
figure('edit-after-29-weeks-over-fresh', later / fresh, 'times');
await end();
