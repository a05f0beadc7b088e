import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseDate } from '@/core/time/day';
import { type Database, openDatabase } from '@/data/database';
import { makeLargeSite } from '../demo/large-site';
import { makeDemo } from '../demo/saltmere';
import { OWNER } from '@/server/access/testing';
import type { CommandAnswer } from '@/server/commands/payload';
import { runCommand } from '@/server/commands/run';
import { closeWorkers } from '../src/server/workers/pool';

export const MONDAY = parseDate('2026-11-23')!;

/** A data file with 600 people at one site and a planned week from {@link MONDAY} on. */
export async function withLargeSite(): Promise<{ db: Database; site: string; end: () => Promise<void> }> {
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
    await closeWorkers();
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  };
  return { db, site, end };
}

/** What is asked for to write weeks, counted from {@link MONDAY}'s, as that one is. */
export function copyOnto(site: string, first: number, weeks: number): object {
  return {
    site,
    weeks: Array.from({ length: weeks }, (_, i) => MONDAY + 7 * (first + i)),
    source: { from: 'week', week: MONDAY },
    ...{ mode: 'add', people: true, open: true },
  };
}

/** The answer of what has to succeed. */
export function succeeded<Answer extends { readonly ok: boolean }>(
  answer: Answer,
): Extract<Answer, { readonly ok: true }> {
  if (!answer.ok) throw new Error(JSON.stringify(answer));
  return answer as Extract<Answer, { readonly ok: true }>;
}

/** Does a command and waits for it. */
export async function does(db: Database, id: string, kind: string, input: unknown): Promise<CommandAnswer> {
  return succeeded(await runCommand(db, OWNER, { id, kind, input }, { preview: false }));
}
