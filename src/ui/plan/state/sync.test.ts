import { tabHistory } from '../../undo/history';
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { shift as bare } from '@/core/testing';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../../demo/testing';
import { insertShifts, loadShifts } from '@/data/week/shift-store';
import { cookieOf } from '@/server/accounts/testing';
import { GET } from '@/app/api/plan/[site]/[week]/route';
import { POST } from '@/app/api/plan/[site]/[week]/changes/route';
import type { Notice } from '../../commands/notify';
import { type PlanStore, applyEdit, createPlanStore } from './plan-store';
import { dropEdit, waitingEdits } from '../../waiting/waiting-edits';
import { PlanSync, openPlan } from './sync';

// The browser's side of an edit against the server's own handlers, with a wire between them that can fail.

const MONDAY = parseDate('2026-11-23')!;
const ADDRESS = '/api/plan/bistro/2026-11-23';
const shared = globalThis as {
  vicendaDatabase?: Promise<Database>;
  requestAnimationFrame?: (draw: () => void) => unknown;
};
const real = { fetch: globalThis.fetch };

/** What the wire does to requests: nothing, cuts them, or loses the answer after the server has heard. */
let wire: 'up' | 'down' | 'deaf' = 'up';
let posts = 0;
/** Of whoever is signed in. */
let cookie = '';
let db: Database;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
  await insertShifts(db, 'bistro', [mine], () => false);
  shared.vicendaDatabase = Promise.resolve(db);
  shared.requestAnimationFrame = (draw) => setTimeout(draw, 0);
  cookie = await cookieOf(db);
  wire = 'up';
  posts = 0;
  globalThis.fetch = async (input, init) => {
    if (wire === 'down') throw new TypeError('no connection');
    const headers = { ...init?.headers, origin: 'http://localhost:3000', cookie };
    const request = new Request(new URL(String(input), 'http://localhost'), { ...init, headers });
    const params = Promise.resolve({ site: 'bistro', week: '2026-11-23' });
    if (request.method === 'GET') return GET(request, { params });
    posts++;
    const answer = await POST(request, { params });
    if (wire === 'deaf') throw new TypeError('the answer was lost');
    return answer;
  };
});

afterEach(async () => {
  globalThis.fetch = real.fetch;
  shared.vicendaDatabase = undefined;
  for (const screen of screens.splice(0)) screen.sync.leave();
  for (const edit of await waitingEdits()) await dropEdit(edit.id);
  await db.destroy();
});

const mine = { ...bare('jonas', 0, '9-12', { date: MONDAY + 2, role: 'floor' }), id: 'mine' };

const screens: Screen[] = [];
const kept = async () => (await waitingEdits()).length;

class Screen {
  readonly told: Notice[] = [];
  private constructor(
    readonly store: PlanStore,
    who?: string,
  ) {
    this.sync = new PlanSync(store, ADDRESS, (notice) => this.told.push(notice), 7, who);
    this.sync.listen();
    screens.push(this);
  }
  readonly sync: PlanSync;

  static async open(who?: string): Promise<Screen> {
    const opened = await openPlan(ADDRESS);
    if (opened === null || 'problem' in opened) throw new Error('the plan was not there');
    const screen = new Screen(createPlanStore(opened.payload), who);
    await screen.sync.takeUp(opened.left);
    screen.sync.stop();
    return screen;
  }

  /** Sets the start of a shift, as the hand would, and waits for what comes of it. */
  async set(id: string, from: number, to = from + 180): Promise<void> {
    applyEdit(this.store, [{ do: 'set', id, shift: { from, to } }], false);
    await this.sync.run();
    this.sync.stop();
  }

  from(id: string): number | undefined {
    return this.store.getState().judgement.plan.shifts.find((one) => one.id === id)?.from;
  }

  get save(): string {
    return this.store.getState().save.kind;
  }
}

const stored = async (id: string) =>
  (await loadShifts(db, 'bistro', MONDAY, MONDAY + 7)).find((one) => one.id === id)?.from;

