import { expect, test } from '@jest/globals';
import { parseDate } from '../time/day';
import { type AskedLeave, askedDays, wholeDays } from './asked';
import { formatAskedDays } from './asked-text';

const at = (date: string) => parseDate(date)!;
const TODAY = at('2026-11-27');
const days = (...dates: readonly string[]): AskedLeave => ({ kind: 'days', days: dates.map(at) });

test.each<[AskedLeave, string]>([
  [wholeDays(at('2026-12-21'), at('2026-12-24')), 'Mon 21 to Thu 24 December'],
  [wholeDays(at('2026-12-21'), at('2026-12-21')), 'Mon 21 December'],
  [wholeDays(at('2026-12-30'), at('2027-01-02')), 'Wed 30 December to Sat 2 January 2027'],
  [days('2026-12-21', '2026-12-23'), 'Mon 21, Wed 23 December'],
  [days('2026-12-21', '2026-12-22', '2026-12-24'), 'Mon 21 to Tue 22, Thu 24 December'],
  [days('2026-11-30', '2026-12-02'), 'Mon 30 November, Wed 2 December'],
  [
    { kind: 'span', from: at('2026-12-21'), to: at('2026-12-21'), fromMinute: 540, toMinute: 720 },
    'Mon 21 December, 9:00–12:00',
  ],
  [
    { kind: 'span', from: at('2026-12-21'), to: at('2026-12-22'), fromMinute: 720, toMinute: 600 },
    'Mon 21 12:00 to Tue 22 December 10:00',
  ],
])('%j is %s', (asked, text) => {
  expect(formatAskedDays(askedDays(asked), TODAY, '24')).toBe(text);
});
