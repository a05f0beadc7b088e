import { describe, expect, test } from '@jest/globals';
import { MONDAY, on } from '../testing';
import { DAY } from '../time/span';
import { type AwayLimit, type AwayPerson, closedReasons, overLimitText, overLimits } from './away-limits';

const limit = (id: string, most: number, more: Partial<AwayLimit> = {}): AwayLimit => ({
  ...{ id, most, of: { kind: 'site' }, weekdays: null, from: null, to: null },
  ...more,
});
const who = (person: string, roles: readonly string[], ...days: readonly number[]): AwayPerson => ({
  ...{ person, roles, areas: roles.map((role) => `area of ${role}`) },
  away: days.map((day) => ({ from: (MONDAY + day) * DAY, to: (MONDAY + day + 1) * DAY })),
});
const week = Array.from({ length: 7 }, (_, i) => MONDAY + i);
const people = [who('ann', ['bar'], 0, 5), who('bo', ['bar', 'floor'], 0, 1), who('cy', ['floor'], 0)];
const over = (...limits: readonly AwayLimit[]) =>
  overLimits(limits, people, week).map(({ date, limit: { id }, away }) => `${date - MONDAY} ${id} ${away}`);

describe('a limit on who is away', () => {
  test('is passed where more are away than may be, of all, of a role, or of an area', () => {
    expect(over(limit('site', 2))).toEqual(['0 site 3']);
    expect(over(limit('site', 3))).toEqual([]);
    expect(over(limit('floor', 1, { of: { kind: 'role', id: 'floor' } }))).toEqual(['0 floor 2']);
    expect(over(limit('area', 0, { of: { kind: 'area', id: 'area of bar' } }))).toEqual([
      '0 area 2',
      '1 area 1',
      '5 area 1',
    ]);
  });

  test('holds on its weekdays and in its season, both ends included', () => {
    expect(over(limit('weekend', 0, { weekdays: on(5, 6) }))).toEqual(['5 weekend 1']);
    expect(over(limit('season', 0, { from: MONDAY + 1, to: MONDAY + 5 }))).toEqual([
      '1 season 1',
      '5 season 1',
    ]);
    expect(over(limit('season', 0, { from: MONDAY + 2, to: MONDAY + 4 }))).toEqual([]);
  });

  test('is the smallest of several that hold', () => {
    expect(over(limit('year', 2), limit('season', 0, { from: MONDAY, to: MONDAY }))).toEqual(['0 season 3']);
  });

  test('counts who is away for a part of the day', () => {
    const hour = { ...who('ann', []), away: [{ from: MONDAY * DAY + 600, to: MONDAY * DAY + 660 }] };
    expect(overLimits([limit('none', 0)], [hour], week)).toHaveLength(1);
  });

  test('is told in a sentence', () => {
    const [site] = overLimits([limit('site', 2)], people, week);
    expect(overLimitText(site, () => '')).toBe('Mon 22: 3 people would be away, at most 2');
    const [floor] = overLimits([limit('floor', 1, { of: { kind: 'role', id: 'floor' } })], people, week);
    expect(overLimitText(floor, () => 'Floor')).toBe('Mon 22: 2 of Floor would be away, at most 1');
  });
});

test('a closed period is told with its reason to whoever asks for a day of it', () => {
  const periods = [
    { from: MONDAY, to: MONDAY + 6, reason: 'Regatta week' },
    { from: MONDAY + 9, to: MONDAY + 9, reason: 'Stocktake' },
  ];
  const asked = (from: number, to: number) =>
    closedReasons(periods, { from: (MONDAY + from) * DAY, to: (MONDAY + to) * DAY });
  expect(asked(6, 7)).toEqual(['Regatta week: no leave from Mon 22 to Sun 28']);
  expect(asked(7, 9)).toEqual([]);
  expect(asked(-3, 10)).toHaveLength(2);
  expect(asked(9, 10)).toEqual(['Stocktake: no leave on Wed 31']);
});
