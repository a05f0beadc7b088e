import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { readDate } from '@/core/time/day';
import { type Database, openDatabase } from '@/data/database';
import { makeDemo } from '@/data/demo/saltmere';
import { entriesSince } from '@/data/week/log-store';
import { loadPlan } from '@/data/week/plan-store';
import { type Actor, BUILT_IN_OWNER } from '../access/actor';
import { changePlan } from './commands';
import { readInput } from '../input';
import { CHANGE_REQUEST } from './input';
import type { ChangeRequest } from './payload';
import { firstPlace, frameOfWeek, planOfWeek } from './queries';

const MONDAY = readDate('2026-11-23')!;
let db: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await openDatabase(':memory:');
  await makeDemo(db, MONDAY);
});

const added = (more: Partial<Shift> = {}): Change => ({
  do: 'add',
  shift: {
    id: `n${++made}`,
    person: 'bram',
    role: 'lead',
    date: MONDAY + 3,
    from: 60,
    to: 180,
    break: null,
    fixed: false,
    note: null,
    label: null,
    ...more,
  },
});

function post(changes: Change[], more: Partial<ChangeRequest> = {}, actor: Actor = BUILT_IN_OWNER) {
  const request = { id: `request-${++made}`, base: 0, changes, ...more };
  return changePlan(db, actor, 'bistro', MONDAY, request);
}

async function shifts(): Promise<Shift[]> {
  return [...(await loadPlan(db, 'bistro', MONDAY, 7))!.plan.shifts];
}

describe('a change', () => {
  test('is kept with its inverse, once, whatever often it is sent', async () => {
    const change = added();
    const before = (await shifts()).length;
    const first = await post([change], { id: 'the-same' });
    const again = await post([change], { id: 'the-same' });
    expect(first).toMatchObject({ ok: true, version: 1, missed: [] });
    expect(again).toEqual(first);
    expect(await shifts()).toHaveLength(before + 1);
    const [entry] = await entriesSince(db, 'bistro', 0);
    expect(entry.inverse).toEqual([{ do: 'remove', id: change.do === 'add' && change.shift.id }]);
  });

  test('that makes an overlap is refused with the other shift named, and nothing is written', async () => {
    const [theirs] = (await shifts()).filter((shift) => shift.person === 'bram');
    const before = await shifts();
    const answer = await post([
      added({ role: 'kitchen' }),
      added({ date: theirs.date, from: theirs.from, to: theirs.to }),
    ]);
    expect(answer).toMatchObject({
      ok: false,
      problem: { code: 'overlap', path: 'changes[1].shift', message: expect.stringContaining('Bram de Wit') },
    });
    expect(await shifts()).toEqual(before);
  });

  test('that may be a slip wants a yes', async () => {
    const long = added({ from: 0, to: 17 * 60 + 30, date: MONDAY + 6 });
    expect(await post([long])).toMatchObject({ ok: false, problem: { code: 'bad-time' } });
    expect(await post([long], { confirmed: true })).toMatchObject({ ok: true });
  });

  test('of a shift that somebody else changed meanwhile is not put over theirs; of another it is', async () => {
    const [one, two] = await shifts();
    await post([{ do: 'set', id: one.id, shift: { note: 'first' } }]);
    expect(await post([{ do: 'set', id: one.id, shift: { note: 'second' } }])).toMatchObject({
      ok: false,
      problem: { code: 'changed-meanwhile', path: 'changes[0].id' },
    });
    const other = await post([{ do: 'set', id: two.id, shift: { note: 'second' } }]);
    expect(other).toMatchObject({ ok: true, version: 2, missed: [{ do: 'set', id: one.id }] });
  });

  test('may not take the id of a shift of another week', async () => {
    const [last] = (await loadPlan(db, 'bistro', MONDAY - 7, 7))!.plan.shifts;
    expect(await post([added({ id: last.id })])).toMatchObject({
      ok: false,
      problem: { code: 'taken', path: 'changes[0].shift.id' },
    });
  });

  test('is all or nothing', async () => {
    const before = await shifts();
    expect(await post([added(), { do: 'remove', id: 'none' }])).toMatchObject({
      ok: false,
      problem: { code: 'unknown', path: 'changes[1].id' },
    });
    expect(await shifts()).toEqual(before);
  });
});

describe('who may', () => {
  const elsewhere: Actor = {
    id: 'e',
    name: 'Edda',
    person: null,
    grants: [{ kind: 'scheduler', site: 'chandlery' }],
  };

  test('not change or read a site that is not theirs', async () => {
    expect(await post([added()], {}, elsewhere)).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    expect(await planOfWeek(db, elsewhere, 'bistro', MONDAY)).toMatchObject({
      problem: { code: 'forbidden' },
    });
    expect(await frameOfWeek(db, elsewhere, 'bistro', MONDAY)).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });

  test('see only their sites', async () => {
    const found = await frameOfWeek(db, elsewhere, 'chandlery', MONDAY);
    expect(found.ok && found.frame.sites.map((site) => site.id)).toEqual(['chandlery']);
    expect(await firstPlace(db, elsewhere)).toEqual({ site: 'chandlery', week: MONDAY });
  });
});

test('the strip of weeks tells hours and state', async () => {
  const found = await frameOfWeek(db, BUILT_IN_OWNER, 'bistro', MONDAY + 2);
  expect(found.ok && found.frame.weeks.map((week) => week.state)).toEqual([
    'published',
    'draft',
    'empty',
    'empty',
    'empty',
  ]);
  expect(found.ok && found.frame.week).toBe(MONDAY);
  expect(found.ok && found.frame.weeks[0].minutes).toBeGreaterThan(20000);
});

test('a week or site that is not there is said to be unknown', async () => {
  expect(await planOfWeek(db, BUILT_IN_OWNER, 'nowhere', MONDAY)).toMatchObject({
    ok: false,
    problem: { code: 'unknown' },
  });
});

describe('what is posted', () => {
  const good = { id: 'request-1', base: 0, changes: [added()] };

  test('is read when it is right', () => expect(readInput(CHANGE_REQUEST, good).ok).toBe(true));

  test.each<[unknown, string]>([
    [undefined, ''],
    [{ ...good, id: 'x' }, 'id'],
    [{ ...good, changes: [] }, 'changes'],
    [{ ...good, changes: [{ do: 'explode' }] }, 'changes[0].do'],
    [{ ...good, changes: [{ do: 'set', id: 's', shift: { from: 'nine' } }] }, 'changes[0].shift.from'],
    [{ ...good, changes: [{ do: 'set', id: 's', shift: { site: 'x' } }] }, 'changes[0].shift.site'],
    [{ ...good, changes: [{ do: 'add-leave', person: 'p' }] }, 'changes[0].do'],
  ])('%p is refused with the field named', (body, path) => {
    const result = readInput(CHANGE_REQUEST, body);
    expect(result).toMatchObject({ ok: false });
    if (path !== '') expect(!result.ok && result.problem.path).toBe(path);
  });
});
