import { expect, test } from '@jest/globals';
import { MONDAY, shift } from '../testing';
import { fillRows } from './fill';
import { sheetOf } from './sheet';
import { WEEK, sourceOf, typed } from './testing';

const HALF_HOUR = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
const shifts = [shift('p', 0, '8-16'), shift('p', 1, '8-12'), shift('p', 2, '8-12'), shift('p', 4, '8-12')];
const days = sheetOf(
  sourceOf(
    { shifts, rules: { breaks: HALF_HOUR } },
    {
      ...{ from: 'typed', typed: [typed(1, '9-11')] },
      leave: [{ date: MONDAY + 2, type: 'annual', minutes: 240, isPaid: true }],
    },
  ),
  WEEK,
).days;
const brief = (rows: ReturnType<typeof fillRows>) =>
  rows.map(({ date, minutes }) => [date - MONDAY, minutes]);

test('from the plan: what is paid of each shift, not where something stands, there is leave, or the day is to come', () => {
  expect(brief(fillRows('plan', days, MONDAY + 3, null, []))).toEqual([[0, 450]]);
  expect(brief(fillRows('plan', days, MONDAY + 4, null, []))).toEqual([
    [0, 450],
    [4, 240],
  ]);
});

test('from the usual week, where there is one', () => {
  const week = [480, 480, 480, 0, 300, 0, 60];
  expect(brief(fillRows('usual-week', days, MONDAY + 6, week, []))).toEqual([
    [0, 480],
    [4, 300],
    [6, 60],
  ]);
  expect(fillRows('usual-week', days, MONDAY + 6, null, [])).toEqual([]);
});

test('from the last period: every row of the same weekday as it was, but nothing that put another right', () => {
  const before = [
    typed(-7, '9-17', { kind: 'travel', role: 'bar' }),
    typed(-7, '2'),
    typed(-3, '5', { about: MONDAY - 20 }),
    typed(-14, '7'),
  ];
  expect(fillRows('last-period', days, MONDAY + 6, null, before)).toEqual([
    { date: MONDAY, kind: 'travel', span: { from: 540, to: 1020 }, minutes: 0, role: 'bar' },
    { date: MONDAY, kind: null, span: null, minutes: 120, role: null },
  ]);
});
