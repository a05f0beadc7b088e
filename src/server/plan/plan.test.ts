import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Change } from '@/core/plan/change';
import type { Shift } from '@/core/plan/types';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { findActivity } from '@/data/activity/activity-store';
import { loadPlan } from '@/data/week/plan-store';
import { insertShifts } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { changePlan } from './commands';
import { parseInput } from '../input';
import { CHANGE_REQUEST } from './schema';
import type { ChangeRequest } from './payload';
import { firstPlace, headerOfWeek, planOfWeek } from './queries';

const MONDAY = parseDate('2026-11-23')!;
let db: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
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

function post(changes: Change[], more: Partial<ChangeRequest> = {}, actor: Actor = OWNER) {
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
    const entry = await findActivity(db, 'the-same');
    const shift = change.do === 'add' && change.shift;
    expect(entry?.shifts[0].inverse).toEqual([{ do: 'remove', id: shift && shift.id, was: shift }]);
  });

  test('of an id that was used is refused where it asks for something else', async () => {
    await post([added()], { id: 'the-same' });
    expect(await post([added()], { id: 'the-same' })).toMatchObject({
      ok: false,
      problem: { code: 'taken', path: 'id' },
    });
  });

  test('made on a plan that is not there yet is refused', async () => {
    expect(await post([added()], { base: 1 })).toMatchObject({ ok: false, problem: { path: 'base' } });
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

  test('of what somebody else changed meanwhile is told column by column; of other columns both stand', async () => {
    const [one] = await shifts();
    const { from, note } = one;
    const set = (shift: Partial<Shift>, was: Partial<Shift>) => post([{ do: 'set', id: one.id, shift, was }]);
    await set({ from: from + 15, note: 'first' }, { from, note });
    expect(await set({ note: 'second', label: 'Late' }, { note, label: null })).toMatchObject({
      ok: false,
      problem: {
        code: 'changed-meanwhile',
        path: 'changes[0].id',
        message: expect.stringMatching(/the note: “first” now, “second” here$/),
      },
      conflicts: [{ change: 0, shift: one.id, column: 'note' }],
    });
    expect(await set({ label: 'Late' }, { label: null })).toMatchObject({
      ok: true,
      version: 2,
      missed: [{ do: 'set', id: one.id, shift: { from: from + 15, note: 'first' } }],
    });
    const now = (await shifts()).find((shift) => shift.id === one.id);
    expect(now).toMatchObject({ from: from + 15, note: 'first', label: 'Late' });
  });

  test('to take away what was changed meanwhile is told; what is gone already is no trouble', async () => {
    const [one] = await shifts();
    const gone: Change = { do: 'remove', id: one.id, was: one };
    await post([{ do: 'set', id: one.id, shift: { note: 'x' }, was: { note: one.note } }]);
    expect(await post([gone])).toMatchObject({ ok: false, conflicts: [{ column: 'note' }] });
    await post([{ ...gone, was: { ...one, note: 'x' } }]);
    expect(await post([gone, added()])).toMatchObject({ ok: true, version: 3 });
  });

  test('of somebody who is at another site then is refused, by that site’s clock', async () => {
    await db.updateTable('site').set({ time_zone: 'Europe/Berlin' }).where('id', '=', 'chandlery').execute();
    await insertShifts(
      db,
      'chandlery',
      [
        {
          ...(added() as { shift: Shift }).shift,
          id: 'theirs',
          person: 'lior',
          role: 'till',
          date: MONDAY + 6,
          from: 120,
          to: 240,
        },
      ],
      () => false,
    );
    // Two to four in Berlin are one to three in Lisbon.
    const at = (from: number, to: number) =>
      post([added({ person: 'lior', role: 'floor', date: MONDAY + 6, from, to })]);
    expect(await at(165, 200)).toMatchObject({ ok: false, problem: { code: 'overlap' } });
    expect(await at(180, 240)).toMatchObject({ ok: true });
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
    session: null,
    grants: [{ kind: 'scheduler', site: 'chandlery', area: null, seesPay: true }],
  };

  test('not change or read a site that is not theirs', async () => {
    expect(await post([added()], {}, elsewhere)).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    expect(await planOfWeek(db, elsewhere, 'bistro', MONDAY)).toMatchObject({
      problem: { code: 'forbidden' },
    });
    expect(await headerOfWeek(db, elsewhere, 'bistro', MONDAY)).toMatchObject({
      problem: { code: 'forbidden' },
    });
  });

  test('see only their sites', async () => {
    const found = await headerOfWeek(db, elsewhere, 'chandlery', MONDAY);
    expect(found.ok && found.header.sites.map((site) => site.id)).toEqual(['chandlery']);
    expect(await firstPlace(db, elsewhere)).toEqual({ site: 'chandlery', week: MONDAY });
  });
});

test('the strip of weeks tells hours and state', async () => {
  const found = await headerOfWeek(db, OWNER, 'bistro', MONDAY + 2);
  expect(found.ok && found.header.weeks.map((week) => week.state)).toEqual([
    'published',
    'draft',
    'empty',
    'empty',
    'empty',
  ]);
  expect(found.ok && found.header.week).toBe(MONDAY);
  expect(found.ok && found.header.weeks[0].minutes).toBeGreaterThan(20000);
});

test('a week or site that is not there is said to be unknown', async () => {
  expect(await planOfWeek(db, OWNER, 'nowhere', MONDAY)).toMatchObject({
    ok: false,
    problem: { code: 'unknown' },
  });
});

describe('what is posted', () => {
  const good = { id: 'request-1', base: 0, changes: [added()] };

  test('is read when it is right', () => expect(parseInput(CHANGE_REQUEST, good).ok).toBe(true));

  test.each<[unknown, string]>([
    [undefined, ''],
    [{ ...good, id: 'x' }, 'id'],
    [{ ...good, changes: [] }, 'changes'],
    [{ ...good, changes: [{ do: 'explode' }] }, 'changes[0].do'],
    [{ ...good, changes: [{ do: 'set', id: 's', shift: { from: 'nine' } }] }, 'changes[0].shift.from'],
    [{ ...good, changes: [{ do: 'set', id: 's', shift: { site: 'x' } }] }, 'changes[0].shift.site'],
    [{ ...good, changes: [{ do: 'add-leave', person: 'p' }] }, 'changes[0].do'],
  ])('%p is refused with the field named', (body, path) => {
    const result = parseInput(CHANGE_REQUEST, body);
    expect(result).toMatchObject({ ok: false });
    if (path !== '') expect(!result.ok && result.problem.path).toBe(path);
  });
});
