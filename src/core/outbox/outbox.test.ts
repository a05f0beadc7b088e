import { expect, test } from '@jest/globals';
import { parseDate } from '../time/day';
import { shift } from '../testing';
import { newsMessage } from './news-text';
import { pauseAfter } from './retry';

const FRIDAY = parseDate('2026-11-27')!;
const bar = (times: string) => shift('emil', 0, times, { date: FRIDAY, role: 'bar' });
const WORDS = {
  site: 'Quay Bistro',
  roles: new Map([['bar', 'Bar']]),
  hourFormat: '24' as const,
  link: 'https://quay.example/me',
};

test('a letter says what is new, changed and gone, each in full, and asks where an answer is due', () => {
  const items = [
    { kind: 'new' as const, before: null, after: bar('9-12'), isLate: false },
    { kind: 'changed' as const, before: bar('15-23'), after: bar('16-22'), isLate: true },
    { kind: 'gone' as const, before: bar('9-17'), after: null, isLate: false },
  ];
  const { subject, body, line } = newsMessage('publish', items, 'Terrace opens at 8.', WORDS);
  expect(subject).toBe('Quay Bistro: 3 shifts changed');
  expect(body.split('\n')).toEqual([
    'New: Fri 27 November, 9:00–12:00 Bar',
    'Changed: Fri 27 November, 16:00–22:00 Bar, was Fri 27 November, 15:00–23:00 Bar (late)',
    'Not yours any more: Fri 27 November, 9:00–17:00 Bar',
    '',
    'Terrace opens at 8.',
    '',
    'This comes later than the notice that is agreed: please answer yes or no.',
    'https://quay.example/me',
  ]);
  expect(line).toBe('Quay Bistro: 3 shifts changed. Please answer: https://quay.example/me');
});

test('times are written as the site writes them', () => {
  const items = [{ kind: 'new' as const, before: null, after: bar('9-17'), isLate: false }];
  expect(newsMessage('publish', items, '', { ...WORDS, hourFormat: '12' }).body).toContain('9am–5pm');
  expect(newsMessage('publish', items, '', WORDS).subject).toBe('Quay Bistro: 1 shift published for you');
  expect(newsMessage('withdraw', items, '', WORDS).subject).toBe('Quay Bistro: 1 shift withdrawn');
});

test('a message is tried again with growing pauses, over more than a day, and then given up', () => {
  const pauses: number[] = [];
  for (let failures = 1; pauseAfter(failures) !== null; failures++) pauses.push(pauseAfter(failures)!);
  expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
  expect(pauses[0]).toBe(60_000);
  expect(pauses.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(24 * 3600_000);
});
