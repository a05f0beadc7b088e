import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Database, fileOf } from '@/data/database';
import { demoDatabase, demoFile } from '../../../demo/testing';
import { loadShifts } from '@/data/week/shift-store';
import { shift } from '@/core/testing';
import { OWNER as actor } from '../access/testing';
import { previewCommand } from '../commands/preview';
import { changePlan } from '../plan/commands';
import { setupOf } from '../site/queries';
import { MONDAY, NEXT, start } from '../week/testing';
import { inWorker } from './in-worker';
import { closeWorkers } from './pool';

let folder: string;
let db: Database;

beforeAll(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  folder = mkdtempSync(join(tmpdir(), 'vicenda-apart-'));
  db = await demoFile(join(folder, 'vicenda.db'));
});
afterAll(async () => {
  await closeWorkers();
  await db.destroy();
  rmSync(folder, { recursive: true, force: true });
});

const copy = (id: string) => ({
  actor,
  request: { id, kind: 'week.start', input: { site: 'bistro', ...start } },
});
const next = () => loadShifts(db, 'bistro', NEXT, NEXT + 7);

test('what is looked at in a thread is what is looked at here', async () => {
  const there = await inWorker(db, 'preview', copy('look'));
  expect(there).toEqual(await previewCommand(db, actor, copy('look').request));
  expect(there.ok && there.weekImpacts.length).toBe(1);
});

test('what is done in a thread is there, tells how far it has come, and is taken back', async () => {
  const shares: number[] = [];
  expect(await inWorker(db, 'run', copy('do'), { onShare: (share) => shares.push(share) })).toMatchObject({
    ok: true,
  });
  expect(await next()).toHaveLength(62);
  expect(shares.length).toBeGreaterThan(0);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  const undo = { actor, id: 'do', undoId: 'undo', rest: false };
  expect(await inWorker(db, 'undo', undo)).toMatchObject({ ok: true });
  expect(await next()).toEqual([]);
});

test('what nobody waits for any more is given up, also before it has begun, and the next is done', async () => {
  const gone = new AbortController();
  gone.abort();
  expect(await inWorker(db, 'run', copy('gone'), { signal: gone.signal })).toMatchObject({
    ok: false,
    problem: { code: 'stopped' },
  });
  expect(await next()).toEqual([]);
  expect(await inWorker(db, 'preview', copy('again'))).toMatchObject({ ok: true });
});

test('a refusal comes over as it is', async () => {
  const request = { id: 'no', kind: 'week.start', input: { site: 'nowhere', ...start } };
  expect(await inWorker(db, 'run', { actor, request })).toMatchObject({
    ok: false,
    problem: { code: 'unknown', path: 'input.site' },
  });
});

test('data in memory is looked at here, as there is no other way to it', async () => {
  const memory = await demoDatabase();
  expect([fileOf(memory), fileOf(db)]).toEqual([null, join(folder, 'vicenda.db')]);
  expect(await inWorker(memory, 'preview', copy('look'))).toMatchObject({ ok: true });
  await memory.destroy();
});

test('what was looked at before is remembered only until somebody writes', async () => {
  const found = await setupOf(db, actor, 'bistro');
  if (!found.ok) throw new Error(found.problem.message);
  const rules = { ...found.setup.rules, minShiftMinutes: 300 };
  const request = { id: 'look', kind: 'rules.save', input: { site: 'bistro', rules } };
  const look = () => inWorker(db, 'preview', { actor, request });
  const first = await look();
  expect(await look()).toEqual(first);
  const one = { ...shift('ilse', 0, '3-4'), id: 'short', role: null, date: MONDAY + 6 };
  const changes = [{ do: 'add' as const, shift: one }];
  expect(await changePlan(db, actor, 'bistro', MONDAY, { id: 'add', base: 0, changes })).toMatchObject({
    ok: true,
  });
  const after = await look();
  expect(after).not.toEqual(first);
  expect(after).toEqual(await previewCommand(db, actor, request));
});
