import { expect, test } from '@jest/globals';
import { PLAIN_HOLIDAY } from '@/core/plan/holiday-rule';
import { parseDate } from '@/core/time/day';
import { linesOf } from './holidays-section';

const at = (date: string) => parseDate(date)!;
const kept = (id: string, date: string, name: string) => ({
  id,
  date: at(date),
  name,
  closed: true,
  detail: PLAIN_HOLIDAY,
});

test('a public holiday that is kept is one line, others are the site’s own or free to keep, by date', () => {
  const offered = [
    { date: at('2027-12-25'), name: 'Christmas Day' },
    { date: at('2027-01-01'), name: "New Year's Day" },
  ];
  const lines = linesOf(
    [kept('a', '2027-12-25', 'Christmas Day'), kept('b', '2027-08-14', 'Regatta')],
    offered,
    2027,
  );
  expect(lines.map(({ name, kept: one, isPublic }) => [name, one?.id ?? null, isPublic])).toEqual([
    ["New Year's Day", null, true],
    ['Regatta', 'b', false],
    ['Christmas Day', 'a', true],
  ]);
});

test('of another name on the same date it is another holiday', () => {
  const lines = linesOf(
    [kept('a', '2027-12-25', 'Closed')],
    [{ date: at('2027-12-25'), name: 'Christmas Day' }],
    2027,
  );
  expect(lines).toHaveLength(2);
});
