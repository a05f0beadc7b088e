import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NO_DETAIL } from '../plan/types';
import { planContext } from '../plan/plan-context';
import { MONDAY, person, plan, shift, span } from '../testing';
import { DAY } from '../time/span';
import { type BroughtShift, joinNights, matchShifts } from './brought-shifts';

let made = 0;
const brought = (who: string | null, weekday: number, times: string, more: Partial<BroughtShift> = {}) =>
  ({
    at: `r${++made}`,
    person: who,
    ...{ role: null, pause: null, label: null, station: null, note: null },
    date: MONDAY + weekday,
    ...span(times),
    ...more,
  }) satisfies BroughtShift;

describe('a night in two rows', () => {
  const evening = brought('ann', 1, '22-24', { role: 'bar', pause: 15 });
  const morning = brought('ann', 2, '0-6', { pause: 15, note: 'Keys' });

  test('is one shift where its first part stood, whichever was read first', () => {
    for (const rows of [
      [evening, morning],
      [morning, evening],
    ]) {
      const { shifts, joined } = joinNights(rows);
      expect(shifts).toEqual([{ ...evening, to: 30 * 60, pause: 30, note: 'Keys' }]);
      expect([...joined]).toEqual([[morning.at, shifts[0]]]);
    }
  });

  test('may end a minute early', () => {
    expect(joinNights([{ ...evening, to: DAY - 1 }, morning]).shifts).toMatchObject([{ to: 30 * 60 }]);
  });

  test.each([
    ['somebody else', brought('bo', 2, '0-6')],
    ['another role', brought('ann', 2, '0-6', { role: 'floor' })],
    ['another night', brought('ann', 3, '0-6')],
    ['a later start', brought('ann', 2, '0:30-6')],
    ['more than a shift may be', brought('ann', 2, '0-15')],
  ])('is none with %s', (_, other) => {
    expect(joinNights([evening, other])).toEqual({ shifts: [evening, other], joined: new Map() });
  });

  test('takes no second part twice, and loses no minute', () => {
    const part = fc.tuple(fc.constantFrom('ann', 'bo'), fc.integer({ min: 0, max: 5 }), fc.boolean());
    fc.assert(
      fc.property(fc.array(part, { maxLength: 12 }), (parts) => {
        const rows = parts.map(([who, day, late]) => brought(who, day, late ? '22-24' : '0-6'));
        const { shifts, joined } = joinNights(rows);
        const minutes = (list: readonly BroughtShift[]) =>
          list.reduce((sum, { from, to }) => sum + to - from, 0);
        expect(minutes(shifts)).toBe(minutes(rows));
        expect(shifts.length + joined.size).toBe(rows.length);
      }),
    );
  });
});

describe('brought shifts', () => {
  const there = [
    shift('ann', 1, '9-13', { role: 'bar' }),
    shift('ann', 1, '17-22', { role: 'floor', note: 'Terrace' }),
    shift(null, 1, '9-17'),
  ];
  const context = planContext(plan({ people: [person('ann'), person('bo')], shifts: there }));
  const match = (list: readonly BroughtShift[], days = list) =>
    matchShifts(
      context,
      list,
      days,
      () => 'bar',
      () => `new-${++made}`,
    );

  test('that stand already are the same, and keep what the file says nothing of', () => {
    const { matched, left } = match([brought('ann', 1, '9-13'), brought('ann', 1, '17-22')]);
    expect(matched.map(({ before, shift: now }) => [before, now])).toEqual([
      [there[0], there[0]],
      [there[1], there[1]],
    ]);
    expect(left).toEqual([]);
  });

  test('with other times change those that are left over, in their order', () => {
    const { matched, left } = match([brought('ann', 1, '17-22'), brought('ann', 1, '8-12')]);
    const moved = matched.find(({ brought: one }) => one.from === 480)!;
    expect(moved.before).toBe(there[0]);
    expect(moved.shift).toMatchObject({ id: there[0].id, from: 480, to: 720, role: 'bar' });
    expect(left).toEqual([]);
  });

  test('that are new have a role and a break by rule unless the file says one', () => {
    const { matched } = match([
      brought('bo', 1, '9-17'),
      brought('bo', 2, '9-17', { role: 'floor', pause: 45, station: 'Till' }),
    ]);
    expect(
      matched.map(({ before, shift: now }) => [before, now.role, now.break, now.detail ?? null]),
    ).toEqual([
      [null, 'bar', null, null],
      [null, 'floor', { minutes: 45, at: null, paid: false }, { ...NO_DETAIL, station: 'Till' }],
    ]);
  });

  test('that are open stand for an open one only where all is the same', () => {
    const { matched, left } = match([brought(null, 1, '9-17'), brought(null, 1, '10-17')]);
    expect(matched.map(({ before }) => before?.id ?? null)).toEqual([there[2].id, null]);
    expect(left).toEqual([]);
  });

  test('leave over what stands on the days that are spoken of', () => {
    expect(match([], [brought('ann', 1, '0-1')]).left).toEqual([there[0], there[1]]);
    expect(match([brought('ann', 1, '9-13')]).left).toEqual([there[1]]);
    expect(match([brought('ann', 2, '9-13')]).left).toEqual([]);
  });

  test('as long a break as there is leaves breaks as they are', () => {
    const pause = { minutes: 30, at: 660, paid: true };
    const own = planContext(
      plan({ people: [person('ann')], shifts: [shift('ann', 1, '9-17', { break: pause })] }),
    );
    const breakAfter = (minutes: number) =>
      matchShifts(own, [brought('ann', 1, '9-17', { pause: minutes })], [], () => null, String).matched[0]
        .shift.break;
    expect(breakAfter(30)).toEqual(pause);
    expect(breakAfter(45)).toEqual({ minutes: 45, at: null, paid: false });
  });
});
