import { describe, expect, test } from '@jest/globals';
import { AS_CLOCKED, CLOCK, instant, punch, spanAt } from '../clock/testing';
import type { Punch } from '../clock/punch';
import { MONDAY } from '../testing';
import { type AlertKind, type AlertRule, alertCases, filledText } from './alerts';
import { peopleOf } from './people-of';

const rule = (kind: AlertKind, minutes: number, more: Partial<AlertRule> = {}): AlertRule => ({
  ...{ id: kind, kind, minutes, groups: [], tells: ['schedulers'], people: [], text: '' },
  ...more,
});
const cases = (time: string, rules: readonly AlertRule[], punches: readonly Punch[] = [], leave = false) => {
  const now = instant(MONDAY, time);
  const planned = [spanAt(MONDAY, '9-17')];
  const away = leave ? [{ from: planned[0].start, to: planned[0].end }] : [];
  const of = { id: 'p', name: 'P', groups: ['Crew'], planned, punches, leave: away };
  const day = { date: MONDAY, people: [of], rules: [AS_CLOCKED], tiers: [] };
  return alertCases(rules, peopleOf(day, CLOCK, now), now);
};

describe('what is told of a day', () => {
  test.each([
    ['9:19', []],
    ['9:20', [20]],
    ['16:59', [479]],
    // What is over is not told any more.
    ['17:00', []],
  ])('somebody missing at %s', (time, minutes) => {
    expect(cases(time, [rule('missing', 20)]).map((one) => one.minutes)).toEqual(minutes);
  });

  test('nobody who is in, or on leave', () => {
    expect(cases('10', [rule('missing', 20)], [punch('in', MONDAY, '9')])).toEqual([]);
    expect(cases('10', [rule('missing', 20)], [], true)).toEqual([]);
  });

  test('somebody still in after the end, and on a break for long', () => {
    const came = punch('in', MONDAY, '9');
    expect(cases('17:29', [rule('still-in', 30)], [came])).toEqual([]);
    expect(cases('17:30', [rule('still-in', 30)], [came])).toMatchObject([{ minutes: 30 }]);
    const pause = [came, punch('break-begins', MONDAY, '12')];
    expect(cases('12:44', [rule('long-break', 45)], pause)).toEqual([]);
    expect(cases('12:45', [rule('long-break', 45)], pause)).toMatchObject([{ at: instant(MONDAY, '12') }]);
    expect(
      cases('12:50', [rule('long-break', 45)], [...pause, punch('break-ends', MONDAY, '12:40')]),
    ).toEqual([]);
  });

  test('the same case has the same key, another rule or shift another', () => {
    const keys = ['9:30', '11'].flatMap((time) => cases(time, [rule('missing', 20)]).map(({ key }) => key));
    expect(new Set(keys).size).toBe(1);
    const other = cases('9:30', [rule('missing', 20, { id: 'second' })]).map(({ key }) => key);
    expect(keys).not.toContain(other[0]);
  });

  test('only of the groups that are named', () => {
    expect(cases('10', [rule('missing', 20, { groups: ['Bar'] })])).toEqual([]);
    expect(cases('10', [rule('missing', 20, { groups: ['Bar', 'Crew'] })])).toHaveLength(1);
  });

  test('place-holders are filled in, and what is written otherwise stays', () => {
    expect(filledText('{name} {minutes} {none} {', { name: '{time}', minutes: '20' })).toBe(
      '{time} 20 {none} {',
    );
  });
});
