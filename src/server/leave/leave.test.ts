import { beforeEach, describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import { balanceOn } from '@/core/leave/ledger';
import { loadEntries } from '@/data/leave/leave-store';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { undoCommand } from '../commands/undo';
import { runCommand } from '../commands/run';
import { wholeWeek } from '../publish/testing';
import { MONDAY, NEXT, db, freshDemo, id } from '../week/testing';
import { balancesAt } from './balances';
import { postLeave } from './post';
import { remindApprovers } from './remind';
import { decidedAt, ledgerOf, lookAtLeave, ownLeave, queueAt } from './queries';
import { ANNUAL, DAYS, SICK, TYPES, asking, at, did, leave, withTypes, withoutLeave } from './testing';

beforeEach(async () => {
  await freshDemo();
  await withoutLeave();
  // Oona works Monday to Friday, and Noor is her manager.
  await db
    .updateTable('person')
    .set({
      manager_id: 'noor',
      usual_week: '[480,480,480,480,480,0,0]',
      contract_minutes: 2400,
      employed_from: '2020-01-01',
    })
    .where('id', '=', 'oona')
    .execute();
});

const grant = (amount: number, more: object = {}) => ({
  ...{ site: 'bistro', type: 'annual', to: { kind: 'people', people: ['oona'] }, amount: amount * DAYS },
  ...{ date: at('2026-01-01'), note: 'This year', later: false },
  ...more,
});
const balance = async (person: string, date: string, type = 'annual') =>
  balanceOn(await loadEntries(db, [person], type), at(date)) / DAYS;
const HAND = { entitlement: null, carryOver: null, ahead: { least: null, most: null } };
const lastId = async () =>
  (await db.selectFrom('activity').select('id').orderBy('seq', 'desc').limit(1).executeTakeFirstOrThrow()).id;
const decide = (request: string, days: readonly string[], more: object = {}) => ({
  ...{ person: 'oona', request, days: days.map(at), reason: '', shifts: [] },
  ...more,
});
const staff = async (named: string) => {
  const actor = await actorNamed(db, named);
  return actor;
};
const asOona = async () => ({
  ...(await staff('demo-noor')),
  id: 'oona-account',
  name: 'Oona Kelly',
  person: 'oona',
});

const entering = (...asked: Parameters<typeof asking>) => {
  const { send: _send, ...rest } = asking(...asked);
  return rest;
};

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

describe('granting', () => {
  beforeEach(() => withTypes(HAND));

  test('gives each their entry; one undo takes all back by entries of their own, and redoing gives them again', async () => {
    const all = { ...grant(20), to: { kind: 'all' } };
    const answer = await did('leave.grant', all);
    expect(answer.title).toMatch(/^20 days of Annual leave to \d+ people$/);
    const first = await lastId();
    expect(await balance('oona', '2026-11-24')).toBe(20);
    expect(await undoCommand(db, OWNER, first, 'back')).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(0);
    expect(await loadEntries(db, ['oona'], 'annual')).toHaveLength(2);
    expect(await undoCommand(db, OWNER, 'back', 'again')).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(20);
    expect(await undoCommand(db, OWNER, 'again', 'and-back')).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(0);
  });

  test('twice by a double click is once; the same again says so first', async () => {
    const request = { id: 'click', kind: 'leave.grant', input: grant(5) };
    await runCommand(db, OWNER, request, { preview: false });
    expect(await runCommand(db, OWNER, request, { preview: false })).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(5);
    const again = await did('leave.grant', grant(5), { preview: true });
    expect(again.remarks).toEqual(['1 person of them has a grant of 5 days on Thu 1 January already.']);
  });

  test('goes to a group, and to who joins it later their share of the year', async () => {
    await db.updateTable('person').set({ groups: '["Crew"]' }).where('id', 'in', ['oona', 'jonas']).execute();
    await did('leave.grant', grant(12, { to: { kind: 'groups', groups: ['Crew'] }, later: true }));
    expect(await balance('jonas', '2026-11-24')).toBe(12);
    await db
      .updateTable('person')
      .set({ groups: '["Crew"]', employed_from: '2026-10-01' })
      .where('id', '=', 'emil')
      .execute();
    await postLeave(db);
    // 92 of 365 days of 12 are 3.02, in half days upwards.
    expect(await balance('emil', '2026-11-24')).toBe(3.5);
    await postLeave(db);
    expect(await loadEntries(db, ['emil'], 'annual')).toHaveLength(1);
    expect(await balance('jonas', '2026-11-24')).toBe(12);
  });

  test('an entry is never altered or deleted, but taken back once', async () => {
    await did('leave.grant', grant(20));
    const [entry] = await loadEntries(db, ['oona'], 'annual');
    await expect(db.updateTable('leave_entry').set({ amount: 1 }).execute()).rejects.toThrow(
      /reversed, not altered/,
    );
    await expect(db.deleteFrom('leave_entry').execute()).rejects.toThrow(/reversed, not deleted/);
    const back = { person: 'oona', entry: entry.id, note: 'A slip' };
    await did('leave.reverse', back);
    expect(await balance('oona', '2026-11-24')).toBe(0);
    expect(await leave('leave.reverse', back)).toMatchObject({ problem: { code: 'taken' } });
  });

  test('is refused for who is at home elsewhere, has left, or cannot be granted to', async () => {
    const to = (...people: string[]) => ({ to: { kind: 'people', people } });
    expect(await leave('leave.grant', grant(5, to('oona', 'petra')))).toMatchObject({
      problem: { path: 'input.to' },
    });
    await db.updateTable('person').set({ employed_to: '2025-12-31' }).where('id', '=', 'jonas').execute();
    expect(await leave('leave.grant', grant(5, to('jonas')))).toMatchObject({
      problem: { path: 'input.to' },
    });
    expect(await leave('leave.grant', grant(5, { type: 'sick' }))).toMatchObject({
      problem: { path: 'input.type' },
    });
    expect(await leave('leave.grant', grant(5, { ...to('oona'), later: true }))).toMatchObject({
      problem: { path: 'input.later' },
    });
    for (const as of ['demo-noor', 'demo-payroll', 'demo-hanne'])
      expect(await leave('leave.grant', grant(5), { as })).toMatchObject({ problem: { code: 'forbidden' } });
  });
});

describe('the calendar', () => {
  test('posts what a year brings once, by contract, with what is different for one person', async () => {
    await withTypes();
    await db.updateTable('person').set({ contract_minutes: 1200 }).where('id', '=', 'jonas').execute();
    await did('leave.exception', {
      ...{ id: 'x1', person: 'oona', type: 'annual', since: at('2026-01-01'), note: 'By agreement' },
      figures: { amount: 25 * DAYS },
    });
    await postLeave(db);
    await db.updateTable('person').set({ notes: 'x' }).where('id', '=', 'jonas').execute();
    await postLeave(db);
    expect(await balance('oona', '2026-11-24')).toBe(25);
    expect(await balance('jonas', '2026-11-24')).toBe(10);
    const ledger = await ledgerOf(db, OWNER, 'oona', 'annual');
    if (!ledger.ok) throw new Error(ledger.problem.message);
    expect(ledger.ledger.entries.filter(({ isAhead }) => !isAhead)).toMatchObject([
      { kind: 'grant', amount: 25_000, who: 'the calendar', balance: 25_000 },
    ]);
    // The next year is worked out, and says so: of 25 days 5 go over.
    expect(
      ledger.ledger.entries.filter(({ isAhead }) => isAhead).map(({ kind, amount }) => [kind, amount]),
    ).toEqual([
      ['expiry', -20_000],
      ['carry-over', -5000],
      ['carry-over', 5000],
      ['grant', 25_000],
      ['expiry', -5000],
    ]);
    expect(ledger.ledger.exceptions).toMatchObject([{ text: '25 days a year', note: 'By agreement' }]);
  });

  test('posts what published hours bring when their month is over, and sets it right', async () => {
    await withTypes({
      ...{ unit: 'hours', step: 1, carryOver: null },
      entitlement: {
        ...ANNUAL.entitlement!,
        comes: 'hourly',
        hourShare: 1207,
        step: 1,
        rounding: 'nearest',
        amount: 0,
      },
    });
    process.env.VICENDA_NOW = '2026-12-01T10:00:00Z';
    await postLeave(db);
    const minutes = async () => balanceOn(await loadEntries(db, ['jonas'], 'annual'), at('2026-12-01'));
    const first = await minutes();
    expect(first).toBeGreaterThan(0);
    const gone = await db
      .selectFrom('published_shift')
      .select('id')
      .where('person_id', '=', 'jonas')
      .where('date', 'like', '2026-11-%')
      .executeTakeFirstOrThrow();
    await db.deleteFrom('published_shift').where('id', '=', gone.id).execute();
    await did('own.phone', { phone: '1' }, { as: 'demo-noor' });
    await postLeave(db);
    expect(await minutes()).toBeLessThan(first);
    const kinds = (await loadEntries(db, ['jonas'], 'annual')).map(({ kind }) => kind);
    expect(kinds).toContain('accrual');
    expect(kinds.at(-1)).toBe('correction');
  });
});

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

describe('deciding', () => {
  beforeEach(async () => {
    await withTypes(HAND);
    await did('leave.grant', grant(20));
    await did('leave.ask', asking('r1', '2026-11-30', '2026-12-04'), { as: await asOona() });
  });
  const WEEK = ['2026-11-30', '2026-12-01', '2026-12-02', '2026-12-03', '2026-12-04'];

  test('approves all, which the balance, the plan and the person know; given back it is as before', async () => {
    const as = await asOona();
    expect(
      (await loadPlan(db, 'bistro', NEXT, 7))!.plan.people.find((one) => one.id === 'oona')!.leave,
    ).toMatchObject([{ state: 'waiting' }]);
    await did('leave.decide', decide('r1', WEEK));
    expect(await balance('oona', '2026-12-31')).toBe(15);
    const { plan } = (await loadPlan(db, 'bistro', NEXT, 7))!;
    const [away] = plan.people.find((one) => one.id === 'oona')!.leave;
    expect(away).toMatchObject({ state: 'approved', credit: WEEK.map((date) => [at(date), 480]) });
    const own = await ownLeave(db, as);
    expect(own).toMatchObject({ ok: true, page: { requests: [{ standing: 'approved', isNews: true }] } });
    await did('leave.see', { request: 'r1' }, { as });
    expect(await ownLeave(db, as)).toMatchObject({ page: { requests: [{ isNews: false }] } });
    await did('leave.ask-back', { request: 'r1', days: WEEK.map(at) }, { as });
    expect(await balance('oona', '2026-12-31')).toBe(15);
    await did('leave.back', { person: 'oona', request: 'r1', agree: true, reason: '' });
    expect(await balance('oona', '2026-12-31')).toBe(20);
    expect(
      (await loadPlan(db, 'bistro', NEXT, 7))!.plan.people.find((one) => one.id === 'oona')!.leave,
    ).toEqual([]);
  });

  test('approves some days, and declines only with a reason', async () => {
    expect(await leave('leave.decide', decide('r1', []))).toMatchObject({
      ok: false,
      problem: { path: 'input.reason' },
    });
    await did('leave.decide', decide('r1', WEEK.slice(0, 2)));
    expect(await balance('oona', '2026-12-31')).toBe(18);
    const [request] = await decidedAt(db, OWNER, 'bistro');
    expect(request).toMatchObject({
      standing: 'partly-approved',
      trail: [{ what: 'asked' }, { what: 'approved Mon 30 November to Tue 1 December' }],
    });
    expect(await leave('leave.decide', decide('r1', WEEK))).toMatchObject({ problem: { code: 'too-late' } });
  });

  test('is for the home site’s schedulers, not for others, nor for oneself', async () => {
    for (const as of ['demo-payroll', 'demo-hanne', 'demo-lior', 'demo-noor'])
      expect(await leave('leave.decide', decide('r1', WEEK), { as })).toMatchObject({
        problem: { code: 'forbidden' },
      });
    const self = { ...(await actorNamed(db, 'demo-ilse')), person: 'oona' };
    expect(await leave('leave.decide', decide('r1', WEEK), { as: self })).toMatchObject({
      problem: { code: 'forbidden' },
    });
    await did('leave.decide', decide('r1', WEEK), { as: 'demo-ilse' });
  });

  test('a manager decides first, then a scheduler; a deputy after some days, or where the manager has left', async () => {
    await withTypes({ ...HAND, approval: 'manager-then-scheduler', deputyAfter: 3 });
    const as = await asOona();
    await did('leave.ask', asking('r2', '2026-12-14', '2026-12-15'), { as });
    const two = decide('r2', ['2026-12-14', '2026-12-15']);
    expect(await leave('leave.decide', two, { as: 'demo-ilse' })).toMatchObject({
      problem: { code: 'forbidden', message: 'somebody else has to decide first' },
    });
    await did('leave.decide', two, { as: 'demo-noor' });
    expect(await balance('oona', '2026-12-31')).toBe(20);
    expect(
      (await queueAt(db, await actorNamed(db, 'demo-ilse'), 'bistro')).mine.map((one) => one.id),
    ).toContain('r2');
    await did('leave.decide', two, { as: 'demo-ilse' });
    expect(await balance('oona', '2026-12-31')).toBe(18);
    await did('leave.ask', asking('r3', '2026-12-16', '2026-12-16'), { as });
    const three = decide('r3', ['2026-12-16']);
    process.env.VICENDA_NOW = '2026-11-27T09:00:00Z';
    expect(await leave('leave.decide', three, { as: 'demo-ilse' })).toMatchObject({
      problem: { code: 'forbidden' },
    });
    process.env.VICENDA_NOW = '2026-11-27T11:00:00Z';
    const queue = await queueAt(db, await actorNamed(db, 'demo-ilse'), 'bistro');
    expect(queue.mine.find((one) => one.id === 'r3')!.instead).toBe(
      'The manager did not decide within 3 days, so a deputy may.',
    );
    await did('leave.decide', three, { as: 'demo-ilse' });
    await did('leave.ask', asking('r4', '2026-12-17', '2026-12-17'), { as });
    await db.updateTable('person').set({ employed_to: '2026-11-26' }).where('id', '=', 'noor').execute();
    await did('leave.decide', decide('r4', ['2026-12-17']), { as: 'demo-ilse' });
  });

  test('a request keeps the rules it was asked under, also where its kind is retired meanwhile, and says so', async () => {
    await withTypes({ ...HAND, needsNote: true, isRetired: true });
    const { mine } = await queueAt(db, OWNER, 'bistro');
    expect(mine[0]).toMatchObject({
      hasOldRules: true,
      remarks: ['It keeps the rules of Annual leave that it was asked under.'],
    });
    await did('leave.decide', decide('r1', WEEK));
    expect(await balance('oona', '2026-12-31')).toBe(15);
  });

  test('one that waited until after its dates says so, and can still be decided', async () => {
    process.env.VICENDA_NOW = '2026-12-08T10:00:00Z';
    const { mine } = await queueAt(db, OWNER, 'bistro');
    expect(mine[0].remarks).toEqual(['It waited until after its last day, Fri 4 December.']);
    await did('leave.decide', decide('r1', [], { reason: 'Too late' }));
    expect(await balance('oona', '2026-12-31')).toBe(20);
  });

  test('several are approved at once where nothing is hurt, all or none', async () => {
    const as = await asOona();
    await did('leave.ask', asking('r2', '2026-12-21', '2026-12-22'), { as });
    await did('leave.ask', asking('r3', '2026-12-23', '2026-12-23'), { as });
    const both = { people: ['oona', 'oona'], requests: ['r2', 'r3'] };
    expect(await did('leave.approve', both)).toMatchObject({ title: 'Approved 2 requests' });
    expect(await balance('oona', '2026-12-31')).toBe(17);
    expect(await leave('leave.approve', { people: ['oona'], requests: ['r2'] })).toMatchObject({
      problem: { code: 'too-late' },
    });
  });

  test('who decides is reminded once before its dates', async () => {
    await db.updateTable('person').set({ email: 'ilse@example.test' }).where('id', '=', 'ilse').execute();
    const told = async () =>
      (await db.selectFrom('outbox').select('subject').where('person_id', '=', 'ilse').execute()).map(
        ({ subject }) => subject,
      );
    const before = (await told()).length;
    await remindApprovers(db);
    expect(await told()).toHaveLength(before);
    process.env.VICENDA_NOW = '2026-11-26T10:00:00Z';
    await remindApprovers(db);
    process.env.VICENDA_NOW = '2026-11-27T10:00:00Z';
    await remindApprovers(db);
    expect((await told()).slice(before)).toEqual(['Still waiting: Oona Kelly asks for leave']);
    const { mine } = await queueAt(db, OWNER, 'bistro');
    expect(mine[0].trail.at(-1)).toMatchObject({ who: 'The calendar', what: 'reminded who decides' });
  });

  test('who is away hears of it, and who decides next', async () => {
    await db.updateTable('person').set({ email: 'oona@example.test' }).where('id', '=', 'oona').execute();
    await did('leave.decide', decide('r1', WEEK, { reason: 'Enjoy' }));
    const told = await db.selectFrom('outbox').selectAll().where('person_id', '=', 'oona').execute();
    expect(told.map(({ subject }) => subject)).toEqual([
      'Leave approved: Annual leave, Mon 30 November to Fri 4 December',
    ]);
    expect(told[0].body).toContain('Enjoy');
  });
});

describe('shifts within leave', () => {
  const shiftOf = async () =>
    (await db
      .selectFrom('published_shift')
      .innerJoin('shift', 'shift.id', 'published_shift.id')
      .select([
        'published_shift.id',
        'published_shift.date',
        'published_shift.person_id',
        'published_shift.role_id',
      ])
      .where('published_shift.site_id', '=', 'bistro')
      .where('published_shift.date', '>', '2026-11-24')
      .where('published_shift.person_id', 'is not', null)
      .whereRef('published_shift.person_id', '=', 'shift.person_id')
      .orderBy('published_shift.date')
      .executeTakeFirst()) ?? null;

  test('are shown before, turn open or go to somebody with the decision, and are published just so', async () => {
    await did('plan.publish', await wholeWeek(db, 'bistro', MONDAY));
    await withTypes(HAND);
    const shift = (await shiftOf())!;
    const person = shift.person_id!;
    await did(
      'leave.enter',
      entering('r1', shift.date, shift.date, { type: 'unpaid', note: 'Move', person, approve: false }),
    );
    await db.updateTable('person').set({ manager_id: null }).where('id', '=', person).execute();
    const { mine } = await queueAt(db, OWNER, 'bistro');
    expect(mine[0].touched).toMatchObject([
      { id: shift.id, isPublished: true, mayChange: true, hasOtherDraft: false },
    ]);
    const choice = { id: shift.id, site: 'bistro', become: 'open', to: null };
    const input = { person, request: 'r1', days: [at(shift.date)], reason: '', shifts: [choice] };
    // Two steps: the first changes nothing of the plan.
    await did('leave.decide', { ...input, shifts: [] });
    const look = await did('leave.decide', input, { preview: true });
    expect(look.weekImpacts.flatMap(({ appeared }) => appeared).map(({ code }) => code)).toContain(
      'unfilled',
    );
    await did('leave.decide', input);
    const [draft, published] = [
      await db.selectFrom('shift').select('person_id').where('id', '=', shift.id).executeTakeFirstOrThrow(),
      await db
        .selectFrom('published_shift')
        .select('person_id')
        .where('id', '=', shift.id)
        .executeTakeFirstOrThrow(),
    ];
    expect([draft.person_id, published.person_id]).toEqual([null, null]);
    const news = await db
      .selectFrom('news')
      .select(['person_id', 'is_late'])
      .where('person_id', '=', person)
      .orderBy('at', 'desc')
      .executeTakeFirst();
    // They asked for it: nobody asks them whether that is all right.
    expect(news).toMatchObject({ is_late: 0 });
  });
});

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

test('dates of the tests are what they are taken for', () => {
  expect(parseDate('2026-11-30')).toBe(NEXT);
  expect(SICK.name).toBe('Sick leave');
});
