import { expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import { linesOf } from './holidays-section';

const at = (date: string) => parseDate(date)!;
const kept = (id: string, date: string, name: string) => ({ id, date: at(date), name, closed: true });

test('a public holiday that is kept is one line, others are the site’s own or free to keep, by date', () => {
  const offered = [
    { date: at('2027-12-25'), name: 'Christmas Day' },
    { date: at('2027-01-01'), name: "New Year's Day" },
  ];
  const lines = linesOf(
    [kept('a', '2027-12-25', 'Christmas Day'), kept('b', '2027-08-14', 'Regatta')],
    offered,
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
  );
  expect(lines).toHaveLength(2);
});
