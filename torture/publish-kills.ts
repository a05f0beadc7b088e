import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoFile, DEMO_MONDAY } from '../demo/testing';
import { formatDate } from '../src/core/time/day';
import { tick } from '../src/server/ticker/ticker';

/**
 * Kills a process while it publishes. Each time staff know either all of it or what they knew before; nobody has two
 * pieces of news of one publication, nor is anything sent twice by the stand-in.
 */
export async function publishKills(
  rounds: number,
): Promise<{ kills: number; published: number; broken: number }> {
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-publish-')), 'vicenda.db');
  const db = await demoFile(file);
  const week = formatDate(DEMO_MONDAY);
  const end = formatDate(DEMO_MONDAY + 7);
  let broken = 0;
  for (let round = 0; round < rounds; round++) {
    const child = spawn('node', ['--import', 'tsx', 'torture/publish-child.ts', file, week, String(round)], {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, VICENDA_NOW: '2026-11-24T10:00:00Z' },
    });
    await new Promise<void>((resolve) => child.stdout.once('data', () => resolve()));
    await new Promise((resolve) => setTimeout(resolve, Math.random() * 500));
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
    const told = await db
      .selectFrom('published_shift')
      .select('label')
      .where('site_id', '=', 'bistro')
      .where('date', '>=', week)
      .where('date', '<', end)
      .distinct()
      .execute();
    // Before the first publication each has the label of its own.
    const isFirst =
      (await db.selectFrom('publication').select('id').limit(1).executeTakeFirst()) === undefined;
    if (!isFirst && told.length !== 1) broken++;
    await tick(db, 'parent');
  }
  const publications = await db.selectFrom('publication').select('id').execute();
  const news = await db.selectFrom('news').select(['publication_id', 'person_id']).execute();
  // The same ticker reminds of leave, and ends requests whose shifts have begun: that is no news.
  const sent = await db
    .selectFrom('outbox')
    .select('id')
    .where('subject', 'not like', 'Still waiting: %')
    .where('subject', 'not like', 'Request lapsed: %')
    .execute();
  const pairs = new Set(news.map((row) => `${row.publication_id} ${row.person_id}`));
  if (pairs.size !== news.length) broken++;
  if (new Set(news.map((row) => row.publication_id)).size !== publications.length) broken++;
  // Everybody has an address here: as many messages as news.
  if (sent.length !== news.length) broken++;
  await db.destroy();
  return { kills: rounds, published: publications.length, broken };
}
