import { expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import { totalsOf } from '../consequences/totals';
import { MONDAY, person, plan, shift } from '../testing';
import type { Rules } from '../plan/types';
import { STARTING_SETS } from './starting-sets';

const rulesOf = (id: string): Partial<Rules> => STARTING_SETS.find((set) => set.id === id)!.rules;
const codes = (id: string, shifts: ReturnType<typeof shift>[], birthDate: number | null = null) =>
  new Set(
    snagsOf(judge(plan({ people: [person('ann', { birthDate })], shifts, rules: rulesOf(id) }))).map(
      (s) => s.code,
    ),
  );

test('European: rest of 11 h holds, 10:59 does not (Directive 2003/88/EC Art. 3, from memory)', () => {
  expect(codes('eu', [shift('ann', 0, '14-22'), shift('ann', 1, '9-17')]).has('short-rest')).toBe(false);
  expect(codes('eu', [shift('ann', 0, '14-22:01'), shift('ann', 1, '9-17')]).has('short-rest')).toBe(true);
});

test('European: an adolescent works until 22:00 at most (Directive 94/33/EC Art. 9, from memory)', () => {
  const seventeen = MONDAY - 17 * 366;
  expect(codes('eu', [shift('ann', 0, '16-22')], seventeen).has('young-worker')).toBe(false);
  expect(codes('eu', [shift('ann', 0, '16-22:30')], seventeen).has('young-worker')).toBe(true);
});

const week = (rules: string, times: readonly string[]) => {
  const shifts = times.map((span, day) =>
    shift('ann', day, span, { break: { minutes: 0, at: null, paid: false } }),
  );
  return totalsOf(judge(plan({ people: [person('ann')], shifts, rules: rulesOf(rules) }))).week
    .overtimeMinutes;
};

test('federal: overtime over 40 h only (29 CFR 778.110, from memory)', () => {
  expect(week('us', ['8-18', '8-18', '8-18', '8-18'])).toBe(0);
  expect(week('us', ['8-18', '8-18', '8-18', '8-18', '8-14'])).toBe(6 * 60);
});

test('California: overtime over 8 h a day (Labor Code §510, from memory)', () => {
  expect(week('california', ['8-18', '8-18', '8-18', '8-18'])).toBe(8 * 60);
});
