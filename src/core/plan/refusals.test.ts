import { describe, expect, test } from '@jest/globals';
import { MONDAY, plan, shift } from '../testing';
import { DAY } from '../time/span';
import { type Change, apply, applyAll } from './change';
import { planContext } from './plan-context';
import { byStart, fixedBreaks, hasFixedBreak, resolveShift } from './resolved-shift';
import { withPreconditions, withoutConflicts, withoutPreconditions } from './preconditions';
import { keepPlaces, placeOfShift, placesOf } from './shift-index';
import { NO_DETAIL, type Leave, type Shift } from './types';

const leave: Leave = { id: 'l', from: MONDAY * DAY, to: (MONDAY + 1) * DAY, state: 'approved' };
const one = shift('ann', 0, '9-17');
const start = plan({
  shifts: [one, shift('bo', 1, '9-17')],
  people: plan().people.map((person) => (person.id === 'ann' ? { ...person, leave: [leave] } : person)),
});
const set = (patch: Partial<Shift>): Change => ({ do: 'set', id: one.id, shift: patch });
const detail = (more: Partial<typeof NO_DETAIL>) => ({ detail: { ...NO_DETAIL, ...more } });
const pause = (at: number | null, minutes = 30) => ({ minutes, at, paid: false });
const duty = (from: number, to: number) =>
  detail({ duties: [{ name: 'Delivery', from, to, oneOff: false }] });

/** What is refused, and in which words; null: it is done. */
const REFUSALS: readonly (readonly [string, Change, [code: string, message: string, path: string] | null])[] =
  [
    ['a shift that is not there', { do: 'remove', id: 'x' }, ['unknown', 'no shift "x"', 'id']],
    ['other times of it', { do: 'set', id: 'x', shift: { from: 1 } }, ['unknown', 'no shift "x"', 'id']],
    [
      'an id used twice',
      { do: 'add', shift: one },
      ['taken', `there is already a shift "${one.id}"`, 'shift.id'],
    ],
    ['nobody known', set({ person: 'x' }), ['unknown', 'no person "x"', 'shift.person']],
    ['no role known', set({ role: 'x' }), ['unknown', 'no role "x"', 'shift.role']],
    ['the day before', set({ date: MONDAY - 1 }), ['outside', "outside the plan's dates", 'shift.date']],
    ['the first day', set({ date: MONDAY }), null],
    ['the last day', set({ date: MONDAY + 6 }), null],
    ['the day after', set({ date: MONDAY + 7 }), ['outside', "outside the plan's dates", 'shift.date']],
    ['before midnight', set({ from: -1 }), ['time', 'no such time', 'shift.from']],
    ['midnight', set({ from: 0 }), null],
    ['the last minute', set({ from: 1439, to: 1440 }), null],
    ['the next midnight', set({ from: 1440, to: 1500 }), ['time', 'no such time', 'shift.from']],
    ['no length', set({ to: 540 }), ['time', 'the shift has no length, or more than a day', 'shift.to']],
    ['a whole day', set({ to: 540 + 1440 }), null],
    [
      'more than a day',
      set({ to: 541 + 1440 }),
      ['time', 'the shift has no length, or more than a day', 'shift.to'],
    ],
    ['a break from the start', set({ break: pause(540) }), null],
    [
      'a break before it',
      set({ break: pause(539) }),
      ['break', 'the break lies outside the shift', 'shift.break.at'],
    ],
    ['a break to the end', set({ break: pause(990) }), null],
    [
      'a break over the end',
      set({ break: pause(991) }),
      ['break', 'the break lies outside the shift', 'shift.break.at'],
    ],
    ['a long break without a time', set({ break: pause(null, 900) }), null],
    [
      'another break outside',
      set(detail({ moreBreaks: [pause(600), pause(1000)] })),
      ['break', 'a break lies outside the shift', 'shift.detail.moreBreaks[1].at'],
    ],
    ['a duty of the whole shift', set(duty(540, 1020)), null],
    [
      'a duty before it',
      set(duty(539, 600)),
      ['duty', '"Delivery" lies outside the shift', 'shift.detail.duties[0]'],
    ],
    [
      'a duty after it',
      set(duty(1000, 1021)),
      ['duty', '"Delivery" lies outside the shift', 'shift.detail.duties[0]'],
    ],
    [
      'a duty without length',
      set(duty(600, 600)),
      ['duty', '"Delivery" lies outside the shift', 'shift.detail.duties[0]'],
    ],
    ['leave of nobody', { do: 'add-leave', person: 'x', leave }, ['unknown', 'no person "x"', 'person']],
    [
      'leave twice',
      { do: 'add-leave', person: 'ann', leave },
      ['taken', 'there is already a leave "l"', 'leave.id'],
    ],
    ['the same leave of another', { do: 'add-leave', person: 'bo', leave }, null],
    [
      'leave without length',
      { do: 'add-leave', person: 'ann', leave: { ...leave, id: 'm', to: leave.from } },
      ['order', 'the leave ends before it begins', 'leave.to'],
    ],
    ['no such leave', { do: 'remove-leave', person: 'bo', id: 'l' }, ['unknown', 'no leave "l"', 'id']],
    [
      'no such leave to change',
      { do: 'set-leave', person: 'ann', id: 'x', leave: {} },
      ['unknown', 'no leave "x"', 'id'],
    ],
    [
      'leave cut to nothing',
      { do: 'set-leave', person: 'ann', id: 'l', leave: { to: leave.from } },
      ['order', 'the leave ends before it begins', 'leave.to'],
    ],
    ['leave cut short', { do: 'set-leave', person: 'ann', id: 'l', leave: { to: leave.from + 1 } }, null],
  ];

