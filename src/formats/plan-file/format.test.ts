import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { largePlan } from '../../../demo/large';
import { MONDAY, person, plan, shift } from '@/core/testing';
import { NO_DETAIL, type Plan } from '@/core/plan/types';
import { parsePlan } from './parse';
import { inspectionReport } from './report';
import { formatPlan } from './format';

function again(before: Plan): Plan {
  const read = parsePlan(JSON.stringify(formatPlan(before)));
  if (!read.ok) throw new Error(JSON.stringify(read.faults.slice(0, 5)));
  return read.value.plan;
}

const example = () => {
  const read = parsePlan(readFileSync('docs/example-plan.json', 'utf8'));
  if (!read.ok) throw new Error();
  return read.value.plan;
};

test.each([
  ['the example', example()],
  [
    'a plan with nights, breaks, holidays and dated needs',
    plan({
      people: [
        person('ann', {
          birthDate: MONDAY - 9000,
          employedTo: MONDAY + 3,
          leave: [
            { id: 'a', from: MONDAY * 1440, to: (MONDAY + 2) * 1440, state: 'approved' },
            { id: 'b', from: MONDAY * 1440 + 600, to: MONDAY * 1440 + 1440, state: 'waiting' },
          ],
        }),
      ],
      shifts: [
        shift('ann', 0, '22-30', { break: { minutes: 30, at: 1500, paid: true } }),
        shift(null, 1, '16-24', { note: 'Bring "keys"', label: 'late', fixed: true, role: null }),
      ],
      holidays: [{ date: MONDAY + 2, name: 'Harbour Day', closed: true }],
      needs: [{ role: null, days: null, date: MONDAY + 2, from: 1320, to: 1500, count: 2 }],
      surroundingShifts: [
        { person: 'ann', role: null, site: 'shop', date: MONDAY - 1, from: 540, to: 1020, break: null },
      ],
      budget: { minutes: 6000, cost: 1234.5 },
    }),
  ],
  [
    'a plan with limits on leave, balances, and holidays of every kind',
    plan({
      people: [
        person('ann', {
          isGuest: true,
          leave: [
            {
              ...{ id: 'a', from: MONDAY * 1440, to: (MONDAY + 2) * 1440, state: 'approved' },
              credit: [[MONDAY, 480]],
            },
          ],
          balances: [
            {
              ...{ kind: 'Annual leave', unit: 'days', left: 2500, mayOwe: null },
              changes: [[MONDAY, -500]],
            },
            { kind: 'Time off', unit: 'hours', left: -90, mayOwe: 120, changes: [] },
          ],
        }),
      ],
      holidays: [
        {
          ...{
            date: MONDAY + 2,
            name: 'Eve',
            closed: false,
            hours: [{ from: 600, to: 840 }],
            credited: true,
          },
          ...{ people: ['ann'], multiplier: 1.5, extra: 20 },
        },
      ],
      awayLimits: [
        { most: 3, roles: null, name: null, days: null, from: null, to: null },
        {
          ...{ most: 0, roles: ['bar'], name: 'Bar', from: MONDAY, to: MONDAY + 5 },
          days: [true, false, false, false, false, true, true],
        },
      ],
    }),
  ],
])('%s is read again as it was', (_what, before) => expect(again(before)).toEqual(before));

test('a large site, with availability of whole days from 6:00 on, is judged as it was', () => {
  const before = largePlan(60, MONDAY);
  const report = (of: Plan) => inspectionReport(judge(of), new Map());
  expect(report(again(before))).toEqual(report(before));
});

test('what the format cannot say is refused, not changed', () => {
  expect(() => formatPlan(plan({ people: [person('ann')], shifts: [shift('ann', 0, '7-31')] }))).toThrow(
    RangeError,
  );
});

test('several breaks of a shift are written as one that pays the same', () => {
  const long = shift('ann', 0, '8-18', {
    break: { minutes: 15, at: 600, paid: true },
    detail: { ...NO_DETAIL, moreBreaks: [{ minutes: 30, at: 780, paid: false }], station: 'Till 2' },
  });
  const before = plan({ people: [person('ann')], shifts: [long] });
  const after = again(before);
  expect(after.shifts[0].break).toEqual({ minutes: 30, at: null, paid: false });
  expect(judge(after).weeks[0].paid).toBe(judge(before).weeks[0].paid);
});
