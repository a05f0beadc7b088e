import { beforeEach, describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { undoCommand } from '../commands/undo';
import { MONDAY, ask, db, done, freshDemo, id } from '../week/testing';
import { holidaySetup } from './commands';
import type { HolidayDraft } from './payload';

beforeEach(freshDemo);

const at = (date: string) => parseDate(date)!;
const holiday = (named: string, date: string, more: Partial<HolidayDraft> = {}): HolidayDraft => ({
  ...{ id: named, name: named, date: at(date), closed: true },
  ...more,
});
const save = async (...more: readonly HolidayDraft[]) => {
  const { holidays } = await holidaySetup(db, 'bistro');
  return { place: { country: 'PT', region: null }, holidays: [...holidays, ...more] };
};

describe('the holidays of a site', () => {
  test('are kept with where they are looked up, and gone again with one undo', async () => {
    const before = await holidaySetup(db, 'bistro');
    const answer = await done('holidays.save', await save(holiday('Harbour Day', '2026-11-26')));
    expect(answer.title).toBe('Holidays of Quay Bistro');
    const after = await holidaySetup(db, 'bistro');
    expect(after.place).toEqual({ country: 'PT', region: null });
    expect(after.holidays).toContainEqual(holiday('Harbour Day', '2026-11-26'));
    const last = await db
      .selectFrom('activity')
      .select('id')
      .orderBy('seq', 'desc')
      .limit(1)
      .executeTakeFirstOrThrow();
    expect(await undoCommand(db, OWNER, last.id, id())).toMatchObject({ ok: true });
    expect(await holidaySetup(db, 'bistro')).toEqual(before);
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