describe('an edit', () => {
  test('is kept, and the page says when', async () => {
    const screen = await Screen.open();
    await screen.set('mine', 600);
    expect(await stored('mine')).toBe(600);
    expect(screen.store.getState()).toMatchObject({ pending: [], save: { kind: 'saved' } });
    expect(screen.store.getState().save.at).toMatch(/^2026-11-24T10:00/);
    expect(await kept()).toBe(0);
  });

  test('without a connection waits in the browser, and is sent when there is one', async () => {
    const screen = await Screen.open();
    wire = 'down';
    await screen.set('mine', 600);
    await screen.set('mine', 630);
    expect(screen.save).toBe('offline');
    expect(screen.from('mine')).toBe(630);
    expect(await stored('mine')).toBe(540);
    expect(await kept()).toBe(2);
    wire = 'up';
    await screen.sync.run();
    expect(await stored('mine')).toBe(630);
    expect(screen.save).toBe('saved');
    expect(await kept()).toBe(0);
  });

  test('whose answer was lost is sent again and done once', async () => {
    const screen = await Screen.open();
    const version = screen.store.getState().version;
    wire = 'deaf';
    await screen.set('mine', 600);
    expect(await stored('mine')).toBe(600);
    expect(screen.save).toBe('offline');
    wire = 'up';
    await screen.sync.run();
    expect(screen.save).toBe('saved');
    expect(posts).toBe(2);
    expect(screen.store.getState().version).toBe(version + 1);
  });

  test('that still waited when the page was closed is sent by the next visit', async () => {
    const screen = await Screen.open();
    wire = 'down';
    await screen.set('mine', 600);
    wire = 'up';
    const next = await Screen.open();
    expect(next.from('mine')).toBe(600);
    expect(await stored('mine')).toBe(600);
    expect(await kept()).toBe(0);
  });

  test('left waiting that no longer fits is told by the next visit', async () => {
    const screen = await Screen.open();
    wire = 'down';
    await screen.set('mine', 600);
    wire = 'up';
    await db.deleteFrom('shift').where('id', '=', 'mine').execute();
    const next = await Screen.open();
    expect(next.told[0].text).toMatch(/not saved: somebody else has taken this shift away/);
    expect(await kept()).toBe(0);
  });
});

