import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { overlapIn, parseShifts } from './parse-shifts';
import { parseSpan, parseTimeWithin, formatTypedSpan } from './parse-time';
import {
  formatAxisTime,
  formatHours,
  formatShortSpan,
  formatTime,
  formatTimeSpan,
  formatTinyTime,
} from './format';

const BISTRO = [{ from: 420, to: 1410 }];
const ROLES = [
  { id: 'bar', name: 'Bar', mark: 'B' },
  { id: 'bakery', name: 'Bakery', mark: 'Y' },
  { id: 'floor', name: 'Floor', mark: 'F' },
];

function meant(text: string, open = BISTRO): string {
  const read = parseSpan(text, open);
  return read.ok ? `${read.value.from / 60}-${read.value.to / 60}` : read.problem.message;
}

describe('a typed span', () => {
  // What is meant without am or pm follows the product's rule, with the examples it gives.
  test.each([
    ['9am-5pm', '9-17'],
    ['9 am - 5 pm', '9-17'],
    ['9a-5p', '9-17'],
    ['0900-1700', '9-17'],
    ['630-1430', '6.5-14.5'],
    ['9.30-17', '9.5-17'],
    ['9:30 to 17', '9.5-17'],
    ['9-5', '9-17'],
    ['9–17:30', '9-17.5'],
    ['22-6', '22-30'],
    ['9-22', '9-22'],
    ['0900-5', '9-17'],
    ['7-1', '7-13'],
    ['10-2', '10-14'],
    ['12-3', '12-15'],
    ['12a-8a', '0-8'],
    ['5p-12a', '17-24'],
    ['9a.m.-1p.m.', '9-13'],
  ])('%s is %s', (text, span) => expect(meant(text)).toBe(span));

  test('lies within opening hours where it can', () => {
    expect(meant('2-5:30', [{ from: 660, to: 1380 }])).toBe('14-17.5');
    expect(meant('8-2', [{ from: 1080, to: 1620 }])).toBe('20-26');
  });

  test('offers the other reading on a tie', () => {
    const read = parseSpan('8-10', BISTRO);
    expect(read).toEqual({ ok: true, value: { from: 480, to: 600, other: { from: 1200, to: 1320 } } });
  });

  test('written and read again is the same, in both hour formats', () => {
    const times = fc.tuple(fc.integer({ min: 0, max: 1439 }), fc.integer({ min: 1, max: 1439 }));
    fc.assert(
      fc.property(times, ([from, length]) => {
        const to = from + length;
        const full12 = parseSpan(formatTimeSpan(from, to, '12'));
        expect(full12.ok && [full12.value.from, full12.value.to]).toEqual([from, to]);
        const exact = (minute: number) => formatTime(minute, '24').padStart(5, '0');
        if (to >= 1440) return;
        const full24 = parseSpan(`${exact(from)}-${exact(to)}`);
        expect(full24.ok && [full24.value.from, full24.value.to]).toEqual([from, to]);
      }),
    );
  });

  test('never throws, and marks a place inside what was typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'0123456789-–:. apmx'), maxLength: 12 }), (text) => {
        const read = parseShifts(text, ROLES, { openHours: BISTRO });
        if (read.ok) return;
        const { from, to } = read.problem.at;
        expect(0 <= from && from < to && to <= Math.max(text.length, 1) + 1).toBe(true);
      }),
    );
  });
});

describe('shifts typed into a cell', () => {
  const read = (text: string) => parseShifts(text, ROLES, { openHours: BISTRO });

  test('several, with a role that holds for those before it', () => {
    expect(read('9-13 17-22 bar')).toMatchObject({
      ok: true,
      value: [
        { from: 540, to: 780, role: 'bar' },
        { from: 1020, to: 1320, role: 'bar' },
      ],
    });
    expect(read('9-13 floor, 14-17 B')).toMatchObject({
      value: [{ role: 'floor' }, { role: 'bar' }],
    });
    expect(read('9-17 flo')).toMatchObject({ value: [{ role: 'floor' }] });
    expect(read('  ')).toEqual({ ok: true, value: [] });
  });

  test('that overlap are told, in whatever order they were typed', () => {
    const overlap = (text: string) => {
      const typed = read(text);
      return typed.ok && overlapIn(text, typed.value);
    };
    expect(overlap('9-13 12-15 ')).toEqual({ message: 'the parts overlap', at: { from: 0, to: 10 } });
    expect(overlap('12-15 9-13')).not.toBeNull();
    expect(overlap('9-13 13-15')).toBeNull();
  });

  test.each([
    ['25-3', 'there is no hour 25', 0, 2],
    ['9:75-12', 'there is no minute 75', 0, 4],
    ['13pm-15', 'am and pm go with 1 to 12', 0, 4],
    ['9-', 'the end is missing', 1, 2],
    ['9', 'a start and an end are needed', 0, 1],
    ['17-17', 'no length', 0, 5],
    ['9-17 chef', 'no role "chef"', 5, 9],
    ['9-17 ba', 'could be Bar, Bakery', 5, 7],
    ['late', 'is no time', 0, 4],
  ])('%p: %s, and where', (text, message, from, to) => {
    const result = read(text);
    expect(result).toMatchObject({ ok: false, problem: { at: { from, to } } });
    expect(!result.ok && result.problem.message).toContain(message);
  });
});

