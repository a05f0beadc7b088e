import { describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { LeaveCalendar, LeaveRow } from '@/server/leave/calendar';
import { dayAt, draggedSpan, formatRange, linesOf, monthMarks, monthNames, weekMarks, xAt } from './geometry';

const FROM = parseDate('2026-11-30')!;
const scale = { from: FROM, days: 63, dayWidth: 10 };

describe('the axis', () => {
  test('gives each moment its place, and each place its day', () => {
    expect(xAt(scale, FROM * DAY)).toBe(0);
    expect(xAt(scale, (FROM + 1.5) * DAY)).toBe(15);
    expect(xAt(scale, (FROM - 5) * DAY)).toBe(0);
    expect(xAt(scale, (FROM + 99) * DAY)).toBe(630);
    expect(dayAt(scale, 19.9)).toBe(FROM + 1);
    expect(dayAt(scale, -4)).toBe(FROM);
    expect(dayAt(scale, 9999)).toBe(FROM + 62);
  });

  test('names months, the year with the first and with January, and weeks by their first day', () => {
    expect(monthMarks(scale).map(({ name }) => name)).toEqual(['November 2026', 'December', 'January 2027']);
    expect(monthMarks({ from: FROM - 20, days: 60 }).map(({ name }) => name)).toEqual([
      'November 2026',
      'December',
      'January 2027',
    ]);
    expect(weekMarks(scale, 0)).toHaveLength(9);
    expect(weekMarks(scale, 6)[0]).toBe(FROM + 6);
  });
});

test('months are named as far as they have room', () => {
  const names = (dayWidth: number) =>
    monthNames({ from: FROM - 14, days: 371, dayWidth }).map(({ name }) => name);
  expect(names(12).slice(0, 3)).toEqual(['November 2026', 'December', 'January 2027']);
  // Two weeks of November have room for three letters alone, and in a narrow year for none.
  expect(names(3).slice(0, 3)).toEqual(['Nov', 'December', 'January']);
  expect(names(1).slice(0, 2)).toEqual(['Dec', 'Jan']);
});

test('a year is named with both of its years', () => {
  expect(formatRange(FROM, 63)).toBe('30 Nov–31 Jan');
  expect(formatRange(FROM, 371)).toBe('30 Nov 2026–5 Dec 2027');
});

describe('leave that is dragged', () => {
  const span = { from: FROM * DAY + 600, to: (FROM + 3) * DAY };
  test('moves by whole days, and keeps at least a day', () => {
    expect(draggedSpan(span, 2, 'move')).toEqual({ from: (FROM + 2) * DAY + 600, to: (FROM + 5) * DAY });
    expect(draggedSpan(span, -1, 'end')).toEqual({ from: span.from, to: (FROM + 2) * DAY });
    expect(draggedSpan(span, -9, 'end')).toEqual({ from: span.from, to: (FROM + 1) * DAY });
    expect(draggedSpan(span, 9, 'start')).toEqual({ from: (FROM + 2) * DAY, to: span.to });
  });
});

describe('what is shown', () => {
  const bar = (state: 'waiting' | 'approved', id: string) => ({
    ...{ from: FROM * DAY, to: (FROM + 1) * DAY, request: id, state, isAbsence: false },
    type: { id, name: id, mark: 'X', ink: 'sea' },
  });
  const row = (person: string, group: string, bars: LeaveRow['bars'] = []): LeaveRow => ({
    person,
    name: person,
    group,
    bars,
  });
  const calendar: LeaveCalendar = {
    ...{ from: FROM, days: 63, holidays: [], closed: [], weekend: [5, 6], away: [] },
    rows: [
      row('ann', 'Bar', [bar('waiting', 'annual')]),
      row('bea', 'Bar'),
      row('cid', 'Floor', [bar('approved', 'sick')]),
    ],
  };
  const all = { text: '', type: '', state: 'all', isAwayOnly: false } as const;
  const names = (filter: Parameters<typeof linesOf>[1]) =>
    linesOf(calendar, filter).map((line) => (line.kind === 'group' ? line.name : line.row.person));

  test('is everybody under their groups, or whom a filter leaves', () => {
    expect(names(all)).toEqual(['Bar', 'ann', 'bea', 'Floor', 'cid']);
    expect(names({ ...all, isAwayOnly: true })).toEqual(['Bar', 'ann', 'Floor', 'cid']);
    expect(names({ ...all, state: 'waiting' })).toEqual(['Bar', 'ann']);
    expect(names({ ...all, type: 'sick' })).toEqual(['Floor', 'cid']);
    expect(names({ ...all, text: 'flo' })).toEqual(['Floor', 'cid']);
    expect(names({ ...all, text: 'nobody' })).toEqual([]);
  });
});