describe('a change is done, or refused in a sentence with its place', () => {
  test.each(REFUSALS)('%s', (_, change, refusal) => {
    const problem = refusal && { code: refusal[0], message: refusal[1], path: refusal[2] };
    const done = apply(start, change);
    expect(done.ok ? null : done.problem).toEqual(problem);
    const resolved = problem && { ...problem, path: `[0].${problem.path}` };
    const all = applyAll(start, [change]);
    expect(all.ok ? null : all.problem).toEqual(resolved);
    if (!done.ok || !all.ok) return;
    expect(all.plan).toEqual(done.plan);
    expect(all.inverse).toEqual([done.inverse]);
    const back = apply(done.plan, done.inverse);
    const byId = (shifts: readonly Shift[]) =>
      [...shifts]
        .map((one) => ({ ...one, detail: one.detail ?? null }))
        .sort((a, b) => (a.id < b.id ? -1 : 1));
    expect(back.ok && byId(back.plan.shifts)).toEqual(byId(start.shifts));
    expect(back.ok && back.plan.people).toEqual(start.people);
  });

  test.each(REFUSALS.filter(([, change]) => !('person' in change)))(
    '%s, among many',
    (_, change, refusal) => {
      const many = Array.from({ length: 12 }, (_, n): Change => ({
        do: 'add',
        shift: { ...one, id: `n${n}`, date: MONDAY + 3 },
      }));
      const done = applyAll(start, [...many, change]);
      const problem = refusal && { code: refusal[0], message: refusal[1], path: `[12].${refusal[2]}` };
      expect(done.ok ? null : done.problem).toEqual(problem);
      if (!done.ok) return;
      let slow = start;
      for (const each of [...many, change]) {
        const next = apply(slow, each);
        if (next.ok) slow = next.plan;
      }
      expect(done.plan).toEqual(slow);
      expect(done.inverse.slice(1)).toEqual(many.map((_, n) => ({ do: 'remove', id: `n${11 - n}` })));
    },
  );

  test('shifts come, change and go again among many, and leave is done with them', () => {
    const steps: Change[] = [
      ...Array.from({ length: 6 }, (_, n): Change => ({ do: 'add', shift: { ...one, id: `n${n}` } })),
      ...Array.from({ length: 6 }, (_, n): Change => ({ do: 'set', id: `n${n}`, shift: { note: `${n}` } })),
      { do: 'remove', id: 'n0' },
      { do: 'add', shift: { ...one, id: 'n0', note: 'again' } },
    ];
    const done = applyAll(start, steps);
    if (!done.ok) throw new Error(done.problem.message);
    expect(done.plan.shifts.map(({ id, note }) => [id, note])).toEqual([
      ...start.shifts.map(({ id, note }) => [id, note]),
      ...[1, 2, 3, 4, 5].map((n) => [`n${n}`, `${n}`]),
      ['n0', 'again'],
    ]);
    const back = applyAll(done.plan, done.inverse);
    expect(back.ok && back.plan.shifts).toEqual(start.shifts);
    const mixed = applyAll(start, [...steps, { do: 'remove-leave', person: 'ann', id: 'l' }]);
    expect(mixed.ok && mixed.plan.people[0].leave).toEqual([]);
    expect(mixed.ok && mixed.inverse[0]).toEqual({ do: 'add-leave', person: 'ann', leave });
  });
});

