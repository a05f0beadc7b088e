import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Database } from '../database';
import { demoDatabase } from '../../../demo/testing';
import { shift } from '@/core/testing';
import {
  type Activity,
  activitiesAbout,
  findActivity,
  keepActivity,
  sealed,
  pruneInverses,
  shiftChangesSince,
} from './activity-store';
import { erasePerson } from './erase';

let db: Database;

beforeEach(async () => {
  db = await demoDatabase();
});

const one = shift('ann', 0, '9-17');
const activity = (more: Partial<Activity> = {}): Activity => ({
  id: 'a',
  at: '2026-11-24T10:00:00.000Z',
  actor: 'x',
  kind: 'test',
  title: 'Something',
  request: null,
  undoes: null,
  rows: [],
  shifts: [],
  ...more,
});
const entry = (site: string) => ({
  site,
  changes: [
    { do: 'add' as const, shift: one },
    { do: 'set' as const, id: 'other', shift: { from: 600 } },
  ],
  inverse: [
    { do: 'set' as const, id: 'other', shift: { from: 540 } },
    { do: 'remove' as const, id: one.id },
  ],
});

test('what is kept is numbered by site, found by its id, its subjects and its shifts', async () => {
  const person = { kind: 'person' as const, id: 'ann' };
  expect(
    await keepActivity(db, await sealed(activity({ shifts: [entry('bistro')] })), [person], ['chandlery']),
  ).toEqual(
    new Map([
      ['chandlery', 1],
      ['bistro', 1],
    ]),
  );
  expect(await keepActivity(db, await sealed(activity({ id: 'b' })), [person], ['bistro'])).toEqual(
    new Map([['bistro', 2]]),
  );
  expect(await shiftChangesSince(db, 'bistro', 0)).toEqual(entry('bistro').changes);
  expect(await shiftChangesSince(db, 'bistro', 1)).toEqual([]);
  expect((await activitiesAbout(db, person, 9)).map(({ id }) => id)).toEqual(['b', 'a']);
  expect((await activitiesAbout(db, { kind: 'shift', id: one.id }, 9)).map(({ id }) => id)).toEqual(['a']);
  expect(await findActivity(db, 'c')).toBeNull();
  await expect(keepActivity(db, await sealed(activity()), [], [])).rejects.toThrow(/UNIQUE/);
});

test('what takes changes back comes with the values they left', async () => {
  await keepActivity(db, await sealed(activity({ shifts: [entry('bistro')] })), [], []);
  expect((await findActivity(db, 'a'))!.shifts[0].inverse).toEqual([
    { do: 'set', id: 'other', shift: { from: 540 }, was: { from: 600 } },
    { do: 'remove', id: one.id, was: one },
  ]);
});

test('of a row with many columns only those that changed are kept', async () => {
  const before = { id: 'ann', name: 'Ann', phone: '1', notes: 'x'.repeat(400) };
  const rows = [{ table: 'person' as const, before, after: { ...before, phone: '2' } }];
  await keepActivity(db, await sealed(activity({ rows })), [], []);
  expect((await findActivity(db, 'a'))!.rows).toEqual([
    { table: 'person', before: { id: 'ann', phone: '1' }, after: { id: 'ann', phone: '2' } },
  ]);
});

test('after the undo window it is still told what was done, but no longer how it was', async () => {
  await keepActivity(db, await sealed(activity({ shifts: [entry('bistro')] })), [], []);
  await keepActivity(db, await sealed(activity({ id: 'later', at: '2026-12-24T10:00:00.000Z' })), [], []);
  expect(await pruneInverses(db, '2026-12-01T00:00:00.000Z')).toBe(1);
  expect(await findActivity(db, 'a')).toMatchObject({
    undoable: false,
    shifts: [{ changes: entry('bistro').changes, inverse: [] }],
  });
  expect((await findActivity(db, 'later'))!.undoable).toBe(true);
});

describe('what is known of a person', () => {
  const of = (name: string) => ({ kind: 'person' as const, id: name });

  test('can be taken out of the log, which otherwise stands', async () => {
    const change = (id: string, name: string) => ({
      table: 'person' as const,
      before: { id, name, phone: '555 1', notes: 'allergic' },
      after: { id, name, phone: '555 2', notes: null },
    });
    const rows = [change('noor', 'Noor Haddad'), change('teo', 'Teo Marchetti')];
    await keepActivity(
      db,
      await sealed(activity({ title: 'Changed Noor Haddad', rows })),
      [of('noor'), of('teo')],
      [],
    );
    expect(await erasePerson(db, 'noor', 'Noor Haddad')).toBe(1);
    const kept = (await findActivity(db, 'a'))!;
    expect(JSON.stringify(kept)).not.toMatch(/Noor|"id":"noor"[^}]*(555|allergic)/);
    expect(kept.rows[1]).toMatchObject({ before: { phone: '555 1' }, after: { phone: '555 2' } });
    expect(kept.rows[0]).toMatchObject({ table: 'person', after: { id: 'noor', phone: null } });
    expect(kept.title).toBe('Changed somebody');
  });
});
