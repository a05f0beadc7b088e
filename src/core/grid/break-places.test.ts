import { describe, expect, test } from '@jest/globals';
import { plan, shift, span } from '../testing';
import { breakPlaces, breakRemark } from './break-places';
import { withTimes } from '../plan/shift-edits';
import type { Shift } from '../plan/types';

const nine = shift('ann', 0, '9-17', { break: { minutes: 30, at: 720, paid: false } });
const places = (times: string, of: Shift = nine) =>
  breakPlaces(of, span(times)).map(({ place, at }) => [place, at && at.from / 60]);

describe('a fixed break under other times', () => {
  test('stays, moves as far from the start, or has no fixed time; what happens by itself comes first', () => {
    expect(places('10-19')).toEqual([
      ['stays', 12],
      ['along', 13],
      ['loose', null],
    ]);
    expect(places('11-19')).toEqual([
      ['along', 14],
      ['stays', 12],
      ['loose', null],
    ]);
  });

  test('has fewer ways where two of them are one', () => {
    expect(places('9-16')).toEqual([
      ['stays', 12],
      ['loose', null],
    ]);
    expect(places('14-23')).toEqual([
      ['stays', null],
      ['along', 17],
    ]);
  });

  test('is not asked about where it is known in length only, or the times stay', () => {
    expect(
      places('10-19', shift('ann', 0, '9-17', { break: { minutes: 30, at: null, paid: false } })),
    ).toEqual([]);
    expect(places('10-19', shift('ann', 0, '9-17'))).toEqual([]);
    expect(places('9-17')).toEqual([]);
  });

  test('goes where it is told to', () => {
    expect(withTimes(nine, span('10-19'), 'along').break).toEqual({ minutes: 30, at: 780, paid: false });
    expect(withTimes(nine, span('10-19'), 'loose').break).toEqual({ minutes: 30, at: null, paid: false });
    expect(withTimes(nine, span('11-19'), 'stays').break).toEqual({ minutes: 30, at: 720, paid: false });
  });
});

test('what an edit does to fixed breaks is said', () => {
  const other = shift('bo', 0, '9-17', { break: { minutes: 15, at: 600, paid: true } });
  const of = plan({ shifts: [nine, other] });
  const set = (one: Shift, times: string) =>
    ({ do: 'set', id: one.id, shift: withTimes(one, span(times)) }) as const;
  expect(breakRemark(of, [set(nine, '11-19')], '24')).toBe('break moves to 14:00–14:30');
  expect(breakRemark(of, [set(nine, '11-19')], '12')).toBe('break moves to 2pm–2:30pm');
  expect(breakRemark(of, [set(nine, '13-20')], '24')).toBe('break at no fixed time any more');
  expect(breakRemark(of, [set(nine, '11-19'), set(other, '10-18')], '24')).toBe('2 breaks move along');
  expect(breakRemark(of, [set(nine, '9-18')], '24')).toBe('');
  expect(breakRemark(of, [{ do: 'set', id: nine.id, shift: { break: null } }], '24')).toBe('');
});
