import { expect, test } from '@jest/globals';
import { shift } from '../testing';
import { lateShifts } from './late';

const TODAY = 20_000;
const on = (day: number) => ({ ...shift('ann', 0, '9-17', { date: TODAY + day }), id: 'one' });
const late = (before: number | null, after: number | null, notice = 3) =>
  lateShifts(
    [{ before: before === null ? null : on(before), after: after === null ? null : on(after) }],
    TODAY,
    notice,
  ).has('one');

test.each([
  ['today', 0, 0, true],
  ['on the last day of the notice', 2, 2, true],
  ['on the day after it', 3, 3, false],
  ['from within the notice to a day after it', 2, 9, true],
  ['from after the notice to a day within it', 9, 1, true],
  ['taken away within it', 1, null, true],
  ['taken away after it', 3, null, false],
  ['yesterday', -1, -1, false],
  ['yesterday, moved to tomorrow', -1, 1, true],
  ['new: nobody counted on anything else', null, 1, false],
])('a shift changed %s', (_, before, after, expected) => {
  expect(late(before, after)).toBe(expected);
});

test('a site that asks for no notice has no late change', () => {
  expect(late(0, 0, 0)).toBe(false);
});
