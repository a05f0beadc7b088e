import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge } from '../consequences/judge';
import { MONDAY, plan, repeats, shift, span } from '../testing';
import { apply, applyAll } from './change';
import { type BulkEdit, bulkChanges, matched } from './bulk';
import { asOneBreak, breaksOf, join, movedBy, withTimes, split } from './shift-edits';
import { NO_DETAIL, type Break, type Shift } from './types';

const fixed = (at: number, minutes: number, paid = false): Break => ({ minutes, at: at * 60, paid });
const rules = { breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }] };

/** Paid minutes of some shifts of one person. */
const paid = (...shifts: Shift[]) => judge(plan({ shifts, rules })).weeks[0].paid;

describe('several breaks', () => {
  const long = shift('ann', 0, '8-18', {
    break: fixed(10, 15, true),
    detail: { ...NO_DETAIL, moreBreaks: [fixed(13, 30), { minutes: 20, at: null, paid: false }] },
  });

  test('take off what is unpaid', () => {
    expect(paid(long)).toBe(600 - 50);
  });

  test('leave the role unstaffed while they last, where they are fixed', () => {
    const { staffing } = judge(plan({ shifts: [long] }));
    const on = (time: number) => staffing.staffed[0][time];
    expect([on(599), on(600), on(614), on(615), on(780), on(809), on(810)]).toEqual([1, 0, 0, 1, 0, 0, 1]);
  });

  test('cut overtime after a time of day where they lie', () => {
    const overtime = {
      weekMinutes: null,
      multiplier: 1,
      day: [],
      after: [{ time: 780, multiplier: 2 }],
      seventhDay: null,
    };
    const late = { ...long, detail: { ...NO_DETAIL, moreBreaks: [fixed(14, 60)] } };
    // 13:00 to 18:00 less the hour from 14:00.
    expect(judge(plan({ shifts: [late], rules: { overtime } })).people[0].overtime).toBe(240);
  });

  test('are one as long as all that is unpaid, for what knows a single one', () => {
    expect(asOneBreak(long)).toEqual({ minutes: 50, at: null, paid: false });
    expect(asOneBreak(shift('ann', 0, '9-17', { break: fixed(12, 30) }))).toEqual(fixed(12, 30));
  });

  test('and duties outside the shift are refused', () => {
    const wrong = (detail: Shift['detail']) => apply(plan(), { do: 'add', shift: { ...long, detail } });
    expect(wrong({ ...NO_DETAIL, moreBreaks: [fixed(17, 90)] })).toMatchObject({
      ok: false,
      problem: { path: 'shift.detail.moreBreaks[0].at' },
    });
    const duty = { name: 'Delivery', from: 420, to: 500, oneOff: false };
    expect(wrong({ ...NO_DETAIL, duties: [duty] })).toMatchObject({
      ok: false,
      problem: { code: 'duty', path: 'shift.detail.duties[0]' },
    });
  });
});

describe('other times', () => {
  const one = shift('ann', 0, '9-17', {
    break: fixed(12, 30),
    detail: { ...NO_DETAIL, duties: [{ name: 'Delivery', from: 840, to: 885, oneOff: true }] },
  });

  test('take fixed breaks and duties along where the length stays', () => {
    expect(withTimes(one, span('11-19'))).toMatchObject({
      break: fixed(14, 30),
      detail: { duties: [{ from: 960, to: 1005 }] },
    });
  });

  test('keep a break in length, and move a duty inside, where they would lie outside', () => {
    expect(withTimes(one, span('9-12'))).toMatchObject({
      break: { minutes: 30, at: null },
      detail: { duties: [{ from: 675, to: 720 }] },
    });
  });

  test('move over midnight to the day before or after', () => {
    expect(movedBy(one, -600)).toMatchObject({ date: MONDAY - 1, from: 1380, to: 1860 });
    expect(movedBy(one, 15 * 60)).toMatchObject({ date: MONDAY + 1, from: 0, to: 480 });
  });
});