test('hours and spans are written short and exact', () => {
  expect([0, 30, 10, 450, 430, -450, 60 * 1234].map(formatHours)).toEqual([
    '0 h',
    '½ h',
    '10 min',
    '7½ h',
    '7:10 h',
    '−7½ h',
    '1,234 h',
  ]);
  expect(formatShortSpan(540, 1050)).toBe('9–17:30');
  expect(formatShortSpan(540, 1050, '12')).toBe('9a–5:30p');
  expect([570, 580, 1500].map((minute) => formatTinyTime(minute))).toEqual(['9½', '9+', '1']);
  expect([0, 540, 720, 1020, 1440].map((minute) => formatAxisTime(minute, '12'))).toEqual([
    '12a',
    '9a',
    '12p',
    '5p',
    '12a',
  ]);
  expect([0, 1020].map((minute) => formatAxisTime(minute, '24'))).toEqual(['0', '17']);
});

test('a span written to be typed is read as what it is, wherever the place is open', () => {
  const format = fc.constantFrom<'24' | '12'>('24', '12');
  const block = fc.integer({ min: 0, max: 287 });
  fc.assert(
    fc.property(
      block,
      fc.integer({ min: 1, max: 287 }),
      format,
      fc.boolean(),
      (start, length, hours, closed) => {
        const from = start * 5;
        const to = from + length * 5;
        const open = closed ? [] : [{ from: 420, to: 1410 }];
        const read = parseSpan(formatTypedSpan(from, to, hours, open), open);
        expect(read.ok && { from: read.value.from, to: read.value.to }).toEqual({ from, to });
      },
    ),
    { numRuns: 500 },
  );
});

describe('short names of templates', () => {
  const named = [
    { id: 't1', short: 'E', from: 420, to: 900 },
    { id: 't2', short: 'LF', from: 900, to: 1410 },
  ];
  const roles = [
    { id: 'bar', name: 'Bar' },
    { id: 'floor', name: 'Floor' },
  ];
  const read = (text: string) => {
    const done = parseShifts(text, roles, {}, named);
    return done.ok
      ? done.value.map((one) => `${one.from}-${one.to} ${one.role} ${one.template}`)
      : done.problem.message;
  };

  test('stand in place of times, in either case, alone or beside others', () => {
    expect(read('e')).toEqual(['420-900 null t1']);
    expect(read('E lf')).toEqual(['420-900 null t1', '900-1410 null t2']);
    expect(read('E, 17-22')).toEqual(['420-900 null t1', '1020-1320 null null']);
  });

  test('may be followed by a role', () => expect(read('lf bar')).toEqual(['900-1410 bar t2']));

  test('are whole words: what only begins like one is read as before', () => {
    expect(read('ex')).toContain('"ex" is no time');
    expect(read('9-17 floor')).toEqual(['540-1020 floor null']);
  });
});

describe('a time inside a span', () => {
  const day = { from: 540, to: 1020 };
  const night = { from: 1320, to: 1800 };
  test.each([
    ['10', day, '24', 'start', 600],
    ['2', day, '24', 'start', 840],
    ['9', day, '24', 'start', 540],
    ['17', day, '24', 'start', null],
    ['17', day, '24', 'end', 1020],
    ['9', day, '24', 'end', null],
    ['9', day, '24', 'neither', null],
    ['17', day, '24', 'neither', null],
    ['1', night, '24', 'start', 1500],
    ['23:30', night, '24', 'start', 1410],
    ['14:00', night, '24', 'start', null],
    ['12:30', night, '12', 'start', 1470],
    ['12:30', night, '24', 'start', null],
    ['10 x', day, '24', 'start', null],
    ['', day, '24', 'start', null],
  ] as const)('%s in %j (%s, %s) is %s', (text, span, format, edge, expected) => {
    expect(parseTimeWithin(text, span, format, edge)).toBe(expected);
  });
});
