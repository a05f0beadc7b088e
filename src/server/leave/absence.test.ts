import { beforeEach, describe, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db } from '../week/testing';
import { balancesAt } from './balances';
import { absentAt } from './absent-now';
import { decidedAt } from './queries';
import { at, did, leave, withTypes, grant, balance, HAND, entering, freshLeave } from './testing';

beforeEach(freshLeave);

describe('who cannot come', () => {
  beforeEach(async () => {
    await withTypes(HAND);
    await did('plan.publish', await wholeWeek(db, 'bistro', MONDAY));
  });
  const absence = (more: object = {}) => ({
    id: 'a1',
    type: 'sick',
    to: at('2026-11-27'),
    note: 'Fever',
    person: null,
    ...more,
  });
  const mineIn = (person: string) =>
    db
      .selectFrom('published_shift')
      .select('id')
      .where('person_id', '=', person)
      .where('date', '>', '2026-11-24')
      .where('date', '<=', '2026-11-27')
      .execute();

  test('says it from now on; shifts turn open where the site says so, and days are given back when they are back', async () => {
    const emil = await actorNamed(db, 'demo-emil');
    const before = await mineIn('emil');
    expect(before.length).toBeGreaterThan(0);
    await did('leave.limits', { site: 'bistro', limits: [], closed: [], absenceOpens: true });
    await did('leave.absent', absence(), { as: emil });
    expect(await mineIn('emil')).toEqual([]);
    const [now] = await absentAt(db, OWNER, 'bistro');
    expect(now).toMatchObject({ person: 'emil', type: 'Sick leave', note: 'Fever', last: at('2026-11-27') });
    expect(now.shifts.map(({ id, isOpen }) => [id, isOpen])).toEqual(before.map(({ id }) => [id, true]));
    const [request] = await decidedAt(db, OWNER, 'bistro');
    expect(request).toMatchObject({
      isAbsence: true,
      standing: 'approved',
      trail: [{ what: 'cannot come' }],
    });
    expect(request.days.map(({ date }) => date)).toEqual([
      at('2026-11-24'),
      at('2026-11-25'),
      at('2026-11-26'),
      at('2026-11-27'),
    ]);
    await did(
      'leave.back-at-work',
      { person: 'emil', request: 'a1', days: [at('2026-11-27')], reason: '' },
      { as: emil },
    );
    const rows = await db.selectFrom('leave').selectAll().where('person_id', '=', 'emil').execute();
    expect(rows.map(({ to_at }) => to_at)).toEqual(['2026-11-27T00:00']);
  });

  test('keeps the shifts where the site does not say so', async () => {
    const before = await mineIn('emil');
    await did('leave.absent', absence(), { as: 'demo-emil' });
    expect(await mineIn('emil')).toEqual(before);
    const [now] = await absentAt(db, OWNER, 'bistro');
    expect(now.shifts.every(({ isOpen }) => !isOpen)).toBe(true);
    expect(await absentAt(db, await actorNamed(db, 'demo-noor'), 'bistro')).toEqual([]);
  });

  test('is refused twice, for others, and for days that are over', async () => {
    await did('leave.absent', absence(), { as: 'demo-emil' });
    expect(await leave('leave.absent', absence({ id: 'a2' }), { as: 'demo-emil' })).toMatchObject({
      problem: { message: expect.stringContaining('is away on all of these days already') },
    });
    expect(
      await leave('leave.absent', absence({ id: 'a3', person: 'noor' }), { as: 'demo-emil' }),
    ).toMatchObject({ problem: { path: 'input.person' } });
    expect(
      await leave('leave.absent', absence({ id: 'a4', to: at('2026-11-20') }), { as: 'demo-noor' }),
    ).toMatchObject({ ok: false });
    expect(
      await leave('leave.absent.enter', absence({ id: 'a5', person: 'noor' }), { as: 'demo-emil' }),
    ).toMatchObject({ problem: { code: 'forbidden' } });
    await did('leave.absent.enter', absence({ id: 'a6', person: 'noor' }), { as: 'demo-ilse' });
  });
});

describe('leave by hand', () => {
  beforeEach(async () => {
    await withTypes(HAND);
    await did('leave.grant', grant(20));
    await did('leave.enter', entering('r1', '2026-12-07', '2026-12-11', { person: 'oona', approve: true }));
  });

  test('is entered, moved and shortened, and balances follow', async () => {
    expect(await balance('oona', '2026-12-31')).toBe(15);
    const asked = {
      kind: 'span',
      from: at('2026-12-09'),
      to: at('2026-12-15'),
      fromMinute: 0,
      toMinute: 1440,
    };
    await did('leave.move', { person: 'oona', request: 'r1', id: 'r2', asked });
    expect(await balance('oona', '2026-12-31')).toBe(15);
    await did('leave.cancel', { person: 'oona', request: 'r2', days: [at('2026-12-15')], reason: 'Needed' });
    expect(await balance('oona', '2026-12-31')).toBe(16);
    const cell = (await balancesAt(db, OWNER, 'bistro')).people.find((one) => one.id === 'oona')!.cells
      .annual;
    expect(cell).toMatchObject({ granted: 20_000, taken: 0, ahead: 4000, left: 16_000 });
  });

  test('no order of events books a day twice', async () => {
    const asked = {
      kind: 'span',
      from: at('2026-12-07'),
      to: at('2026-12-11'),
      fromMinute: 0,
      toMinute: 1440,
    };
    await did('leave.move', { person: 'oona', request: 'r1', id: 'r2', asked });
    await did('leave.move', { person: 'oona', request: 'r2', id: 'r3', asked });
    expect(await leave('leave.move', { person: 'oona', request: 'r1', id: 'r4', asked })).toMatchObject({
      ok: false,
    });
    expect(await balance('oona', '2026-12-31')).toBe(15);
  });
});
