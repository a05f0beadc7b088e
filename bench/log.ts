import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { readDate } from '@/core/time/day';
import { type Database, openDatabase } from '@/data/database';
import { makeLargeSite } from '@/data/demo/large-site';
import { makeDemo } from '@/data/demo/saltmere';
import { loadShifts } from '@/data/week/shift-store';
import { BUILT_IN_OWNER } from '@/server/access/actor';
import { runCommand } from '@/server/commands/run';
import { changePlan } from '@/server/plan/commands';
import { setupOf } from '@/server/site/queries';
import { figure, percentile } from './figures';

// What everything done costs: bytes of the log, and what an edit takes once much has been done.

const MONDAY = readDate('2026-11-23')!;
const WEEKS = 29;
let made = 0;

/** A data file with 600 people at one site. */
async function withLargeSite(): Promise<{ db: Database; site: string; end: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'vicenda-bench-'));
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  const db = await openDatabase(join(folder, 'vicenda.db'));
  await makeDemo(db, MONDAY);
  await makeLargeSite(db, MONDAY, 600);
  const { id: site } = await db
    .selectFrom('site')
    .select('id')
    .orderBy('position', 'desc')
    .executeTakeFirstOrThrow();
  const end = async () => {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  };
  return { db, site, end };
}

/** Milliseconds that the server takes to keep one edit, at the median. */
async function editTime(db: Database, site: string): Promise<number> {
  const shifts = await loadShifts(db, site, MONDAY, MONDAY + 7);
  const spent: number[] = [];
  let base = 0;
  for (let i = 0; i < 120; i++) {
    const { id, note } = shifts[i];
    const began = performance.now();
    const answer = await changePlan(db, BUILT_IN_OWNER, site, MONDAY, {
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

async function previews(db: Database, site: string): Promise<void> {
  const found = await setupOf(db, BUILT_IN_OWNER, site);
  if (!found.ok) throw new Error(found.problem.message);
  const preview = async (name: string, kind: string, input: unknown) => {
    const spent: number[] = [];
    for (let i = 0; i < 4; i++) {
      const began = performance.now();
      const answer = await runCommand(
        db,
        BUILT_IN_OWNER,
        { id: `bench-preview-${++made}`, kind, input },
        { preview: true },
      );
      if (!answer.ok) throw new Error(answer.problem.message);
      spent.push(performance.now() - began);
    }
    figure(name, percentile(spent, 50), 'ms');
  };
  const rules = { ...found.setup.rules, maxDaysInARow: 4 };
  await preview('preview-rules-600', 'rules.save', { site, rules });
  const { person_id: person } = await db
    .selectFrom('person_site')
    .select('person_id')
    .where('site_id', '=', site)
    .executeTakeFirstOrThrow();
  const blocks = [0, 1, 2].map((weekday) => ({ weekday, from: 540, to: 1020, kind: 'available' }));
  const versions = [{ id: 'bench-version', since: MONDAY, until: null, comment: null, blocks }];
  await preview('preview-availability-600', 'availability.save', { person, versions });
}

const { db, site, end } = await withLargeSite();
// The first ones are slower whatever stands in the log.
for (let i = 0; i < 3; i++) await editTime(db, site);
const fresh = await editTime(db, site);
figure('edit-kept-600', fresh, 'ms');
await previews(db, site);
const before = await logBytes(db);
// At most half a year is written at once.
for (const [first, weeks] of [
  [0, 15],
  [15, WEEKS - 15],
]) {
  const input = {
    site,
    weeks: Array.from({ length: weeks }, (_, i) => MONDAY + 7 * (first + i + 2)),
    source: { from: 'week', week: MONDAY },
    ...{ mode: 'add', people: true, open: true },
  };
  const answer = await runCommand(
    db,
    BUILT_IN_OWNER,
    { id: `bench-copy-${first}`, kind: 'week.start', input },
    { preview: false },
  );
  if (!answer.ok) throw new Error(answer.problem.message);
}
const written = await loadShifts(db, site, MONDAY + 14, MONDAY + 7 * (WEEKS + 2));
const bytes = (await logBytes(db)) - before;
figure('log-29-weeks', bytes / 1e6, 'MB');
figure('log-bytes-per-edit', bytes / written.length, 'bytes');
const later = await editTime(db, site);
figure('edit-after-29-weeks', later, 'ms');
figure('edit-after-29-weeks-over-fresh', later / fresh, 'times');
await end();
