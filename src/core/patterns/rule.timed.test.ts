import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { MONDAY } from '../testing';
import { datesOf, parseRule } from './rule';

test.each([
  ['FREQ=DAILY;INTERVAL=', 'INTERVAL has no value'],
  ['FREQ=DAILY;INTERVAL=-1', 'INTERVAL is a whole number from 1 to 999'],
  ['FREQ=DAILY;INTERVAL=0', 'INTERVAL is a whole number from 1 to 999'],
  ['FREQ=DAILY;INTERVAL=2,3', 'INTERVAL is one value'],
  ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', 'BYMONTHDAY never comes in these months'],
  ['FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30', 'BYMONTHDAY never comes in these months'],
  ['FREQ=MONTHLY;BYDAY=+6MO', 'BYDAY has no +6MO: there are at most 5'],
  ['FREQ=WEEKLY;BYDAY=1MO', 'BYDAY with a number can be said of months and years only'],
  ['FREQ=DAILY;BYSETPOS=5;BYDAY=MO', 'BYSETPOS cannot be said of days'],
  ['FREQ=MONTHLY;BYSETPOS=1', 'BYSETPOS needs another BY part'],
  ['FREQ=WEEKLY;COUNT=3;UNTIL=20270101', 'UNTIL and COUNT cannot both be said'],
  ['FREQ=WEEKLY;UNTIL=20270230', 'UNTIL is a date such as 20271231'],
  ['FREQ=HOURLY', 'a rule needs FREQ=DAILY, WEEKLY, MONTHLY or YEARLY'],
  ['INTERVAL=2', 'a rule needs FREQ=DAILY, WEEKLY, MONTHLY or YEARLY'],
  ['FREQ=YEARLY;BYWEEKNO=1;BYMONTH=7', 'the rule never falls on a date'],
])('%s is refused: %s', (rule, message) => {
  expect(parseRule(rule)).toEqual({ ok: false, problem: { code: 'rule', message, path: 'rule' } });
  expect(datesOf(rule, MONDAY, MONDAY, MONDAY + 400)).toEqual([]);
});

test('a date that comes once in many years is found', () => {
  const leap = parseRule('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;BYDAY=MO');
  expect(leap.ok && datesOf(leap.rule, MONDAY, MONDAY, MONDAY + 366 * 40)).toHaveLength(1);
});

test('no rule takes long, whatever its parts are', () => {
  const value = fc.oneof(
    fc.integer({ min: -400, max: 400 }).map(String),
    fc.constantFrom('', 'MO', '1MO', '-1FR', '+6MO', '2', '29', '30', '31', 'DAILY', 'x', '1,2', '20270301'),
  );
  const name = fc.constantFrom(
    ...'INTERVAL COUNT UNTIL BYDAY BYMONTHDAY BYMONTH BYSETPOS WKST BYYEARDAY BYWEEKNO'.split(' '),
  );
  const rules = fc
    .tuple(
      fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'),
      fc.array(
        fc.tuple(name, value).map(([part, is]) => `${part}=${is}`),
        { maxLength: 4 },
      ),
    )
    .map(([freq, parts]) => [`FREQ=${freq}`, ...parts].join(';'));
  fc.assert(
    fc.property(rules, (rule) => {
      const began = performance.now();
      const read = parseRule(rule);
      const dates = read.ok ? datesOf(read.rule, MONDAY, MONDAY, MONDAY + 400) : [];
      expect(dates.every((date) => date >= MONDAY && date < MONDAY + 400)).toBe(true);
      expect(performance.now() - began).toBeLessThan(4000);
    }),
    { numRuns: 300 },
  );
});
