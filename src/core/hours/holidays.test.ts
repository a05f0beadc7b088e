import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import { openOn } from '../plan/plan-context';
import type { Holiday } from '../plan/types';
import { MONDAY, person, plan, shift, span } from '../testing';
import { creditedMinutes } from './credit';

const day = (more: Partial<Holiday>): Holiday => ({
  date: MONDAY,
  name: 'Harbour Day',
  closed: false,
  ...more,
});
const WEEK = Array.from({ length: 7 }, () => [span('9-18')]);

describe('hours of a holiday', () => {
  test('are shorter where it says so, and none where it is closed for everybody', () => {
    const open = (holiday: Holiday) =>
      openOn(plan({ holidays: [holiday], site: { openHours: WEEK } }), MONDAY);
    expect(open(day({ hours: [span('10-14')] }))).toEqual([span('10-14')]);
    expect(open(day({}))).toEqual([span('9-18')]);
    expect(open(day({ closed: true, hours: [span('10-14')] }))).toEqual([]);
    expect(open(day({ closed: true, people: ['ann'] }))).toEqual([span('9-18')]);
  });
});

describe('what a holiday credits', () => {
  const ann = person('ann', { contractMinutes: 2400 });
  const credited = (holiday: Holiday, worked = false) =>
    creditedMinutes(
      plan({ people: [ann], holidays: [holiday], shifts: worked ? [shift('ann', 0, '9-12')] : [] }),
      ann,
      MONDAY,
      7,
    );
  test('is a standard day where it is closed, unless it says otherwise', () => {
    expect(credited(day({ closed: true }))).toBe(480);
    expect(credited(day({ closed: true, credited: false }))).toBe(0);
    expect(credited(day({}))).toBe(0);
  });
  test('is one for who does not work where it is open, and for whom it is one', () => {
    expect(credited(day({ credited: true }))).toBe(480);
    expect(credited(day({ credited: true }), true)).toBe(0);
    expect(credited(day({ closed: true, people: ['bo'] }))).toBe(0);
    expect(credited(day({ closed: true, people: ['ann'] }))).toBe(480);
  });
});

describe('what work on a holiday is paid', () => {
  const cost = (holiday: Partial<Holiday>, overtime: object | null = null) => {
    const rules = overtime
      ? { overtime: { weekMinutes: null, multiplier: 1, day: [], after: [], seventhDay: null, ...overtime } }
      : {};
    return judge(
      plan({ holidays: [day(holiday)], shifts: [shift('ann', 0, '9-17'), shift('ann', 1, '9-17')], rules }),
    ).weeks[0].cost;
  };
  // Two shifts of eight hours at 12 are 192.
  test.each<[string, Partial<Holiday>, object | null, number]>([
    ['nothing more where it says nothing', {}, null, 19_200],
    ['half as much again on that day alone', { multiplier: 1.5 }, null, 19_200 + 4800],
    ['an amount besides, once a day', { extra: 25 }, null, 19_200 + 2500],
    ['both', { multiplier: 2, extra: 10 }, null, 19_200 + 9600 + 1000],
    ['nothing for others', { multiplier: 2, extra: 10, people: ['bo'] }, null, 19_200],
    [
      'the higher of two multipliers, once',
      { multiplier: 1.5 },
      { day: [{ overMinutes: 360, multiplier: 2 }] },
      19_200 + 3600 + 2400 + 2400,
    ],
  ])('is %s', (_, holiday, overtime, expected) => {
    expect(cost(holiday, overtime)).toBe(expected);
  });
});
