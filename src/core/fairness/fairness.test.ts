import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import type { Plan } from '../plan/types';
import { MONDAY, available, person, plan, randomPlan, repeats, shift } from '../testing';
import { behind } from './behind';
import { beyondShare } from './columns';
import { type FairnessGround, fairnessOf, kindSharesOf } from './fairness';
import { USUAL_LIMITS } from './limits';
import { MEASURES } from './measures';

const WEEKEND = [5, 6];
const ground = (of: Plan, more: Partial<FairnessGround> = {}): FairnessGround => ({
  ...{ judgement: judge(of), planned: MONDAY + 7, weekend: WEEKEND, wishes: [] },
  limits: USUAL_LIMITS,
  ...more,
});
const carried = (of: Plan, who: string, more: Partial<FairnessGround> = {}) =>
  fairnessOf(ground(of, more)).people.find((one) => one.person === who)!;

describe('what counts', () => {
  const of = (shifts: Plan['shifts'], more: Partial<Plan> = {}) =>
    carried(plan({ people: [person('ann')], shifts, ...more }), 'ann').measures;

  test.each([
    ['14-22', 1],
    ['14-21:59', 0],
    ['22-30', 1],
  ])('late ends: %s', (times, count) => {
    expect(of([shift('ann', 0, times)]).late.had).toBe(count);
  });

  test.each([
    ['7-15', 1],
    ['7:29-15', 1],
    ['7:30-15', 0],
  ])('early starts: %s', (times, count) => {
    expect(of([shift('ann', 0, times)]).early.had).toBe(count);
  });

  test.each([
    ['20-26', 1],
    ['20-25:59', 0],
    ['3-9', 1],
    ['3:01-9', 0],
  ])('nights are three hours between 23:00 and 6:00: %s', (times, count) => {
    expect(of([shift('ann', 0, times)]).night.had).toBe(count);
  });

  test('days of the weekend by where they begin, and the days that are the weekend here', () => {
    const shifts = [shift('ann', 4, '20-28'), shift('ann', 5, '9-17'), shift('ann', 6, '9-17')];
    const week = plan({ people: [person('ann')], shifts });
    expect(carried(week, 'ann').measures.weekend.had).toBe(2);
    expect(carried(week, 'ann', { weekend: [4, 5] }).measures.weekend.had).toBe(2);
    expect(carried(week, 'ann', { weekend: [4] }).measures.weekend.had).toBe(1);
  });

  test('holidays, but not those of others', () => {
    const holiday = { date: MONDAY, name: 'Founding Day', closed: false };
    const shifts = [shift('ann', 0, '9-17')];
    expect(of(shifts, { holidays: [holiday] }).holiday.had).toBe(1);
    expect(of(shifts, { holidays: [{ ...holiday, people: ['bo'] }] }).holiday.had).toBe(0);
  });
});

describe('a share', () => {
  test('is by contract, of those who could have worked then', () => {
    const people = [
      person('ann', { contractMinutes: 2400 }),
      person('bo', { contractMinutes: 1200 }),
      person('cy', { contractMinutes: 2400, availability: [available([0], '0-24', 'not-available')] }),
      person('di', {
        contractMinutes: 2400,
        leave: [{ id: 'l', from: MONDAY * 1440, to: (MONDAY + 1) * 1440, state: 'approved' }],
      }),
      person('ed', { contractMinutes: 2400, employedFrom: MONDAY + 1 }),
    ];
    const week = plan({ people, shifts: [shift('bo', 0, '14-22')] });
    const late = (who: string) => carried(week, who).measures.late;
    expect(late('ann')).toEqual({ had: 0, planned: 0, expected: 2 / 3 });
    expect(late('bo')).toEqual({ had: 1, planned: 0, expected: 1 / 3 });
    for (const who of ['cy', 'di', 'ed']) expect(late(who).expected).toBe(0);
    expect(beyondShare(late('bo'))).toBeCloseTo(2 / 3);
  });

  test('of somebody who worked when nobody could is all theirs', () => {
    const people = [
      person('ann', { availability: [available([0, 1, 2, 3, 4, 5, 6], '0-24', 'not-available')] }),
    ];
    const week = plan({ people, shifts: [shift('ann', 0, '14-22')] });
    expect(carried(week, 'ann').measures.late).toEqual({ had: 1, planned: 0, expected: 1 });
  });

  test('counts what is planned apart from what was', () => {
    const shifts = [shift('ann', 0, '14-22'), shift('ann', 1, '14-22'), shift('ann', 2, '14-22')];
    const week = plan({ people: [person('ann')], shifts });
    expect(carried(week, 'ann', { planned: MONDAY + 1 }).measures.late).toEqual({
      ...{ had: 1, planned: 2, expected: 3 },
    });
    expect(
      carried(week, 'ann')
        .lateByWeekday.map(({ had }) => had)
        .slice(0, 4),
    ).toEqual([1, 1, 1, 0]);
  });

  test('of any plan adds up to what there was, and is nobody’s who could not', () => {
    for (let seed = 1; seed <= repeats(40); seed++) {
      const { people } = fairnessOf(ground(randomPlan(seed)));
      for (const { key } of MEASURES) {
        const sum = people.reduce((all, { measures }) => all + beyondShare(measures[key]), 0);
        expect(sum).toBeCloseTo(0, 6);
      }
      expect(people.reduce((all, { over }) => all + beyondShare(over), 0)).toBeCloseTo(0, 3);
    }
  });
});

