import { describe, expect, test } from '@jest/globals';
import { type Day, parseDate, formatDate } from '../time/day';
import { datesOf, describeRule, parseRule } from './rule';

// Dates of the examples in RFC 5545, section 3.8.5.3 ("Recurrence Rule"), their times of day left out.

const day = (text: string): Day => parseDate(text)!;

/** The rule's dates until a year and a half after its start, at most `most` of them. */
function dates(rule: string, start: string, most = 100): string[] {
  const read = parseRule(rule);
  if (!read.ok) throw new Error(read.problem.message);
  return datesOf(read.rule, day(start), day(start), day(start) + 550)
    .slice(0, most)
    .map(formatDate);
}

/** `1997-09 2,9,16; 1997-10 7`, as the examples are written. */
function written(text: string): string[] {
  return text.split('; ').flatMap((month) => {
    const [name, days] = month.split(' ');
    return days.split(',').map((date) => `${name}-${date.padStart(2, '0')}`);
  });
}

const EXAMPLES: readonly (readonly [string, string, string, string])[] = [
  ['daily for 10 occurrences', 'FREQ=DAILY;COUNT=10', '1997-09-02', '1997-09 2,3,4,5,6,7,8,9,10,11'],
  [
    'every 10 days, 5 occurrences',
    'FREQ=DAILY;INTERVAL=10;COUNT=5',
    '1997-09-02',
    '1997-09 2,12,22; 1997-10 2,12',
  ],
  [
    'weekly for 10 occurrences',
    'FREQ=WEEKLY;COUNT=10',
    '1997-09-02',
    '1997-09 2,9,16,23,30; 1997-10 7,14,21,28; 1997-11 4',
  ],
  [
    'every other week on Monday, Wednesday and Friday until a date, weeks from Sunday',
    'FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR',
    '1997-09-01',
    '1997-09 1,3,5,15,17,19,29; 1997-10 1,3,13,15,17,27,29,31; 1997-11 10,12,14,24,26,28; 1997-12 8,10,12,22,24',
  ],
  [
    'weekly on Tuesday and Thursday for five weeks',
    'FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH',
    '1997-09-02',
    '1997-09 2,4,9,11,16,18,23,25,30; 1997-10 2',
  ],
  [
    'monthly on the first Friday for 10 occurrences',
    'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
    '1997-09-05',
    '1997-09 5; 1997-10 3; 1997-11 7; 1997-12 5; 1998-01 2; 1998-02 6; 1998-03 6; 1998-04 3; 1998-05 1; 1998-06 5',
  ],
  [
    'monthly on the second-to-last Monday for 6 months',
    'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
    '1997-09-22',
    '1997-09 22; 1997-10 20; 1997-11 17; 1997-12 22; 1998-01 19; 1998-02 16',
  ],
  [
    'every other month on the first and last Sunday for 10 occurrences',
    'FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU',
    '1997-09-07',
    '1997-09 7,28; 1997-11 2,30; 1998-01 4,25; 1998-03 1,29; 1998-05 3,31',
  ],
  [
    'monthly on the third-to-last day',
    'FREQ=MONTHLY;BYMONTHDAY=-3;COUNT=6',
    '1997-09-28',
    '1997-09 28; 1997-10 29; 1997-11 28; 1997-12 29; 1998-01 29; 1998-02 26',
  ],
  [
    'the first Saturday that follows the first Sunday of the month',
    'FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13;COUNT=10',
    '1997-09-13',
    '1997-09 13; 1997-10 11; 1997-11 8; 1997-12 13; 1998-01 10; 1998-02 7; 1998-03 7; 1998-04 11; 1998-05 9; 1998-06 13',
  ],
  [
    'the third Tuesday, Wednesday or Thursday of the month, three times',
    'FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3',
    '1997-09-04',
    '1997-09 4; 1997-10 7; 1997-11 6',
  ],
  [
    'where the first day of the week makes a difference: Monday',
    'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
    '1997-08-05',
    '1997-08 5,10,19,24',
  ],
  [
    'where the first day of the week makes a difference: Sunday',
    'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
    '1997-08-05',
    '1997-08 5,17,19,31',
  ],
  [
    'a date that some months lack is left out of them',
    'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5',
    '2007-01-15',
    '2007-01 15,30; 2007-02 15; 2007-03 15,30',
  ],
];

test.each(EXAMPLES)('RFC 5545: %s', (_, rule, start, expected) => {
  expect(dates(rule, start)).toEqual(written(expected));
});

describe('a rule', () => {
  test('that never ends is asked for a few dates only', () => {
    const far = datesOf('FREQ=WEEKLY;BYDAY=TU', day('1997-09-02'), day('2097-01-01'), day('2097-01-15'));
    expect(far.map(formatDate)).toEqual(['2097-01-01', '2097-01-08']);
  });

  test('is given half-open: the last date is not included', () => {
    expect(datesOf('FREQ=DAILY', 100, 100, 102)).toEqual([100, 101]);
    expect(datesOf('FREQ=DAILY', 100, 102, 102)).toEqual([]);
  });

  test.each([
    ['FREQ=HOURLY', 'needs FREQ'],
    ['INTERVAL=2', 'needs FREQ'],
    ['FREQ=WEEKLY;BYHOUR=9', 'BYHOUR'],
    ['FREQ=WEEKLY;FREQ=DAILY', 'twice'],
    ['FREQ=WEEKLY;BYDAY=XX', ''],
    ['', 'needs FREQ'],
  ])('%s is refused', (rule, words) => {
    const read = parseRule(rule);
    expect(read).toMatchObject({
      ok: false,
      problem: { path: 'rule', message: expect.stringContaining(words) },
    });
  });

  test('is read with spaces, small letters and its name', () => {
    expect(parseRule(' rrule:freq=weekly;byday=tu ')).toEqual({ ok: true, rule: 'FREQ=WEEKLY;BYDAY=TU' });
    expect(describeRule('FREQ=WEEKLY;BYDAY=TU', 0)).toBe('every week on Tuesday');
  });
});