describe('two on the same week', () => {
  test('changing different shifts both stand, and each sees the other with the next edit', async () => {
    const other = (await loadShifts(db, 'bistro', MONDAY, MONDAY + 7)).find(
      (one) => one.person === 'dario' && one.to - one.from > 240,
    )!;
    const [ann, bo] = [await Screen.open(), await Screen.open()];
    await ann.set('mine', 600);
    await bo.set(other.id, other.from + 30, other.to);
    expect([bo.from('mine'), bo.from(other.id)]).toEqual([600, other.from + 30]);
    expect(bo.told).toEqual([]);
    expect(await stored('mine')).toBe(600);
    expect(await stored(other.id)).toBe(other.from + 30);
  });

  test('changing the same shift: the later is told, sees theirs, and may do it on top', async () => {
    const [ann, bo] = [await Screen.open(), await Screen.open()];
    await ann.set('mine', 600);
    await bo.set('mine', 660);
    expect(bo.from('mine')).toBe(600);
    expect(bo.told[0].text).toContain('somebody else changed this shift');
    expect(bo.told[0].text).toContain('the start: 10:00 now, 11:00 here');
    bo.told[0].action!.run();
    await bo.sync.run();
    await settled(bo);
    expect(await stored('mine')).toBe(660);
  });

  test('putting somebody in two places at once is refused with the reason, and taken back', async () => {
    const [ann, bo] = [await Screen.open(), await Screen.open()];
    const free = { ...bare(null, 0, '9-12', { date: MONDAY + 2, role: 'floor' }), id: 'free' };
    applyEdit(ann.store, [{ do: 'add', shift: { ...free, person: 'jonas', from: 720, to: 900 } }], false);
    await ann.sync.run();
    await bo.set('mine', 660);
    expect(bo.told[0].text).toMatch(/^Not saved: .*in two shifts at once/);
    expect(bo.from('mine')).toBe(540);
    expect(bo.from('free')).toBe(720);
    // What was refused cannot be undone.
    expect(tabHistory.get().done).toEqual([]);
  });

  test('what another window did is shown when this one is looked at again, and sent only where it is new', async () => {
    const [ann, bo] = [await Screen.open(), await Screen.open()];
    await ann.set('mine', 600);
    const statuses: number[] = [];
    const wired = globalThis.fetch;
    globalThis.fetch = async (...args) => {
      const answer = await wired(...args);
      statuses.push(answer.status);
      return answer;
    };
    await bo.sync.lookAgain();
    expect(bo.from('mine')).toBe(600);
    expect(bo.told.at(-1)?.text).toMatch(/^Somebody changed this week/);
    await bo.sync.lookAgain();
    expect(statuses).toEqual([200, 204]);
    expect(bo.told).toHaveLength(1);
    wire = 'down';
    await bo.sync.lookAgain();
    expect(bo.from('mine')).toBe(600);
  });

  test('edits that followed one on a shift which is gone are taken back with it, and told', async () => {
    const [ann, bo] = [await Screen.open(), await Screen.open()];
    applyEdit(ann.store, [{ do: 'remove', id: 'mine' }], false);
    await ann.sync.run();
    for (const from of [600, 630]) applyEdit(bo.store, [{ do: 'set', id: 'mine', shift: { from } }], false);
    await bo.sync.run();
    expect(bo.from('mine')).toBeUndefined();
    expect(bo.told[0].text).toContain('1 more edit was undone too.');
    expect(bo.save).toBe('saved');
  });
});

test('a page that is taken anew keeps what is not sent yet on top', async () => {
  const screen = await Screen.open();
  wire = 'down';
  await screen.set('mine', 600);
  wire = 'up';
  await db.updateTable('shift').set({ note: 'from elsewhere' }).where('id', '=', 'mine').execute();
  await screen.sync.refresh();
  const shown = screen.store.getState().judgement.plan.shifts.find((one) => one.id === 'mine');
  expect(shown).toMatchObject({ from: 600, note: 'from elsewhere' });
  wire = 'down';
  await screen.sync.refresh();
  expect(screen.told.at(-1)?.text).toContain('cannot be reached');
});

async function settled({ store }: Screen): Promise<void> {
  for (let i = 0; i < 100 && store.getState().save.kind !== 'saved'; i++)
    await new Promise((resolve) => setTimeout(resolve, 20));
}

test('what others did is followed up to the version that is known, silently; one’s own is known already', async () => {
  const [ann, bo] = [await Screen.open(), await Screen.open()];
  await ann.set('mine', 600);
  const { version } = ann.store.getState();
  expect(bo.from('mine')).toBe(540);
  await bo.sync.follow(version);
  expect(bo.from('mine')).toBe(600);
  expect(bo.store.getState().version).toBe(version);
  expect(bo.told).toEqual([]);
  const { confirmed } = ann.store.getState();
  await ann.sync.follow(version);
  expect(ann.store.getState().confirmed).toBe(confirmed);
});

test('edits that wait are not sent by whoever is signed in later, and go when their maker is again', async () => {
  const screen = await Screen.open('demo-ilse');
  await screen.set('mine', 600);
  expect(await stored('mine')).toBe(540);
  expect(screen.save).toBe('offline');
  expect(screen.store.getState().save.cause).toMatch(/made by somebody else/);
  expect(await kept()).toBe(1);
  cookie = await cookieOf(db, 'demo-ilse');
  await screen.sync.run();
  expect(await stored('mine')).toBe(600);
  expect(await kept()).toBe(0);
});
