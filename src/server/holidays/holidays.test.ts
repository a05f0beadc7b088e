import { beforeEach, describe, expect, test } from '@jest/globals';
import { PLAIN_HOLIDAY } from '@/core/plan/holiday-rule';
import { parseDate } from '@/core/time/day';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { undoCommand } from '../commands/undo';
import { postLeave } from '../leave/post';
import { wholeWeek } from '../publish/testing';
import { MONDAY, ask, db, done, freshDemo, id } from '../week/testing';
import { holidaySetup } from './commands';
import type { HolidayDraft } from './payload';

beforeEach(freshDemo);

const at = (date: string) => parseDate(date)!;
const holiday = (named: string, date: string, more: Partial<HolidayDraft> = {}): HolidayDraft => ({
  ...{ id: named, name: named, date: at(date), closed: true, detail: PLAIN_HOLIDAY },
  ...more,
});
const save = async (...more: readonly HolidayDraft[]) => {
  const { holidays } = await holidaySetup(db, 'bistro', true);
  return { place: { country: 'PT', region: null }, holidays: [...holidays, ...more] };
};

describe('the holidays of a site', () => {
  test('are kept with where they are looked up, and gone again with one undo', async () => {
    const before = await holidaySetup(db, 'bistro', true);
    const answer = await done('holidays.save', await save(holiday('Harbour Day', '2026-11-26')));
    expect(answer.title).toBe('Holidays of Quay Bistro');
    const after = await holidaySetup(db, 'bistro', true);
    expect(after.place).toEqual({ country: 'PT', region: null });
    expect(after.holidays).toContainEqual(holiday('Harbour Day', '2026-11-26'));
    const last = await db
      .selectFrom('activity')
      .select('id')
      .orderBy('seq', 'desc')
      .limit(1)
      .executeTakeFirstOrThrow();
    expect(await undoCommand(db, OWNER, last.id, id())).toMatchObject({ ok: true });
    expect(await holidaySetup(db, 'bistro', true)).toEqual(before);
  });

  test('show before they are kept what they do to planned weeks, and do it where they are closed', async () => {
    const closed = await save(holiday('Harbour Day', '2026-11-26'));
    const look = await done('holidays.save', closed, true);
    const week = look.weekImpacts.find((one) => one.site === 'bistro' && one.week === MONDAY)!;
    expect(week.appeared.some(({ code }) => code === 'closed')).toBe(true);
    const open = await done(
      'holidays.save',
      await save(holiday('Harbour Day', '2026-11-26', { closed: false })),
      true,
    );
    expect(open.weekImpacts).toEqual([]);
    await done('holidays.save', closed);
    const stored = (await loadPlan(db, 'bistro', MONDAY, 7))!;
    expect(stored.plan.holidays).toContainEqual(
      expect.objectContaining({ name: 'Harbour Day', closed: true }),
    );
    expect(
      (await loadPlan(db, 'chandlery', MONDAY, 7))!.plan.holidays.some(({ name }) => name === 'Harbour Day'),
    ).toBe(false);
  });

  test('are refused where one is there twice, or is another site’s', async () => {
    const twice = await save(
      holiday('a', '2026-12-01', { name: 'Day' }),
      holiday('b', '2026-12-01', { name: 'Day' }),
    );
    expect(await ask('holidays.save', twice)).toMatchObject({ ok: false, problem: { code: 'twice' } });
    await db
      .insertInto('holiday')
      .values({ id: 'theirs', site_id: 'chandlery', date: '2026-12-01', name: 'x', closed: 1 })
      .execute();
    expect(await ask('holidays.save', await save(holiday('theirs', '2026-12-02')))).toMatchObject({
      ok: false,
      problem: { code: 'taken' },
    });
  });

  test('are for who sets the site up', async () => {
    const input = await save();
    for (const name of ['demo-noor', 'demo-bram', 'demo-payroll'])
      expect(await ask('holidays.save', input, false, await actorNamed(db, name))).toMatchObject({
        ok: false,
        problem: { code: 'forbidden' },
      });
  });
});

