import { describe, expect, test } from '@jest/globals';
import { formatDate, parseDate } from './day';
import { parseIsoWeek, parseWhen } from './parse-when';

// A Thursday.
const today = parseDate('2026-11-26')!;
const read = (text: string, order: 'day' | 'month' = 'day', weekStart = 0) => {
  const day = parseWhen(text, today, { order, weekStart });
  return day === null ? null : formatDate(day);
};

describe('a day somebody asks for', () => {
  test.each([
    ['today', '2026-11-26'],
    ['Tomorrow', '2026-11-27'],
    ['yesterday', '2026-11-25'],
    ['this week', '2026-11-23'],
    ['week', '2026-11-23'],
    ['next  week', '2026-11-30'],
    ['last week', '2026-11-16'],
    ['in 3 weeks', '2026-12-14'],
    ['2 weeks ago', '2026-11-09'],
    ['in a week', '2026-11-30'],
    ['in 5 days', '2026-12-01'],
    ['fri', '2026-11-27'],
    ['thursday', '2026-11-26'],
    ['next fri', '2026-12-04'],
    ['next mon', '2026-11-30'],
    ['mon', '2026-11-30'],
    ['dec 12', '2026-12-12'],
    ['12 dec', '2026-12-12'],
    ['December 12', '2026-12-12'],
    ['jan 2', '2027-01-02'],
    ['2 jun', '2026-06-02'],
    ['12/1', '2027-01-12'],
    ['12.1.', '2027-01-12'],
    ['12 Dec 2027', '2027-12-12'],
    ['2027-03-04', '2027-03-04'],
    ['feb 30', null],
    ['ann', null],
    ['mo', null],
    ['', null],
  ])('%j is %j', (text, day) => expect(read(text)).toBe(day));

  test('follows the habits of the site', () => {
    expect(read('12/1', 'month')).toBe('2026-12-01');
    expect(read('next week', 'day', 6)).toBe('2026-11-29');
    expect(read('29 feb')).toBeNull();
  });
});

test('a week by its number is its Monday', () => {
  expect(formatDate(parseIsoWeek('2026-W49')!)).toBe('2026-11-30');
  expect(formatDate(parseIsoWeek('2027w1')!)).toBe('2027-01-04');
  expect(parseIsoWeek('2026-W77')).toBeNull();
});
