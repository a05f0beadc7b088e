import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Change } from '@/core/plan/change';
import { NO_DETAIL } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { loadPlan } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { changePlan } from '../plan/commands';
import { parseInput } from '../input';
import { CHANGE_REQUEST } from '../plan/schema';
import { planOfWeek } from '../plan/queries';
import { recentCountsOf, weekSummariesOf, recurringOf, shiftHistory } from './queries';
import { MONDAY, NEXT, ask, db, done, edit, freshDemo, id, shiftsOf, start, tuesdays } from './testing';

beforeEach(freshDemo);

describe('what the plan page asks for', () => {
  test('four weeks at once are the weeks one by one', async () => {
    await done('week.start', { ...start, weeks: [NEXT, NEXT + 7] });
    const long = (await loadPlan(db, 'bistro', MONDAY, 28))!.plan;
    const weeks = await Promise.all([0, 7, 14, 21].map((day) => loadPlan(db, 'bistro', MONDAY + day, 7)));
    expect(long.shifts).toEqual(weeks.flatMap((one) => one!.plan.shifts));
    const { judge } = await import('@/core/consequences/judge');
    const whole = judge(long);
    for (const [i, one] of weeks.entries()) {
      const mine = judge(one!.plan);
      expect(whole.weeks[i].paid).toBe(mine.weeks[0].paid);
      for (let day = 0; day < 7; day++)
        for (let row = 0; row <= long.roles.length; row++) {
          const level = (judged: typeof mine, at: number) => [
            ...judged.staffing.needed[row].slice(at * 1440, (at + 1) * 1440),
          ];
          expect(level(whole, i * 7 + day)).toEqual(level(mine, day));
        }
    }
  });

  test('who did what to a shift is told in words', async () => {
    const [one] = await shiftsOf(MONDAY);
    await edit([{ do: 'add', shift: { ...one, id: 'mine', date: NEXT, person: null } }]);
    await edit([{ do: 'set', id: 'mine', shift: { person: 'bram', note: 'keys' } }]);
    const told = await shiftHistory(db, OWNER, 'bistro', 'mine');
    expect(told.ok && told.events.map((event) => event.message)).toEqual([
      'given to Bram de Wit, note "keys"',
      expect.stringMatching(/^made: Mon 30 \d+:00–/),
    ]);
  });

  test('how often somebody had such shifts counts thirteen weeks back, the same weekday and part of the day', async () => {
    const friday = MONDAY + 4;
    const late = (week: number, from = 17): Change => ({
      do: 'add',
      shift: {
        ...bare('dario', 0, `${from}-${from + 3}`, { role: 'floor' }),
        id: `f${week}-${from}`,
        date: friday - week * 7,
      },
    });
    for (const change of [late(2), late(13), late(14), late(3, 9)])
      await changePlan(db, OWNER, 'bistro', change.do === 'add' ? change.shift.date : 0, {
        id: id(),
        base: 0,
        changes: [change],
      });
    const before = (await shiftsOf(MONDAY - 7)).filter(
      (one) => one.person === 'dario' && one.date === friday - 7 && one.from >= 900,
    ).length;
    const found = await recentCountsOf(db, OWNER, 'bistro', friday, 1020);
    expect(found.ok && found.counts.dario).toBe(2 + before);
  });

  test('the month adds up what each week shows', async () => {
    const found = await weekSummariesOf(db, OWNER, 'bistro', MONDAY);
    if (!found.ok) throw new Error();
    expect(found.weeks.map((week) => week.state)).toEqual([
      'empty',
      'published',
      'draft',
      'empty',
      'empty',
      'empty',
    ]);
    expect(found.weeks[2]).toMatchObject({ open: 1, budgetMinutes: 435 * 60 });
    expect(found.weeks[2].stops).toBeGreaterThan(0);
  });

  test('a note of a day is kept, changed and taken away', async () => {
    await done('daybook.save', { date: NEXT, note: ' <i>Boats</i> ' });
    const notes = async () => {
      const found = await planOfWeek(db, OWNER, 'bistro', NEXT);
      return found.ok ? found.payload.daybook : null;
    };
    expect(await notes()).toEqual([{ date: NEXT, note: '<i>Boats</i>' }]);
    await done('daybook.save', { date: NEXT, note: '' });
    expect(await notes()).toEqual([]);
  });

  test('a detail that is not of its form is refused with its place', () => {
    const request = (detail: unknown) =>
      parseInput(CHANGE_REQUEST, {
        id: 'request-x',
        base: 0,
        changes: [{ do: 'set', id: 's', shift: { detail }, was: { detail: null } }],
      });
    expect(request({ ...NO_DETAIL, tasks: [''] })).toMatchObject({
      ok: false,
      problem: { path: 'changes[0].shift.detail.tasks[0]' },
    });
    expect(request({ ...NO_DETAIL, extra: 1 })).toMatchObject({
      ok: false,
      problem: { path: 'changes[0].shift.detail.extra' },
    });
    expect(request(NO_DETAIL).ok).toBe(true);
    expect(request(null).ok).toBe(true);
  });
});

describe('who has no say at a site', () => {
  const elsewhere: Actor = {
    id: 'e',
    name: 'Edda',
    person: null,
    session: null,
    grants: [{ kind: 'scheduler', site: 'chandlery', area: null, seesPay: true }],
  };

  test.each([
    ['week.start', start],
    ['pattern.save', { pattern: tuesdays(), weeks: 1 }],
    ['pattern.remove', { id: 'bistro-lead-turns' }],
    ['templates.save', { templates: [], follow: [] }],
    ['stations.save', { stations: [] }],
    ['week-template.save', { week: MONDAY, name: 'x', people: true }],
    ['daybook.save', { date: MONDAY, note: 'x' }],
  ])('may not %s', async (kind, input) => {
    expect(await ask(kind, input, false, elsewhere)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    expect(await ask(kind, input, true, elsewhere)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });

  test('nor read its templates, months and histories', async () => {
    const forbidden = { ok: false, problem: { code: 'forbidden' } };
    expect(await recurringOf(db, elsewhere, 'bistro')).toMatchObject(forbidden);
    expect(await weekSummariesOf(db, elsewhere, 'bistro', MONDAY)).toMatchObject(forbidden);
    expect(await shiftHistory(db, elsewhere, 'bistro', 'x')).toMatchObject(forbidden);
    expect(await recentCountsOf(db, elsewhere, 'bistro', MONDAY, 0)).toMatchObject(forbidden);
  });
});
