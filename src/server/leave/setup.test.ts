import { beforeEach, describe, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { undoCommand } from '../commands/undo';
import { db, id } from '../week/testing';
import {
  ANNUAL,
  TYPES,
  asking,
  did,
  leave,
  withTypes,
  grant,
  balance,
  HAND,
  lastId,
  asOona,
  freshLeave,
} from './testing';

beforeEach(freshLeave);

describe('kinds of leave', () => {
  test('are made from the starting set, and taken back with one undo', async () => {
    await withTypes();
    expect((await db.selectFrom('leave_type').selectAll().execute()).map(({ name }) => name)).toContain(
      'Sick leave',
    );
    expect(await undoCommand(db, OWNER, await lastId(), id())).toMatchObject({ ok: true });
    expect(await db.selectFrom('leave_type').selectAll().execute()).toEqual([]);
  });

  test.each<[string, object, string, string]>([
    ['two of one name', { name: 'sick LEAVE' }, 'twice', 'input.types[1].name'],
    ['half a day of whole days', { unit: 'days', step: 500 }, 'input', 'input.types[0].step'],
    ['more notice than is allowed', { ahead: { least: 30, most: 7 } }, 'input', 'input.types[0].ahead.most'],
    ['an entitlement without a balance', { balance: null }, 'input', 'input.types[0].entitlement'],
    ['an ink that is none', { ink: 'pink' }, 'input', 'input.types[0].ink'],
  ])('%s is refused where it stands', async (_, more, code, path) => {
    const types = [{ ...ANNUAL, ...more }, ...TYPES.slice(1)];
    expect(await leave('leave.types', { types })).toMatchObject({ ok: false, problem: { code, path } });
  });

  test('that were used stay: they are retired, keep their unit, and nobody asks for them any more', async () => {
    await withTypes(HAND);
    await did('leave.grant', grant(20));
    const without = TYPES.slice(1);
    expect(await leave('leave.types', { types: without })).toMatchObject({
      ok: false,
      problem: { code: 'in-use' },
    });
    const hours = [{ ...ANNUAL, ...HAND, unit: 'hours', step: 60 }, ...without];
    expect(await leave('leave.types', { types: hours })).toMatchObject({
      ok: false,
      problem: { path: 'input.types[0].unit' },
    });
    await withTypes({ ...HAND, isRetired: true });
    expect(
      await leave('leave.ask', asking('r1', '2026-12-07', '2026-12-11'), { as: await asOona() }),
    ).toMatchObject({
      ok: false,
      problem: { message: 'Annual leave is no longer given.' },
    });
    expect(await balance('oona', '2026-11-24')).toBe(20);
  });

  test('are for who sets the business up', async () => {
    for (const as of ['demo-noor', 'demo-payroll', 'demo-ilse'])
      expect(await leave('leave.types', { types: TYPES }, { as })).toMatchObject({
        problem: { code: 'forbidden' },
      });
  });
});
