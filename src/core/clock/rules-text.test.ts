import { expect, test } from '@jest/globals';
import { CLOCK_RULE_SETS } from './clock-rules';
import { CLOCK_RULE_TOPICS, clockRuleText } from './rules-text';
import { AS_CLOCKED } from './testing';

test('every rule is a sentence, and the sets that can be begun from differ', () => {
  const [open, usual, strict] = CLOCK_RULE_SETS.map(({ rules }) =>
    CLOCK_RULE_TOPICS.map(({ key }) => clockRuleText(rules, key)),
  );
  expect(usual).toEqual([
    'in from 2 h before to 3 h after the start, out from 3 h before to 3 h after the end',
    'counts from the start',
    'more than 5 min after the start',
    'more than 5 min before the end',
    'counts nothing until somebody fills it in',
    'is told as a missing out 3 h after the end',
    'counts from 15 min after the end',
    'the longer of both; paid up to 20 min',
    'nearest 5 min',
  ]);
  expect(open.slice(1)).toEqual([
    'counts as clocked',
    'more than 15 min after the start, counted from there',
    'more than 15 min before the end, counted from there',
    'counts nothing until somebody fills it in',
    'is told as a missing out 4 h after the end',
    'counts',
    'as clocked; paid up to 20 min',
    'as clocked',
  ]);
  expect(strict.slice(1)).toEqual([
    'not let in more than 15 min before the start, and counts from it',
    'from the first minute after the start',
    'from the first minute before the end',
    'counts as 1 h late or early',
    'is told as a missing out 1 h after the end',
    'counts from 30 min after the end',
    'the longer of both',
    'in up to 15 min, out down to 15 min',
  ]);
});

test('a time of day and the total of a day are written too', () => {
  const rules = {
    ...AS_CLOCKED,
    overtime: { kind: 'after-time', time: 1110 },
    rounding: { of: 'day', total: { step: 15, way: 'up' } },
  } as const;
  expect(clockRuleText(rules, 'overtime', '12')).toBe('counts after 6:30pm');
  expect(clockRuleText(rules, 'rounding')).toBe("the day's total up to 15 min");
});
