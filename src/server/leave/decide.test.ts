import { beforeEach, describe, expect, test } from '@jest/globals';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { wholeWeek } from '../publish/testing';
import { MONDAY, NEXT, db } from '../week/testing';
import { remindApprovers } from './remind';
import { decidedAt, ownLeave } from './queries';
import {
  asking,
  at,
  did,
  leave,
  withTypes,
  grant,
  balance,
  HAND,
  decide,
  asOona,
  entering,
  freshLeave,
  queueAt,
} from './testing';

beforeEach(freshLeave);

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

  test('a manager’s word alone is not enough where a scheduler has to agree', async () => {
    const entered = (more: object = {}) =>
      entering('e1', '2026-12-14', '2026-12-14', { person: 'oona', approve: true, ...more });
    expect(await leave('leave.enter', entered(), { as: 'demo-noor' })).toMatchObject({
      problem: { code: 'forbidden', path: 'input.approve' },
    });
    await did('leave.enter', entered({ approve: false }), { as: 'demo-noor' });
    await did('leave.decide', decide('e1', ['2026-12-14']), { as: 'demo-ilse' });
    const back = { person: 'oona', request: 'e1', days: [at('2026-12-14')], reason: '' };
    expect(await leave('leave.cancel', back, { as: 'demo-noor' })).toMatchObject({
      problem: { code: 'forbidden' },
    });
    await did('leave.cancel', back, { as: 'demo-ilse' });
    expect(await balance('oona', '2026-12-31')).toBe(20);
  });

  test('where leave is not used nobody asks for it or decides about it, and what was stays', async () => {
    await db.updateTable('site').set({ capabilities_off: '["leave"]' }).where('id', '=', 'bistro').execute();
    expect(await leave('leave.decide', decide('r1', WEEK))).toMatchObject({ problem: { code: 'off' } });
    expect(
      await leave('leave.ask', asking('r9', '2026-12-14', '2026-12-14'), { as: await asOona() }),
    ).toMatchObject({
      problem: { code: 'off' },
    });
    expect(await db.selectFrom('leave_request').select('id').execute()).toEqual([{ id: 'r1' }]);
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

  test('a contract and usual week that changed since it was asked for are said; what was asked is booked', async () => {
    await db
      .updateTable('person')
      .set({ usual_week: '[480,480,480,0,0,0,0]', contract_minutes: 1440 })
      .where('id', '=', 'oona')
      .execute();
    const { mine } = await queueAt(db, OWNER, 'bistro');
    expect(mine[0]).toMatchObject({ total: 5000, look: { total: 3000 } });
    expect(mine[0].remarks).toEqual([
      'It counted 5 days when it was asked for, and books that; by the contract, the usual week and the holidays of now it would be 3 days.',
    ]);
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
