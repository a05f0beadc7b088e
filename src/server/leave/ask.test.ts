import { beforeEach, describe, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { db } from '../week/testing';
import { balancesAt } from './balances';
import { decidedAt, ledgerOf, lookAtLeave, ownLeave } from './queries';
import {
  DAYS,
  asking,
  at,
  did,
  leave,
  withTypes,
  grant,
  HAND,
  decide,
  asOona,
  entering,
  freshLeave,
  queueAt,
} from './testing';

beforeEach(freshLeave);

describe('asking', () => {
  beforeEach(async () => {
    await withTypes(HAND);
    await did('leave.grant', grant(20));
  });
  const look = async (from: string, to: string, more: object = {}) => {
    const found = await lookAtLeave(db, await asOona(), { ...asking('x', from, to), person: null, ...more });
    if (!found.ok) throw new Error(found.problem.message);
    return found.look;
  };

  test('shows which days count and why not, what is left then and at the year’s end', async () => {
    await db
      .insertInto('holiday')
      .values({ id: 'h', site_id: 'bistro', date: '2026-12-09', name: 'Harbour Day', closed: 1 })
      .execute();
    const found = await look('2026-12-05', '2026-12-10');
    expect(found.days.map(({ amount, words }) => [amount, words])).toEqual([
      [0, 'Sat 5: weekend'],
      [0, 'Sun 6: weekend'],
      [1000, ''],
      [1000, ''],
      [0, 'Wed 9: Harbour Day'],
      [1000, ''],
    ]);
    expect(found.total).toBe(3 * DAYS);
    expect(found.balance).toMatchObject({ now: 20_000, after: 17_000, yearEnd: 17_000 });
    expect(found.faults).toEqual([]);
  });

  test.each<[string, string, string, object, RegExp]>([
    ['only a weekend', '2026-12-05', '2026-12-06', {}, /None of these days counts \(Sat 5: weekend\)/],
    ['more than is left', '2026-12-01', '2026-12-31', {}, /20 days are left; this takes 23 days/],
    ['before it begins', '2026-12-10', '2026-12-09', {}, /last day away lies before the first/],
    ['days before hiring', '2019-12-30', '2019-12-31', {}, /before the first day here/],
    ['a kind without its note', '2026-12-07', '2026-12-08', { type: 'unpaid' }, /Unpaid leave needs a note/],
    [
      'hours that are no step',
      '2026-12-07',
      '2026-12-07',
      {
        type: 'sick',
        asked: { kind: 'span', from: at('2026-12-07'), to: at('2026-12-07'), fromMinute: 540, toMinute: 840 },
      },
      /steps of 4 h: ask for 4 h or 8 h/,
    ],
  ])('%s is refused with its reason', async (_, from, to, more, message) => {
    expect((await look(from, to, more)).faults.join(' ')).toMatch(message);
    expect(await leave('leave.ask', asking('bad', from, to, more), { as: await asOona() })).toMatchObject({
      ok: false,
      problem: { code: 'leave', message: expect.stringMatching(message) },
    });
    expect(await db.selectFrom('leave_request').selectAll().execute()).toEqual([]);
  });

  test('half a day of a kind in whole days is a whole one', async () => {
    const asked = {
      kind: 'span',
      from: at('2026-12-07'),
      to: at('2026-12-07'),
      fromMinute: 0,
      toMinute: 600,
    };
    const found = await look('2026-12-07', '2026-12-07', { type: 'unpaid', note: 'Dentist', asked });
    expect(found).toMatchObject({ total: 1000, faults: [] });
  });

  test('over New Year counts each year against its own, and over the clock change whole days', async () => {
    const found = await look('2026-12-30', '2027-01-04');
    expect(found.total).toBe(4 * DAYS);
    expect(
      (await look('2027-03-26', '2027-03-29', { type: 'unpaid', note: 'x' })).days.map(
        ({ amount }) => amount,
      ),
    ).toEqual([1000, 0, 0, 1000]);
  });

  test('what waits already cannot be asked for again; what is approved does not count twice', async () => {
    await did('leave.ask', asking('r1', '2026-12-07', '2026-12-08'), { as: await asOona() });
    expect((await look('2026-12-08', '2026-12-10')).faults.join()).toMatch(
      /on Tue 8 was asked for already and waits/,
    );
    await did('leave.decide', decide('r1', ['2026-12-07', '2026-12-08']));
    const found = await look('2026-12-08', '2026-12-10');
    expect(found).toMatchObject({ total: 2 * DAYS, faults: [] });
    expect(found.days[0]).toMatchObject({ amount: 0, words: 'Tue 8: already away' });
  });

  test('a draft is one’s own alone, is sent later, and is withdrawn', async () => {
    const as = await asOona();
    await did('leave.ask', asking('r1', '2026-12-07', '2026-12-08', { send: false }), { as });
    expect((await queueAt(db, OWNER, 'bistro')).mine).toEqual([]);
    expect(await decidedAt(db, OWNER, 'bistro')).toEqual([]);
    await did('leave.ask', asking('r1', '2026-12-07', '2026-12-09'), { as });
    expect((await queueAt(db, OWNER, 'bistro')).mine).toMatchObject([
      { id: 'r1', total: 3000, standing: 'waiting' },
    ]);
    expect(await leave('leave.ask', asking('r1', '2026-12-07', '2026-12-09'), { as })).toMatchObject({
      problem: { code: 'taken' },
    });
    await did('leave.withdraw', { request: 'r1' }, { as });
    expect((await queueAt(db, OWNER, 'bistro')).mine).toEqual([]);
    expect(await leave('leave.withdraw', { request: 'r1' }, { as: 'demo-noor' })).toMatchObject({
      problem: { code: 'unknown' },
    });
  });

  test('closed periods and limits are shown; nobody asks over the one, and the other is for who decides', async () => {
    await did('leave.limits', {
      site: 'bistro',
      limits: [{ id: 'one', of: { kind: 'site' }, most: 0, weekdays: null, from: null, to: null }],
      closed: [{ id: 'regatta', from: at('2026-12-14'), to: at('2026-12-20'), reason: 'Regatta week' }],
      absenceOpens: false,
    });
    expect((await look('2026-12-11', '2026-12-14')).faults).toEqual([
      'Regatta week: no leave from Mon 14 to Sun 20.',
    ]);
    const found = await look('2026-12-07', '2026-12-07');
    expect(found).toMatchObject({ faults: [], limits: ['Mon 7: 1 person would be away, at most 0'] });
    await did('leave.ask', asking('r1', '2026-12-07', '2026-12-07'), { as: await asOona() });
    const answer = await did('leave.decide', decide('r1', ['2026-12-07']));
    expect(answer.remarks).toEqual(['Mon 7: 1 person would be away, at most 0']);
    const [request] = await decidedAt(db, OWNER, 'bistro');
    expect(request.trail.at(-1)!.what).toBe('approved it, knowing: Mon 7: 1 person would be away, at most 0');
  });
});

test('what staff get of others is nothing: no names, no notes, no kinds of leave', async () => {
  await withTypes(HAND);
  await did(
    'leave.enter',
    entering('r1', '2026-12-07', '2026-12-11', {
      person: 'oona',
      approve: true,
      type: 'unpaid',
      note: 'Secret',
    }),
  );
  const jonas = { ...(await actorNamed(db, 'demo-noor')), person: 'jonas', id: 'jonas-account' };
  const page = JSON.stringify([
    await ownLeave(db, jonas),
    await lookAtLeave(db, jonas, { ...asking('x', '2026-12-07', '2026-12-08'), person: null }),
  ]);
  expect(page).not.toContain('Oona');
  expect(page).not.toContain('Secret');
  expect(await ledgerOf(db, jonas, 'oona', 'annual')).toMatchObject({ ok: false });
  expect((await queueAt(db, jonas, 'bistro')).mine).toEqual([]);
  expect(await decidedAt(db, jonas, 'bistro')).toEqual([]);
  expect((await balancesAt(db, jonas, 'bistro')).people).toEqual([]);
});