test('hours beyond the contract are shared out by contract, week by week', () => {
  const people = [person('ann', { contractMinutes: 480 }), person('bo', { contractMinutes: 960 })];
  const shifts = [shift('ann', 0, '9-17'), shift('ann', 1, '9-17'), shift('bo', 0, '9-17')];
  const week = plan({ people, shifts, rules: { breaks: [] } });
  expect(carried(week, 'ann').over).toEqual({ had: 480, planned: 0, expected: 160 });
  expect(carried(week, 'bo').over).toEqual({ had: 0, planned: 0, expected: 320 });
});

test('wishes count where somebody works otherwise; no shift is against none but nothing', () => {
  const people = [person('ann'), person('bo')];
  const shifts = [shift('ann', 0, '9-17'), shift('ann', 1, '9-17'), shift('bo', 0, '15-22')];
  const wishes = [
    { person: 'ann', date: MONDAY, kind: 'free' as const },
    { person: 'ann', date: MONDAY + 1, kind: 'early' as const },
    { person: 'ann', date: MONDAY + 2, kind: 'late' as const },
    { person: 'bo', date: MONDAY, kind: 'early' as const },
  ];
  const week = plan({ people, shifts });
  expect(carried(week, 'ann', { wishes }).wishes).toEqual({ had: 1, planned: 0, expected: 1.5 });
  expect(carried(week, 'bo', { wishes }).wishes).toEqual({ had: 1, planned: 0, expected: 0.5 });
});

test('kinds of shifts are counted by weekday and part of the day', () => {
  const people = [person('ann'), person('bo')];
  const week = plan({ people, shifts: [shift('ann', 4, '15-23'), shift('ann', 5, '7-15')] });
  const kinds = kindSharesOf(judge(week));
  expect(kinds.get('4 late')!.get('ann')).toEqual({ had: 1, planned: 0, expected: 0.5 });
  expect(kinds.get('4 late')!.get('bo')).toEqual({ had: 0, planned: 0, expected: 0.5 });
  expect([...kinds.keys()].sort()).toEqual(['4 late', '5 early']);
});

test('what a figure counts are its shifts, and its share is the part of all of them', () => {
  for (let seed = 1; seed <= repeats(40); seed++) {
    const of = randomPlan(seed);
    const wishes = of.people.map(({ id }, i) => ({
      person: id,
      date: MONDAY + (i % 7),
      kind: 'free' as const,
    }));
    const all = ground(of, { wishes });
    for (const { person: who, measures, wishes: unmet } of fairnessOf(all).people) {
      for (const { key } of MEASURES) {
        const { own, count, could, expected } = behind(all, who, key)!;
        expect([own.length, expected]).toEqual([
          measures[key].had + measures[key].planned,
          expect.closeTo(measures[key].expected, 9),
        ]);
        expect(could).toBeLessThanOrEqual(count);
        expect(could === 0).toBe(expected === 0);
      }
      const against = behind(all, who, 'wishes')!;
      expect([against.own.length, against.expected]).toEqual([
        unmet.had + unmet.planned,
        expect.closeTo(unmet.expected, 9),
      ]);
    }
  }
});

test('a site says itself from when on an end is late, a start early and a shift a night', () => {
  const shifts = [shift('ann', 0, '8-20'), shift('ann', 1, '14-22'), shift('ann', 2, '21-28')];
  const limits = { late: 20 * 60, early: 9 * 60, nightFrom: 22 * 60, nightTo: 5 * 60, nightMinutes: 420 };
  const counts = (more: object) => {
    const { late, early, night } = carried(plan({ people: [person('ann')], shifts }), 'ann', more).measures;
    return [late.had, early.had, night.had];
  };
  expect(counts({})).toEqual([2, 0, 1]);
  expect(counts({ limits })).toEqual([3, 1, 0]);
  expect(counts({ limits: { ...limits, nightMinutes: 360 } })).toEqual([3, 1, 1]);
});