describe('changes with what they were made on', () => {
  const leaving: Change = { do: 'remove-leave', person: 'ann', id: 'l' };

  test('know it of what comes and goes in the same list, and leave alone what is not of shifts', () => {
    const fresh = { ...one, id: 'n' };
    const list: Change[] = [
      { do: 'add', shift: fresh },
      { do: 'set', id: 'n', shift: { note: 'a' } },
      { do: 'set', id: 'n', shift: { note: 'b', from: 600 } },
      { do: 'remove', id: 'n' },
      { do: 'set', id: 'n', shift: { note: 'c' } },
      { do: 'remove', id: 'gone' },
      leaving,
    ];
    const made = withPreconditions(start, list);
    expect(made.map((change) => ('was' in change ? change.was : undefined))).toEqual([
      undefined,
      { note: null },
      { note: 'a', from: 540 },
      { ...fresh, note: 'b', from: 600 },
      undefined,
      undefined,
      undefined,
    ]);
    expect(withoutPreconditions(made)).toEqual(list);
    expect(withPreconditions(start, [leaving])).toEqual([leaving]);
  });

  test('go on without those in conflict, and without shifts that are gone already', () => {
    const list: Change[] = [
      set({ note: 'a' }),
      { do: 'set', id: 'other', shift: { note: 'b' } },
      { do: 'remove', id: 'gone' },
      { do: 'remove', id: 'n' },
      { do: 'add', shift: { ...one, id: 'n' } },
      { do: 'add', shift: { ...one, id: 'taken' } },
      leaving,
    ];
    const now = new Map([one].map((shift) => [shift.id, shift]));
    const conflict = (shift: string) => ({ change: 0, shift, column: null, now: null });
    expect(withoutConflicts(now, list, [conflict('other'), conflict('taken')])).toEqual([
      list[0],
      list[3],
      list[4],
      leaving,
    ]);
  });
});

test('shifts are found at once in a list that was asked for, and in one with the same places', () => {
  const list = [one, { ...one, id: 'b' }];
  expect([placeOfShift(list, 'b'), placeOfShift(list, 'x')]).toEqual([1, -1]);
  const places = placesOf(list);
  expect([...places]).toEqual([
    [one.id, 0],
    ['b', 1],
  ]);
  expect(placesOf(list)).toBe(places);
  expect([placeOfShift(list, 'b'), placeOfShift(list, 'x'), placeOfShift(list, one.id)]).toEqual([1, -1, 0]);
  const next = [...list];
  keepPlaces(list, next);
  expect(placesOf(next)).toBe(places);
  const alone = [one];
  keepPlaces([one], alone);
  expect([...placesOf(alone)]).toEqual([[one.id, 0]]);
});

describe('shifts set on the clocks', () => {
  const resolved = (more: Partial<Shift>) => resolveShift(planContext(start), { ...one, ...more });

  test('stand by start, then id; what has no id first', () => {
    const around = resolveShift(planContext(start), {
      ...one,
      person: 'ann',
      site: null,
      id: undefined,
    } as never);
    const order = [
      resolved({ id: 'c', from: 500 }),
      { ...around, id: null },
      resolved({ id: 'a' }),
      resolved({ id: 'b' }),
    ];
    for (const [i, a] of order.entries())
      for (const [j, b] of order.entries()) expect(Math.sign(byStart(a, b))).toBe(Math.sign(i - j));
  });

  const more = (moreBreaks: Shift['break'][]) =>
    detail({ moreBreaks: moreBreaks.filter((one) => one !== null) });
  test.each<[string, Partial<Shift>, boolean, number[], number[]]>([
    ['none', {}, false, [], []],
    ['one by length', { break: pause(null) }, false, [], []],
    ['one with a time', { break: pause(600) }, true, [600], [600]],
    ['one of nothing', { break: pause(600, 0) }, true, [], []],
    ['a paid one', { break: { ...pause(600), paid: true } }, true, [600], []],
    ['a second with a time', { break: pause(null), ...more([pause(700)]) }, true, [700], [700]],
    ['a second by length', { break: pause(null), ...more([pause(null)]) }, false, [], []],
    [
      'two with times',
      { break: pause(600), ...more([pause(null), pause(700)]) },
      true,
      [600, 700],
      [600, 700],
    ],
  ])('breaks: %s', (_, shift, fixed, all, unpaid) => {
    const at = resolved(shift);
    const starts = (only: boolean) => fixedBreaks(at, only).map(({ from }) => from - MONDAY * DAY);
    expect([hasFixedBreak(at), starts(false), starts(true)]).toEqual([fixed, all, unpaid]);
    expect(fixedBreaks(at).every(({ from, to }) => to - from === 30)).toBe(true);
  });
});
