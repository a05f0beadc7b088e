import { describe, expect, test } from '@jest/globals';
import { parseDecimal, parseHours, parseLength, formatHoursOfDay } from './parse-hours';

describe('opening hours', () => {
  test.each([
    ['7-23:30', '7-23:30'],
    ['9-13 17-22', '9-13 17-22'],
    ['17-22, 9-13', '9-13 17-22'],
    ['7am-1am', '07:00-01:00'],
    ['closed', 'closed'],
    ['', 'closed'],
    ['all day', '0-24'],
  ])('%j means %j', (text, meant) => {
    const read = parseHours(text);
    expect(read.ok && formatHoursOfDay(read.value)).toBe(meant);
  });

  test.each([
    ['9-13 12-17', 'the parts overlap'],
    ['9-13 later', 'cannot be read; type hours as 9-17'],
    ['9-26', '"26": there is no hour 26'],
  ])('%j is refused: %s', (text, message) => {
    const read = parseHours(text);
    expect(!read.ok && read.problem.message).toBe(message);
  });
});

test.each([
  ['38', 2280],
  ['37.5', 2250],
  ['37,5 h', 2250],
  ['37½', 2250],
  ['7:30', 450],
  ['30 min', 30],
  ['½', 30],
  ['0', 0],
  ['', null],
  ['7:75', null],
  ['many', null],
  ['-3', null],
])('%j is a length of %p minutes', (text, minutes) => expect(parseLength(text)).toBe(minutes));

test.each([
  ['14.50', 14.5],
  ['14,50', 14.5],
  ['€ 14,5', 14.5],
  ['1,234.50', 1234.5],
  ['1.234,50', 1234.5],
  ['1 234,50', 1234.5],
  ['1,234', 1234],
  ['0,125', 0.125],
  ['1.234.567', 1234567],
  ['1.23.4', null],
  ['=2+3', null],
  ['', null],
  ['abc', null],
])('%j is the number %p', (text, value) => expect(parseDecimal(text)).toBe(value));
