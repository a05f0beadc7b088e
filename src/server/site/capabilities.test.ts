import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { CAPABILITIES } from '@/core/setup/capabilities';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { OWNER } from '../access/testing';
import { COMMANDS } from '../commands/list';
import { runCommand } from '../commands/run';
import { enqueueNews } from '../outbox/enqueue';
import { planOfWeek } from '../plan/queries';
import { recurringOf } from '../week/queries';

const WEEK = parseDate('2026-11-23')!;
let db: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
});
afterEach(() => db.destroy());

const run = (kind: string, input: object) =>
  runCommand(db, OWNER, { id: `cap-${++made}`, kind, input }, { preview: false });
const without = async (...off: string[]) =>
  expect(await run('capabilities.save', { site: 'bistro', off })).toMatchObject({ ok: true });

describe('what a site does without', () => {
  test('is found nowhere, and there again as it was when it is switched on', async () => {
    const looks = async () => {
      const plan = await planOfWeek(db, OWNER, 'bistro', WEEK);
      const recurring = await recurringOf(db, OWNER, 'bistro');
      if (!plan.ok || !recurring.ok) throw new Error('no page');
      const { templates, stations, daybook } = plan.payload;
      return [templates, stations, daybook, recurring.recurring.patterns];
    };
    const before = await looks();
    for (const list of before) expect(list.length).toBeGreaterThan(0);
    await without('templates', 'patterns', 'daybook');
    expect(await looks()).toEqual([[], [], [], []]);
    await without();
    expect(await looks()).toEqual(before);
  });

  test.each([
    ['templates', 'stations.save', { site: 'bistro', stations: [] }],
    ['daybook', 'daybook.save', { site: 'bistro', date: WEEK, note: 'x' }],
    ['patterns', 'pattern.remove', { site: 'bistro', id: 'bistro-lead-turns' }],
  ])('%s cannot be changed there by any command, and elsewhere they can', async (capability, kind, input) => {
    await without(capability);
    expect(await run(kind, input)).toMatchObject({ ok: false, problem: { code: 'off' } });
    const elsewhere = await run(kind, { ...input, site: 'chandlery' });
    expect(elsewhere.ok || elsewhere.problem.code !== 'off').toBe(true);
  });

  test('messages are not put into the outbox, and people are told on their page alone', async () => {
    const news = {
      ...{ id: 'n', person_id: 'noor', site_id: 'bistro', publication_id: 'p', at: '2026-11-24T10:00:00Z' },
      ...{ kind: 'publish', message: '', content: '[]', is_late: 0, seen_at: null, answer: null },
      ...{ answered_at: null, decision: null, decided_by: null, decided_at: null, reminded_at: null },
    };
    const count = async () => (await db.selectFrom('outbox').select('id').execute()).length;
    await without('outbox');
    await enqueueNews(db, [news]);
    expect(await count()).toBe(0);
    await without();
    await enqueueNews(db, [news]);
    expect(await count()).toBe(1);
  });

  test('every capability that commands name is one that can be switched', () => {
    const known = new Set<string>(CAPABILITIES.map(({ id }) => id));
    for (const { capability } of COMMANDS.values()) if (capability) expect(known.has(capability)).toBe(true);
  });
});
