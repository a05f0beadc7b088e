import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { cookieOf } from '@/server/accounts/testing';
import { demoDatabase } from '../../../../demo/testing';
import { loadShifts } from '@/data/week/shift-store';
import { GET as plan } from './[site]/[week]/route';
import { GET as file } from './[site]/[week]/file/route';
import { GET as recentCounts } from './[site]/[week]/recent-counts/route';
import { GET as weekSummaries } from './[site]/[week]/week-summaries/route';
import { POST as changes } from './[site]/[week]/changes/route';
import { GET as history } from './[site]/[week]/shift/[shift]/route';
import { POST as start } from './[site]/start/route';

const MONDAY = parseDate('2026-11-23')!;
const NEXT = MONDAY + 7;
const shared = globalThis as { vicendaDatabase?: Promise<Database> };
let db: Database;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
  shared.vicendaDatabase = Promise.resolve(db);
  OWN.cookie = await cookieOf(db);
});
afterEach(async () => {
  shared.vicendaDatabase = undefined;
  await db.destroy();
});

const at = (site: string, week?: string, shift?: string) => ({
  params: Promise.resolve({ site, ...(week ? { week } : {}), ...(shift ? { shift } : {}) }),
});
const OWN = { origin: 'http://localhost:3000', 'content-type': 'application/json', cookie: '' };
const get = (query = '') => new Request(`http://localhost/${query}`, { headers: { cookie: OWN.cookie } });
const post = (body: string, headers: Record<string, string> = OWN) =>
  new Request('http://localhost/', { method: 'POST', body, headers });
const told = async (response: Response) => ({ status: response.status, body: await response.json() });

const READS = [
  ['plan', plan, ''],
  ['file', file, ''],
  ['lately', recentCounts, '?date=2026-11-24&from=540'],
  ['month', weekSummaries, ''],
] as const;

describe('what the plan page reads', () => {
  test.each(READS)('%s: is there, and a date or site that is not is said so', async (_, handler, query) => {
    expect((await handler(get(query), at('bistro', '2026-11-25'))).status).toBe(200);
    expect(await told(await handler(get(query), at('nowhere', '2026-11-25')))).toMatchObject({
      status: 404,
      body: { ok: false, problem: { code: 'unknown' } },
    });
  });

  test.each([
    ['plan', plan],
    ['file', file],
    ['month', weekSummaries],
  ] as const)('%s: 30 February is no week', async (_, handler) => {
    expect(await told(await handler(get(), at('bistro', '2026-02-30')))).toMatchObject({
      status: 422,
      body: { problem: { path: 'week' } },
    });
  });

  test.each([
    '',
    '?date=2026-11-24',
    '?date=x&from=540',
    '?date=2026-11-24&from=1440',
    '?date=2026-11-24&from=9.5',
  ])('how often somebody had such shifts is asked with a date and a minute: %p is refused', async (query) => {
    const answer = await recentCounts(get(query), at('bistro', '2026-11-23'));
    expect(answer.status).toBe(422);
  });

  test('the plan comes for one, two or four weeks, and is never kept by the browser', async () => {
    for (const [query, days] of [
      ['', 7],
      ['?days=14', 14],
      ['?days=28', 28],
    ]) {
      const answer = await plan(get(String(query)), at('bistro', '2026-11-25'));
      expect(answer.headers.get('cache-control')).toBe('no-store');
      const { plan: found } = (await answer.json()) as { plan: { from: number; days: number } };
      expect([found.from, found.days]).toEqual([MONDAY, days]);
    }
  });

  test.each(['?days=400', '?days=x', '?days='])('the plan for %s is refused', async (query) => {
    expect((await plan(get(query), at('bistro', '2026-11-25'))).status).toBe(422);
  });

  test('no answer is guessed at', async () => {
    const answer = await plan(get(), at('bistro', '2026-11-25'));
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
  });

  test('it names only the other sites that its people work at', async () => {
    const { sites } = (await (await plan(get(), at('bistro', '2026-11-23'))).json()) as { sites: object };
    const around = new Set(Object.keys(sites));
    expect([...around].every((id) => ['chandlery', 'dockside'].includes(id))).toBe(true);
    expect(around.has('bistro')).toBe(false);
  });

  test('the history of a shift that never was is empty', async () => {
    expect((await history(get(), at('nowhere', '2026-11-23', 'never'))).status).toBe(404);
    expect(await told(await history(get(), at('bistro', '2026-11-23', 'never')))).toEqual({
      status: 200,
      body: [],
    });
  });
});

