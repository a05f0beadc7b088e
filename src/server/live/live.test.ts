import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoFile } from '../../../demo/testing';
import { OWNER } from '../access/testing';
import { actorNamed, cookieOf } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { changePlan } from '../plan/commands';
import { wholeWeek } from '../publish/testing';
import { openDatabase } from '@/data/database';
import { feedOf } from './feed';
import type { LiveEvent } from './payload';
import { HERE_MS, sayHere, whoIsHere } from './presence';
import { endStreams, liveStream } from './stream';

const WEEK = parseDate('2026-11-23')!;
let one: Database;
let two: Database;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  const file = join(mkdtempSync(join(tmpdir(), 'vicenda-live-')), 'vicenda.db');
  // Two processes on one file.
  one = await demoFile(file);
  two = await openDatabase(file);
});
afterEach(async () => {
  endStreams();
  await one.destroy();
  await two.destroy();
});

async function listening(db: Database, account: string) {
  const heard: LiveEvent[] = [];
  const end = await feedOf(db).add({
    actor: await actorNamed(db, account),
    hear: (event) => heard.push(event),
  });
  return { heard, end };
}
const edit = (db: Database, id: string) =>
  changePlan(db, OWNER, 'bistro', WEEK, {
    id,
    base: 0,
    changes: [{ do: 'set', id: 'bistro-2026-11-23-50', shift: { label: id }, was: {} }],
  });
async function until(holds: () => boolean) {
  const end = Date.now() + 5000;
  while (!holds()) {
    if (Date.now() > end) throw new Error('it did not come');
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

test('an edit in one process is heard in the other, by who may read the plan alone', async () => {
  const scheduler = await listening(two, 'demo-ilse');
  const elsewhere = await listening(two, 'demo-hanne');
  const staff = await listening(two, 'demo-noor');
  const answer = await edit(one, 'live-1');
  if (!answer.ok) throw new Error(answer.problem.message);
  await until(() => scheduler.heard.length > 0);
  expect(scheduler.heard).toEqual([{ kind: 'plan', site: 'bistro', version: answer.version }]);
  expect(elsewhere.heard).toEqual([]);
  expect(staff.heard).toEqual([]);
  for (const { end } of [scheduler, elsewhere, staff]) end();
});

test('what was done before one listened is not told, and nothing is after one left', async () => {
  await edit(one, 'live-2');
  const late = await listening(two, 'demo-ilse');
  await new Promise((resolve) => setTimeout(resolve, 500));
  expect(late.heard).toEqual([]);
  late.end();
  await edit(one, 'live-3');
  await new Promise((resolve) => setTimeout(resolve, 500));
  expect(late.heard).toEqual([]);
});

test('a publication is news to the staff of the site', async () => {
  const staff = await listening(two, 'demo-noor');
  const other = await listening(two, 'demo-lior');
  const input = await wholeWeek(one, 'bistro', WEEK);
  expect(
    await runCommand(one, OWNER, { id: 'tell', kind: 'plan.publish', input }, { preview: false }),
  ).toMatchObject({ ok: true });
  await until(() => staff.heard.length > 0 && other.heard.length > 0);
  expect(staff.heard).toEqual([{ kind: 'news' }]);
  staff.end();
  other.end();
});

test('what staff say for themselves is heard by who plans, and by nobody else', async () => {
  const scheduler = await listening(two, 'demo-ilse');
  const staff = await listening(two, 'demo-noor');
  const emil = await actorNamed(one, 'demo-emil');
  const input = { byMail: true, byText: false };
  const wished = { id: 'wish', kind: 'told.wish', input };
  expect(await runCommand(one, emil, wished, { preview: false })).toMatchObject({ ok: true });
  await until(() => scheduler.heard.length > 0);
  expect(scheduler.heard).toEqual([{ kind: 'staff' }]);
  expect(staff.heard).toEqual([]);
  scheduler.end();
  staff.end();
});

test('who has a week open is told to others who may see it, and forgotten when nothing more is heard', async () => {
  const [ilse, bram] = [await actorNamed(one, 'demo-ilse'), await actorNamed(one, 'demo-bram')];
  const at = Date.now();
  await sayHere(one, ilse, { tab: 'a', site: 'bistro', week: '2026-11-23' }, at);
  await sayHere(one, bram, { tab: 'b', site: 'bistro', week: '2026-11-23' }, at);
  // Nobody speaks for another's tab.
  await sayHere(one, bram, { tab: 'a', site: 'bistro', week: '2026-11-30' }, at);
  expect((await whoIsHere(two, at)).map(({ tab, name, week }) => [tab, name, week])).toEqual([
    ['b', 'Bram de Wit', '2026-11-23'],
    ['a', 'Ilse Brandt', '2026-11-23'],
  ]);
  await sayHere(one, bram, { tab: 'b', site: 'bistro', week: null }, at);
  expect(await whoIsHere(two, at)).toHaveLength(1);
  expect(await whoIsHere(two, at + HERE_MS)).toHaveLength(0);
  const elsewhere = await listening(two, 'demo-hanne');
  const here = await listening(two, 'demo-bram');
  await until(() => here.heard.length > 0);
  expect(here.heard).toMatchObject([{ kind: 'here', here: [{ name: 'Ilse Brandt' }] }]);
  expect(elsewhere.heard).toEqual([]);
  here.end();
  elsewhere.end();
});

test('a stream sends events as text, and ends when the process stops', async () => {
  const cookie = await cookieOf(one, 'demo-ilse');
  const actor = await actorNamed(one, 'demo-ilse');
  const response = liveStream(one, actor, cookie, new AbortController().signal);
  expect(response.headers.get('content-type')).toBe('text/event-stream');
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  expect((await reader.read()).value).toContain('retry: 1000');
  await edit(two, 'live-4');
  const { value } = await reader.read();
  expect(value).toMatch(/^data: \{"kind":"plan","site":"bistro","version":\d+\}\n\n$/);
  endStreams();
  expect((await reader.read()).done).toBe(true);
});
