import { expect, test } from '@jest/globals';
import { formatDate, parseDate } from '../time/day';
import { PLAIN_HOLIDAY, holidayDates, holidaysBetween } from './holiday-rule';

const at = (date: string) => parseDate(date)!;
const dates = (date: string, isYearly: boolean, from: string, to: string) =>
  holidayDates({ date: at(date), isYearly }, at(from), at(to)).map(formatDate);

test('a yearly one falls on its date each year from its first on; one that is not, once', () => {
  expect(dates('2026-12-24', true, '2025-01-01', '2029-01-01')).toEqual([
    '2026-12-24',
    '2027-12-24',
    '2028-12-24',
  ]);
  expect(dates('2026-12-24', false, '2025-01-01', '2029-01-01')).toEqual(['2026-12-24']);
  expect(dates('2024-02-29', true, '2025-01-01', '2029-01-01')).toEqual([
    '2025-03-01',
    '2026-03-01',
    '2027-03-01',
    '2028-02-29',
  ]);
  expect(dates('2026-12-24', true, '2026-12-25', '2027-12-24')).toEqual([]);
});

test('what it says is on it, and nothing else', () => {
  const rule = { ...PLAIN_HOLIDAY, date: at('2026-12-24'), name: 'Eve', closed: false };
  const some = (groups: readonly string[]) => groups.map((group) => `of ${group}`);
  expect(holidaysBetween([rule], rule.date, rule.date + 1, some)).toEqual([
    { date: rule.date, name: 'Eve', closed: false },
  ]);
  const more = {
    ...rule,
    groups: ['Crew'],
    hours: [{ from: 600, to: 840 }],
    credited: true,
    multiplier: 2,
    extra: 5,
  };
  expect(holidaysBetween([more], rule.date, rule.date + 1, some)).toEqual([
    {
      ...{ date: rule.date, name: 'Eve', closed: false, people: ['of Crew'], hours: more.hours },
      ...{ credited: true, multiplier: 2, extra: 5 },
    },
  ]);
});
