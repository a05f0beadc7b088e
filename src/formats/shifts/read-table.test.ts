import { describe, expect, test } from '@jest/globals';
import { formatDate } from '@/core/time/day';
import { MONDAY } from '@/core/testing';
import { dayOfHead, findHeads, guessShiftColumns } from './columns';
import { type ShiftReading, readShiftTable } from './read-table';

// Forms of homemade spreadsheets: common practice.

const ROLES = [
  { id: 'bar', name: 'Bar', mark: 'BA' },
  { id: 'kitchen', name: 'Kitchen', mark: 'KI' },
];

/** Reads a table as it is guessed to be, its heads found among its first lines. */
function read(text: string, more: Partial<ShiftReading> = {}) {
  const lines = text.split('\n').map((line, i) => ({ row: i + 1, cells: line.split('|') }));
  const order = more.dateOrder ?? 'day';
  const head = findHeads(lines, MONDAY, order);
  const heads = lines[head]?.cells ?? [];
  const columns = guessShiftColumns(heads, MONDAY, order);
  return readShiftTable(lines.slice(head + 1), {
    ...{ columns, heads, week: MONDAY, dateOrder: order, hourFormat: '24', roles: ROLES, named: [] },
    openOn: () => [{ from: 420, to: 1410 }],
    ...more,
  });
}

/** What was read, a line for each row. */
const told = (rows: ReturnType<typeof read>) =>
  rows.map(({ name, number, shifts, remarks, faults }) =>
    [
      name || number || 'open',
      ...shifts.map(
        ({ date, from, to, role, pause, label, station }) =>
          `${formatDate(date).slice(5)} ${from / 60}-${to / 60}${[role, pause, label, station].map((one) => (one === null ? '' : ` ${one}`)).join('')}`,
      ),
      ...remarks.map(({ date, text }) => `${formatDate(date).slice(5)} ${text}`),
      ...faults.map(({ cell, message }) => `! ${cell} ${message}`),
    ].join(' | '),
  );

describe('people by days', () => {
  test('have times in the cells, as they are typed anywhere', () => {
    expect(
      told(
        read(
          [
            'Saltmere Quay, week 12',
            '',
            'Name|Mon|Tue|Wed|Thu|Fri|Sat|Sun',
            'Noor|9-5|OFF|9-5 / 6-10||hol|x|22-6',
            'Teo|7-15 kitchen|bar 9-13|9am–5pm|-|A/L|0900-1730|10 to 6 KI',
          ].join('\n'),
        ),
      ),
    ).toEqual([
      'Noor | 03-22 9-17 | 03-24 9-17 | 03-24 18-22 | 03-28 22-30 | 03-26 "hol", no shift',
      'Teo | 03-22 7-15 kitchen | 03-23 9-13 bar | 03-24 9-17 | 03-27 9-17.5 | 03-28 10-18 kitchen | 03-26 "A/L", no shift',
    ]);
  });

  test('may have a person in several rows, and open shifts in one of their own', () => {
    expect(told(read('Name|Role|Mon|Tue\nNoor|Bar|9-13|\n|Kitchen|17-22|9-17\nOpen||7-15|'))).toEqual([
      'Noor | 03-22 9-13 bar',
      'Noor | 03-22 17-22 kitchen | 03-23 9-17 kitchen',
      'open | 03-22 7-15',
    ]);
  });

  test('have dates in their heads, in whatever form, and heads again further down', () => {
    const heads = [
      'Mon 22',
      '23/3',
      '24 March',
      '2027-03-25',
      'Fri 26 Mar',
      'Saturday 27.3.',
      'Sun 28 Regatta',
    ];
    const lines = [
      `Staff|${heads.join('|')}`,
      'Noor|9-17|9-17|9-17|9-17|9-17|9-17|9-17',
      '|Mon|Tue|Wed|Thu|Fri|Sat|Sun',
      'Teo|7-15||||||',
    ];
    const rows = read(lines.join('\n'));
    expect(rows.map(({ name }) => name)).toEqual(['Noor', 'Teo']);
    expect(rows[0].days.map((day) => day - MONDAY)).toEqual([0, 1, 2, 3, 4, 5, 6]);
  });

  test('tell of every cell that cannot be read, with its place', () => {
    expect(told(read('Name|Mon|Tue|Wed\nNoor|9-17|nine to five|9-13 12-17\nTeo|9-17 pilot||'))).toEqual([
      'Noor | 03-22 9-17 | ! C2 "nine to five" is no time; type it as 9-17 | ! D2 the parts overlap',
      'Teo | ! B3 no role "pilot"; the roles here are Bar, Kitchen',
    ]);
  });

  test('may have sums beside the days, which are left out', () => {
    const heads = ['Name', 'Mon', 'Tue', 'Hours', 'Total'];
    expect(guessShiftColumns(heads, MONDAY, 'day')).toEqual([
      'person',
      'on:2027-03-22',
      'on:2027-03-23',
      null,
      null,
    ]);
  });

  test('may hold short names of shifts', () => {
    const named = [{ id: 't', short: 'E', from: 420, to: 900 }];
    expect(told(read('Name|Mon|Tue\nNoor|E|e', { named }))).toEqual(['Noor | 03-22 7-15 | 03-23 7-15']);
  });
});