describe('what else is said of a holiday', () => {
  const detail = (more: Partial<HolidayDraft['detail']>) => ({ ...PLAIN_HOLIDAY, ...more });
  const planned = async () =>
    (await loadPlan(db, 'bistro', MONDAY, 7))!.plan.holidays.find(({ name }) => name === 'Eve');

  test('is in the plan: shorter hours, for some, with a day credited and more pay', async () => {
    await db.updateTable('person').set({ groups: '["Crew"]' }).where('id', '=', 'noor').execute();
    const eve = holiday('eve', '2025-11-26', {
      ...{ name: 'Eve', closed: false },
      detail: detail({
        ...{
          isYearly: true,
          groups: ['Crew'],
          hours: [{ from: 600, to: 840 }],
          credited: true,
          multiplier: 1.5,
          extra: 20,
        },
      }),
    });
    await done('holidays.save', await save(eve));
    expect(await planned()).toEqual({
      ...{ date: at('2026-11-26'), name: 'Eve', closed: false, people: ['noor'] },
      ...{ hours: [{ from: 600, to: 840 }], credited: true, multiplier: 1.5, extra: 20 },
    });
    expect((await holidaySetup(db, 'bistro', true)).holidays).toContainEqual(eve);
  });

  test('about pay is neither shown to nor changed by who does not see pay', async () => {
    const eve = holiday('eve', '2026-11-26', { name: 'Eve', detail: detail({ multiplier: 2, extra: 30 }) });
    await done('holidays.save', await save(eve));
    const ilse = await actorNamed(db, 'demo-ilse');
    const blind = { ...ilse, grants: ilse.grants.map((grant) => ({ ...grant, seesPay: false })) };
    const { place, holidays } = await holidaySetup(db, 'bistro', false);
    expect(JSON.stringify(holidays)).not.toContain('30');
    const renamed = holidays.map((one) => (one.id === 'eve' ? { ...one, name: 'Eve, late' } : one));
    const input = { site: 'bistro', place: place ?? { country: 'PT', region: null }, holidays: renamed };
    expect(await ask('holidays.save', input, false, blind)).toMatchObject({ ok: true });
    const kept = (await holidaySetup(db, 'bistro', true)).holidays.find(({ id: one }) => one === 'eve')!;
    expect(kept).toMatchObject({ name: 'Eve, late', detail: { multiplier: 2, extra: 30 } });
  });

  test('gives time off for hours worked on it, once its day is over, and sets it right', async () => {
    await done('plan.publish', await wholeWeek(db, 'bistro', MONDAY));
    const eve = holiday('eve', '2026-11-24', {
      name: 'Eve',
      closed: false,
      detail: detail({ timeOff: 'overtime' }),
    });
    await done('holidays.save', await save(eve));
    const earned = async () =>
      (
        await db
          .selectFrom('leave_entry')
          .selectAll()
          .where('type_id', '=', 'overtime')
          .where('person_id', '=', 'noor')
          .execute()
      ).map(({ kind, amount, note }) => [kind, amount, note]);
    await postLeave(db);
    expect(await earned()).toEqual([]);
    process.env.VICENDA_NOW = '2026-11-25T10:00:00Z';
    await postLeave(db);
    expect(await earned()).toEqual([['earned', 330, 'Eve']]);
    await db
      .deleteFrom('published_shift')
      .where('person_id', '=', 'noor')
      .where('date', '=', '2026-11-24')
      .execute();
    process.env.VICENDA_NOW = '2026-11-26T10:00:00Z';
    await postLeave(db);
    expect(await earned()).toEqual([
      ['earned', 330, 'Eve'],
      ['correction', -330, 'Eve'],
    ]);
    const strange = holiday('odd', '2026-11-25', { detail: detail({ timeOff: 'sick' }) });
    expect(await ask('holidays.save', await save(strange))).toMatchObject({
      ok: false,
      problem: { code: 'unknown' },
    });
  });
});