describe('splitting', () => {
  const one = shift('ann', 0, '9-17', {
    note: 'keys',
    break: fixed(12, 30),
    detail: {
      ...NO_DETAIL,
      duties: [{ name: 'Delivery', from: 690, to: 780, oneOff: false }],
      tasks: ['till'],
    },
  });

  test('gives each part what lies in it, a duty over the cut to both', () => {
    const done = split(one, 750, 'new');
    if (!done.ok) throw new Error();
    expect(done.first).toMatchObject({
      to: 750,
      break: fixed(12, 30),
      detail: { duties: [{ from: 690, to: 750 }], tasks: ['till'] },
    });
    expect(done.second).toMatchObject({
      id: 'new',
      from: 750,
      to: 1020,
      note: 'keys',
      break: { minutes: 0, at: null },
      detail: { duties: [{ from: 750, to: 780 }], tasks: [] },
    });
  });

  test('after midnight makes the second the next day’s', () => {
    const done = split(shift('ann', 0, '20-28', { break: fixed(26, 30) }), 25 * 60, 'new');
    expect(done).toMatchObject({
      ok: true,
      second: { date: MONDAY + 1, from: 60, to: 240, break: fixed(2, 30) },
    });
  });

  test.each([540, 1020, 0, 2000])('at %i is refused', (at) => {
    expect(split(one, at, 'new')).toMatchObject({ ok: false, problem: { code: 'time' } });
  });

  const anyShift = fc
    .record({
      from: fc.integer({ min: 0, max: 1439 }),
      length: fc.integer({ min: 2, max: 1440 }),
      cut: fc.double({ min: 0, max: 1, noNaN: true }),
      pause: fc.option(
        fc.record({
          minutes: fc.integer({ min: 0, max: 60 }),
          at: fc.double({ min: 0, max: 1, noNaN: true }),
        }),
      ),
    })
    .map(({ from, length, cut, pause }) => {
      const minutes = Math.min(pause?.minutes ?? 0, length);
      const at = from + Math.floor((pause?.at ?? 0) * (length - minutes));
      const own = pause ? { minutes, at, paid: false } : { minutes: 0, at: null, paid: false };
      const one: Shift = { ...shift('ann', 2, '0-1'), from, to: from + length, break: own };
      return { one, at: from + 1 + Math.floor(cut * (length - 2)) };
    });

  test('and joining again pays and covers what it did', () => {
    fc.assert(
      fc.property(anyShift, ({ one, at }) => {
        const done = split(one, at, 'new');
        if (!done.ok) throw new Error(done.problem.message);
        const first = { ...one, ...done.first };
        expect(paid(first, done.second)).toBe(paid(one));
        const back = join(first, done.second);
        if (!back.ok) throw new Error(back.problem.message);
        const joined = { ...first, ...back.patch };
        expect([joined.from, joined.to, joined.date]).toEqual([one.from, one.to, one.date]);
        expect(paid(joined)).toBe(paid(one));
        const staffed = (...shifts: Shift[]) => judge(plan({ shifts, rules })).staffing.staffed[0];
        expect(staffed(joined)).toEqual(staffed(one));
      }),
      { numRuns: repeats(60) },
    );
  });
});

describe('joining', () => {
  test('makes the pause between two parts an unpaid break', () => {
    const [a, b] = [
      shift('ann', 0, '9-13', { break: fixed(10, 10) }),
      shift('ann', 0, '17-22', { note: 'till 2' }),
    ];
    const done = join(a, b);
    if (!done.ok) throw new Error();
    const joined = { ...a, ...done.patch };
    expect(breaksOf(joined)).toEqual([fixed(10, 10), fixed(13, 240)]);
    expect(joined).toMatchObject({ to: 1320, note: 'till 2' });
    expect(paid(joined)).toBe(paid(a, b));
  });

  test.each([
    ['another person', shift('bo', 0, '13-17'), 'person'],
    ['another role', shift('ann', 0, '13-17', { role: 'floor' }), 'role'],
    ['one that begins before the first ends', shift('ann', 0, '12-17'), 'order'],
    ['more than a day', shift('ann', 1, '8-17'), 'time'],
  ])('%s is refused', (_, other, code) => {
    expect(join(shift('ann', 0, '9-13'), other)).toMatchObject({ ok: false, problem: { code } });
  });
});

