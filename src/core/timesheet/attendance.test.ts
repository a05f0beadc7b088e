import { expect, test } from '@jest/globals';
import { punch } from '../clock/testing';
import { MONDAY, shift } from '../testing';
import { type AttendanceUnits, attendanceOf } from './attendance';
import { sheetOf } from './sheet';
import { WEEK, sourceOf } from './testing';

const shifts = [shift('p', 0, '8-16'), shift('p', 1, '8-14'), shift('p', 2, '8-12')];
// 40 minutes late and 25 early on Monday, not there on Tuesday, on leave on Wednesday.
const source = sourceOf(
  { shifts, leave: [] },
  {
    punches: [punch('in', MONDAY, '8:40'), punch('out', MONDAY, '15:35')],
    leave: [{ date: MONDAY + 2, type: 'annual', minutes: 240, isPaid: true }],
  },
);
const types = [
  { id: 'annual', name: 'Annual leave' },
  { id: 'sick', name: 'Sick leave' },
];
const table = (units: AttendanceUnits, counts = (_: number) => true) => {
  const found = attendanceOf({ units, standardDay: 480, types });
  found.add('p', 'Person', sheetOf(source, WEEK), counts);
  return found.table();
};

test('as usual: hours present and of overtime, times late and early, days absent and of leave that somebody had', () => {
  expect(table({})).toEqual({
    heads: [
      'Present, h',
      'Late, times',
      'Left early, times',
      'Overtime, h',
      'Absent, days',
      'Annual leave, days',
    ],
    // Wednesday without a punch is an absence as well: its leave is not in the plan here.
    lines: [{ id: 'p', name: 'Person', figures: ['6.92', '1', '1', '0', '1.5', '0.5'] }],
  });
});

test('in other units, only of days that count', () => {
  const units = {
    late: { unit: 'minutes', step: 15_000, way: 'up', per: 'entry' },
    absent: { unit: 'hours', step: 250, way: 'nearest', per: 'total' },
  } as const;
  const { lines } = table(units, (date) => date <= MONDAY + 1);
  // 40 minutes late, less the grace of 15 from whose end it is measured here.
  expect(lines[0].figures).toEqual(['6.92', '30', '1', '0', '6']);
});