describe('changes', () => {
  test.each([
    ['no JSON', '{'],
    ['no request', '[]'],
    ['no changes', JSON.stringify({ id: 'request-a', base: 1, changes: [] })],
    [
      'a change of leave',
      JSON.stringify({
        id: 'request-a',
        base: 1,
        changes: [{ do: 'remove-leave', person: 'ilse', id: 'x' }],
      }),
    ],
    [
      'a field nobody knows',
      JSON.stringify({ id: 'request-a', base: 1, changes: [{ do: 'set', id: 'x', shift: { pay: 1 } }] }),
    ],
    [
      'a change that does not say what it was made on',
      JSON.stringify({ id: 'request-a', base: 1, changes: [{ do: 'set', id: 'x', shift: { to: 600 } }] }),
    ],
    [
      'a time past midnight twice',
      JSON.stringify({ id: 'request-a', base: 1, changes: [{ do: 'set', id: 'x', shift: { to: 9999 } }] }),
    ],
  ])('that are %s are refused with the place', async (_, body) => {
    const answer = await told(await changes(post(body), at('bistro', '2026-11-23')));
    expect(answer).toMatchObject({ status: 422, body: { ok: false, problem: { code: 'input' } } });
  });

  test('larger than anybody types are not read to their end, whatever length they claim', async () => {
    let sent = 0;
    const body = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 100_000;
        controller.enqueue(new Uint8Array(100_000).fill(32));
        if (sent >= 50_000_000) controller.close();
      },
    });
    const endless = new Request('http://localhost/', {
      method: 'POST',
      body,
      headers: OWN,
      duplex: 'half',
    } as RequestInit);
    expect(await told(await changes(endless, at('bistro', '2026-11-23')))).toMatchObject({
      status: 413,
      body: { problem: { code: 'too-large', message: expect.stringContaining('2 MB') } },
    });
    expect(sent).toBeLessThan(3_000_000);
  });

  test.each([
    ['from another page', { ...OWN, origin: 'http://evil.example' }, 403, 'foreign'],
    [
      'from the address that the request itself names',
      { ...OWN, origin: 'http://localhost' },
      403,
      'foreign',
    ],
    ['from no page at all', { 'content-type': 'application/json' }, 403, 'foreign'],
    ['as a form', { ...OWN, 'content-type': 'text/plain' }, 415, 'type'],
  ])('%s are refused', async (_, headers, status, code) => {
    const body = JSON.stringify({
      id: 'request-a',
      base: 0,
      changes: [{ do: 'set', id: 'x', shift: { to: 600 }, was: { to: 660 } }],
    });
    const answer = await told(await changes(post(body, headers), at('bistro', '2026-11-23')));
    expect(answer).toMatchObject({ status, body: { problem: { code } } });
  });

  test.each([
    ['the sign NUL', { note: 'a\0b' }, 'changes[0].shift.note'],
    ['half a sign', { label: '\ud83d' }, 'changes[0].shift.label'],
  ])('with %s in a text are refused with its place', async (_, shift, path) => {
    const body = JSON.stringify({
      id: 'request-a',
      base: 0,
      changes: [{ do: 'set', id: 'x', shift, was: {} }],
    });
    expect(await told(await changes(post(body), at('bistro', '2026-11-23')))).toMatchObject({
      status: 422,
      body: { problem: { code: 'input', path, message: 'this holds a sign that is no text' } },
    });
  });

  test('that the storage cannot take just now are answered as something to try again, with the cause', async () => {
    const full: Error = Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' });
    shared.vicendaDatabase = Promise.reject(full);
    shared.vicendaDatabase.catch(() => undefined);
    const body = JSON.stringify({
      id: 'request-a',
      base: 0,
      changes: [{ do: 'set', id: 'x', shift: { to: 600 }, was: { to: 660 } }],
    });
    const answer = await changes(post(body), at('bistro', '2026-11-23'));
    expect(answer.headers.get('retry-after')).toBe('2');
    expect(await told(answer)).toMatchObject({
      status: 503,
      body: { problem: { code: 'unavailable', path: 'full', message: expect.stringContaining('disk') } },
    });
  });

  test('of another site’s shift change nothing', async () => {
    const [theirs] = await loadShifts(db, 'chandlery', MONDAY, MONDAY + 7);
    const body = JSON.stringify({
      id: 'request-a',
      base: 0,
      changes: [{ do: 'set', id: theirs.id, shift: { note: 'x' }, was: { note: theirs.note } }],
    });
    expect((await changes(post(body), at('bistro', '2026-11-23'))).status).toBe(409);
    expect(await loadShifts(db, 'chandlery', MONDAY, MONDAY + 7)).toContainEqual(theirs);
  });
});

describe('weeks that are started', () => {
  const input = {
    source: { from: 'week', week: MONDAY },
    weeks: [NEXT, NEXT + 7],
    mode: 'add',
    people: true,
    open: true,
  };
  const lines = async (response: Response) =>
    (await response.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { share?: number; answer?: { ok: boolean } });

  test('say how far they have come, then the answer', async () => {
    const said = await lines(await start(post(JSON.stringify({ id: 'go', input })), at('bistro')));
    const shares = said.flatMap(({ share }) => (share === undefined ? [] : [share]));
    expect(shares.length).toBeGreaterThan(2);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.every((share) => share >= 0 && share <= 1)).toBe(true);
    expect(said.at(-1)?.answer).toMatchObject({ ok: true });
    expect(await loadShifts(db, 'bistro', NEXT, NEXT + 14)).toHaveLength(124);
  });

  test('are left as they were where the listener goes', async () => {
    const answer = await start(post(JSON.stringify({ id: 'go', input })), at('bistro'));
    const reader = answer.body!.getReader();
    await reader.read();
    await reader.cancel();
    // The write that was under way gives up at its next step.
    for (let i = 0; i < 50; i++) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(await loadShifts(db, 'bistro', NEXT, NEXT + 14)).toEqual([]);
  });

  test('asked for by no JSON are refused', async () => {
    expect((await start(post('{'), at('bistro'))).status).toBe(422);
  });

  test.each([
    [JSON.stringify({ id: 'go', input: { ...input, weeks: 'all' } }), 'input'],
    [JSON.stringify({ id: 'go', input: { ...input, weeks: [MONDAY] } }), 'same'],
  ])('asked for by %p answer what is wrong', async (body, code) => {
    const said = await lines(await start(post(body), at('bistro')));
    expect(said.at(-1)?.answer).toMatchObject({ ok: false, problem: { code } });
  });

  test('at a site that is not there are refused, whatever the body says of the site', async () => {
    const body = JSON.stringify({ id: 'go', input: { ...input, site: 'bistro' } });
    const said = await lines(await start(post(body), at('nowhere')));
    expect(said.at(-1)?.answer).toMatchObject({ ok: false });
    expect(await loadShifts(db, 'bistro', NEXT, NEXT + 14)).toEqual([]);
  });
});