describe('many at once', () => {
  const week = plan({
    shifts: Array.from({ length: 40 }, (_, i) =>
      shift(['ann', 'bo', null][i % 3], i % 7, `${6 + (i % 3) * 4}-${10 + (i % 3) * 4}`, {
        role: i % 2 ? 'bar' : 'floor',
      }),
    ),
  });
  const edits: BulkEdit[] = [
    { do: 'move', minutes: 45, days: 0 },
    { do: 'role', role: 'bar' },
    { do: 'label', label: 'Regatta' },
    { do: 'break', minutes: 20 },
    { do: 'person', person: 'bo' },
    { do: 'person', person: null },
    { do: 'station', station: 'Till 2' },
    { do: 'fixed', fixed: true },
    { do: 'remove' },
  ];

  test.each(edits)('%j is one change with one inverse', (edit) => {
    const changes = bulkChanges(week.shifts, edit);
    const done = applyAll(week, changes);
    if (!done.ok) throw new Error(done.problem.message);
    expect(changes.length).toBeGreaterThan(12);
    if (edit.do !== 'remove')
      expect(
        bulkChanges(done.plan.shifts, { ...edit, ...(edit.do === 'move' ? { minutes: 0 } : {}) }),
      ).toEqual([]);
    const back = applyAll(done.plan, done.inverse);
    const byId = (a: Shift, b: Shift) => (a.id < b.id ? -1 : 1);
    const plain = (list: readonly Shift[]) =>
      [...list].sort(byId).map((one) => ({ ...one, detail: one.detail ?? null }));
    expect(back.ok && plain(back.plan.shifts)).toEqual(plain(week.shifts));
  });

  test('are all done or none: one that leaves the week stops them', () => {
    expect(applyAll(week, bulkChanges(week.shifts, { do: 'move', minutes: 0, days: 1 }))).toMatchObject({
      ok: false,
      problem: { code: 'outside', path: expect.stringMatching(/^\[\d+\]\.shift\.date$/) },
    });
  });

  test('changes applied together do what they do one by one', () => {
    const kinds = fc.constantFrom('add', 'set', 'remove');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(kinds, fc.nat(60), fc.integer({ min: 0, max: 23 })), {
          minLength: 13,
          maxLength: 40,
        }),
        (steps) => {
          const changes = steps.map(([what, n, hour]) => {
            const id = n < 40 ? week.shifts[n].id : `x${n}`;
            if (what === 'add')
              return {
                do: 'add' as const,
                shift: { ...week.shifts[0], id, from: hour * 60, to: hour * 60 + 60 },
              };
            if (what === 'set')
              return { do: 'set' as const, id, shift: { from: hour * 60, to: hour * 60 + 60 } };
            return { do: 'remove' as const, id };
          });
          const together = applyAll(week, changes);
          let now = week;
          let failed = -1;
          changes.forEach((change, i) => {
            if (failed >= 0) return;
            const one = apply(now, change);
            if (one.ok) now = one.plan;
            else failed = i;
          });
          if (failed >= 0)
            expect(together).toMatchObject({
              ok: false,
              problem: { path: expect.stringContaining(`[${failed}]`) },
            });
          else expect(together.ok && together.plan.shifts).toEqual(now.shifts);
        },
      ),
      { numRuns: repeats(100) },
    );
  });

  test('are picked by a rule', () => {
    const rule = { role: null, days: null, person: null, station: null, label: null, open: null };
    const saturdayBar = matched(week.shifts, {
      ...rule,
      role: 'bar',
      days: [0, 0, 0, 0, 0, 1, 0].map(Boolean),
    });
    expect(saturdayBar.length).toBeGreaterThan(0);
    expect(saturdayBar.every((one) => one.role === 'bar' && one.date === MONDAY + 5)).toBe(true);
    expect(matched(week.shifts, { ...rule, open: true }).every((one) => one.person === null)).toBe(true);
  });
});
