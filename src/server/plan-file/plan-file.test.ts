import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { parseDate } from '@/core/time/day';
import { type Database, openDatabase } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { loadPlan } from '@/data/week/plan-store';
import { inspectionReport } from '@/formats/plan-file/report';
import { parsePlan } from '@/formats/plan-file/parse';
import { formatPlan } from '@/formats/plan-file/format';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { checkPlanFile } from './commands';

const MONDAY = parseDate('2026-11-23')!;
const example = readFileSync('docs/example-plan.json', 'utf8');
let db: Database;
let made = 0;

beforeAll(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
});
afterAll(() => db.destroy());

const run = (kind: string, input: unknown, id = `file-${++made}`, at = db) =>
  runCommand(at, OWNER, { id, kind, input }, { preview: false });
const exported = async (site: string, week: number) =>
  JSON.stringify(formatPlan((await loadPlan(db, site, week, 7))!.plan));

test('a file becomes a site that is judged as the file is', async () => {
  // Into an empty house, so that ids stay as they are and both can be compared.
  const empty = await openDatabase(':memory:');
  const answer = await run('plan-file.site', { name: 'Moved House', text: example }, 'moved', empty);
  expect(answer).toMatchObject({ ok: true, answer: 'moved-house' });
  const read = parsePlan(example);
  if (!read.ok) throw new Error();
  const { plan } = read.value;
  const stored = (await loadPlan(empty, 'moved-house', plan.from, plan.days))!.plan;
  const report = (of: typeof plan) =>
    inspectionReport(judge(of), new Map()) as {
      coverage: unknown;
      snags: { code: string }[];
      totals: object;
    };
  const [before, after] = [report(plan), report({ ...stored, surroundingShifts: plan.surroundingShifts })];
  expect(after.coverage).toEqual(before.coverage);
  expect(after.snags.map((snag) => snag.code)).toEqual(before.snags.map((snag) => snag.code));
  expect(after.totals).toEqual(before.totals);
  const back = await undoCommand(empty, OWNER, 'moved', 'moved-back');
  expect(back.ok).toBe(true);
  expect(await loadPlan(empty, 'moved-house', plan.from, 7)).toBeNull();
  await empty.destroy();
});

test('a week exported and imported into an empty week has its shifts there, and leaves open what would overlap', async () => {
  const text = await exported('bistro', MONDAY);
  const before = (await loadPlan(db, 'bistro', MONDAY, 7))!.plan;
  const answer = await run('plan-file.week', { site: 'bistro', week: MONDAY + 7, text });
  expect(answer).toMatchObject({ ok: true, remarks: [] });
  const after = (await loadPlan(db, 'bistro', MONDAY + 7, 7))!.plan;
  const plain = (plan: typeof before, from: number) =>
    plan.shifts
      .map(({ person, role, date, from: a, to }) => [person, role, date - from, a, to].join())
      .sort();
  expect(plain(after, MONDAY + 7)).toEqual(plain(before, MONDAY));
  const again = await run('plan-file.week', { site: 'bistro', week: MONDAY + 7, text });
  const assigned = before.shifts.filter((shift) => shift.person !== null).length;
  expect(again.ok && again.remarks).toEqual([
    `${assigned} shifts arrive open: their people are in another shift then.`,
  ]);
});

test('people and roles that are not known here are told', async () => {
  const text = await exported('chandlery', MONDAY);
  const answer = await run('plan-file.week', { site: 'dockside', week: MONDAY + 14, text });
  expect(answer.ok && answer.remarks).toEqual([
    expect.stringMatching(/^\d+ shifts arrive open/),
    expect.stringMatching(/^\d+ shifts arrive without a role/),
  ]);
});

test('all faults of a file are told, each with its path', () => {
  const raw = JSON.parse(example) as { people: { roles: { role: string }[] }[]; shifts: { from: string }[] };
  raw.people[0].roles[0].role = 'baar';
  raw.shifts[1].from = '25:00';
  const check = checkPlanFile(JSON.stringify(raw));
  expect(check.ok ? [] : check.faults.map((fault) => fault.path)).toEqual(
    expect.arrayContaining(['$.people[0].roles[0].role', '$.shifts[1].from']),
  );
});