describe('a row for each shift', () => {
  test('has its date and times, and what is said besides', () => {
    expect(
      told(
        read(
          [
            'Date,Employee,Position,From,To,Break,Section,Title'.replaceAll(',', '|'),
            '22/3/2027|Noor|Bar|9|5|30|Terrace|Opening',
            'Tue|Teo|KI|22:00|06:00|0:45||',
            '2027-03-24|open||9.30|13|||',
          ].join('\n'),
        ),
      ),
    ).toEqual([
      'Noor | 03-22 9-17 bar 30 Opening Terrace',
      'Teo | 03-23 22-30 kitchen 45',
      'open | 03-24 9.5-13',
    ]);
  });

  test('with times in full is read to the minute, whenever the place is open', () => {
    expect(
      told(read('Date|Name|Start|End\n2027-03-22|Noor|01:00|05:00\n2027-03-22|Teo|00:00|24:00')),
    ).toEqual(['Noor | 03-22 1-5', 'Teo | 03-22 0-24']);
    expect(told(read('Name|Start|End\nNoor|2027-03-22 22:00|2027-03-23 06:00'))).toEqual([
      'Noor | 03-22 22-30',
    ]);
  });

  test('tells what is missing or cannot be, each with its place', () => {
    expect(
      told(
        read(
          'Date|Name|Start|End|Break\n|Noor|9|17|\n31/2/2027|Noor|9|17|\n22/3/2027|Noor|9||\n22/3/2027|Noor|25:00|26:00|\n22/3/2027|Noor|9|17|long',
        ),
      ),
    ).toEqual([
      'Noor | ! A2 no date',
      'Noor | ! A3 there is no date "31/2/2027"',
      'Noor | ! D4 no time',
      'Noor | ! C5 "25:00" is no time of day',
      'Noor | 03-22 9-17 | ! E6 "long" is no break in minutes',
    ]);
  });

  test('follows the order of dates that is said', () => {
    const text = 'Date|Name|Times\n4/3/2027|Noor|9-17';
    expect(told(read(text))).toEqual(['Noor | 03-04 9-17']);
    expect(told(read(text, { dateOrder: 'month' }))).toEqual(['Noor | 04-03 9-17']);
  });
});

test.each([
  ['Mon', '2027-03-22'],
  ['sunday', '2027-03-28'],
  ['Wed 31', '2027-03-31'],
  ['Mon 15th', '2027-03-15'],
  ['1 April', '2027-04-01'],
  ['Thu 24 Dec', '2026-12-24'],
  ['month', null],
  ['total', null],
  ['sum', null],
  ['12', null],
  ['Name', null],
  ['', null],
])('the head "%s" is the day %s', (head, date) => {
  const day = dayOfHead(head, MONDAY, 'day');
  expect(day === null ? null : formatDate(day)).toBe(date);
});
