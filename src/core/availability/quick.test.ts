import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import { availabilityAt } from '../reference/naive-ground';
import { richPlan } from '../reference/rich-plans';
import { MONDAY, available, person, repeats, span } from '../testing';
import { DAY } from '../time/span';
import { availabilityOf, availabilityOn, isPlainlyAvailable } from './allowed';
import { normalized } from './normalize';
import { supplyOf, whoCould } from './supply';
import { type WeekBlock, minutesByWeekday } from './week-blocks';

const SEEDS = Array.from({ length: repeats(12) }, (_, i) => i);

/** The minutes of a date that some spans hold. */
const minutesIn = (spans: readonly { from: number; to: number }[]) =>
  Array.from({ length: DAY }, (_, t) => spans.some(({ from, to }) => from <= t && t < to));

test.each(SEEDS)('a date is what its minutes are one by one, plan %i', (seed) => {
  const { people, from, days } = richPlan(seed);
  for (const one of people)
    for (let date = from - 1; date < from + Math.min(days, 8); date++) {
      const said = Array.from({ length: DAY }, (_, t) => availabilityAt(one, date * DAY + t));
      const { allowed, ratherNot } = availabilityOn(one, date);
      expect(minutesIn(allowed)).toEqual(said.map((what) => what !== 'not'));
      expect(minutesIn(ratherNot)).toEqual(said.map((what) => what === 'rather'));
      expect(availabilityOf(one)(date)).toEqual({ allowed, ratherNot });
      // The quick look may miss that somebody is free, but never that they are not.
      for (let start = 0; start < DAY; start += 90) {
        const at = { from: start, to: Math.min(DAY, start + 240) };
        if (isPlainlyAvailable(one, date, at))
          expect(said.slice(at.from, at.to).every((what) => what === 'free')).toBe(true);
      }
    }
});

describe('the quick look', () => {
  const day = (...entries: ReturnType<typeof available>[]) => person('ann', { availability: entries });
  const always = available([0, 1, 2, 3, 4, 5, 6], '8-18');
  test.each<[string, Parameters<typeof isPlainlyAvailable>[0], string, boolean]>([
    ['nothing said', day(), '0-24', true],
    ['inside', day(always), '9-17', true],
    ['all of it', day(always), '8-18', true],
    ['a minute early', day(always), '7:59-17', false],
    ['a minute late', day(always), '9-18:01', false],
    ['past midnight', day(available([0, 1], '8-30')), '20-25', false],
    ['to midnight', day(available([0, 1], '8-30')), '20-24', true],
    ['another weekday', day(available([1], '8-18')), '9-17', false],
    ['not in force', day({ ...always, until: MONDAY - 1 }), '9-17', false],
    ['rather not beside it', day(always, available([0], '6-9', 'rather-not')), '9-17', true],
    ['rather not into it', day(always, available([0], '6-9:01', 'rather-not')), '9-17', false],
    ['rather not behind it', day(always, available([0], '17-19', 'rather-not')), '9-17', true],
    ['rather not at its end', day(always, available([0], '16:59-19', 'rather-not')), '9-17', false],
    ['rather not on another day', day(always, available([1], '9-17', 'rather-not')), '9-17', true],
    ['the night before', day(always, available([6], '22-33', 'not-available')), '8-17', false],
    ['the night before, until then', day(always, available([6], '22-32', 'not-available')), '8-17', true],
    ['the night before, until midnight', day(always, available([6], '8-24', 'not-available')), '8-17', true],
    [
      'the night before, in force until then',
      day(always, { ...available([6], '22-33', 'not-available'), until: MONDAY - 1 }),
      '8-17',
      false,
    ],
    [
      'the night before, in force before that',
      day(always, { ...available([6], '22-33', 'not-available'), until: MONDAY - 2 }),
      '8-17',
      true,
    ],
  ])('%s', (_, one, times, expected) => {
    expect(isPlainlyAvailable(one, MONDAY, span(times))).toBe(expected);
  });
});

describe('a week spelled out', () => {
  const block = (weekday: number, times: string, kind: WeekBlock['kind'] = 'available'): WeekBlock => ({
    weekday,
    ...span(times),
    kind,
  });
  test.each<[string, WeekBlock[], WeekBlock[]]>([
    ['what is named stays', [block(0, '9-17')], [block(0, '9-17')]],
    [
      'not available is taken out of it',
      [block(0, '9-17'), block(0, '12-13', 'not-available')],
      [block(0, '9-12'), block(0, '13-17')],
    ],
    [
      'rather not is laid over it, in order of time',
      [block(0, '9-17'), block(0, '8-10', 'rather-not')],
      [block(0, '8-10', 'rather-not'), block(0, '10-17')],
    ],
    [
      'where nothing is named all is, but for what is said',
      [block(2, '12-14', 'rather-not'), block(2, '20-24', 'not-available')],
      [
        ...[0, 1].map((day) => block(day, '0-24')),
        block(2, '0-12'),
        block(2, '12-14', 'rather-not'),
        block(2, '14-20'),
        ...[3, 4, 5, 6].map((day) => block(day, '0-24')),
      ],
    ],
  ])('%s', (_, blocks, expected) => {
    expect(normalized(blocks)).toEqual(expected);
  });

  test.each<[WeekBlock[], number]>([
    [[block(0, '9-17')], 480],
    [[block(0, '9-17'), block(0, '12-13', 'not-available')], 420],
    [[block(0, '9-17'), block(0, '16-20', 'rather-not')], 660],
    [[block(6, '22-26')], 240],
    [[block(0, '9-17', 'not-available')], 7 * DAY - 480],
    [[block(0, '9-17', 'rather-not')], 7 * DAY],
    [[], 7 * DAY],
  ])('%#: has its minutes', (blocks, minutes) => {
    expect(minutesByWeekday(blocks).reduce((sum, day) => sum + day, 0)).toBe(minutes);
  });
});

test.each(SEEDS.slice(0, 4))('who could work is counted minute by minute, plan %i', (seed) => {
  const plan = richPlan(seed);
  const judgement = judge(plan);
  const could = supplyOf(judgement);
  const rows = [...plan.roles.map(({ id }) => id), null];
  const isFree = (one: (typeof plan.people)[number], date: number, t: number) =>
    availabilityAt(one, date * DAY + t) !== 'not' &&
    !one.leave.some(
      ({ from, to, state }) => state === 'approved' && from <= date * DAY + t && date * DAY + t < to,
    );
  const holds = (one: (typeof plan.people)[number], date: number, role: string | null) =>
    (one.employedFrom ?? date) <= date &&
    (one.employedTo ?? date) >= date &&
    one.roles.some((held) => (role === null || held.role === role) && (held.until ?? date) >= date);
  rows.forEach((role, row) => {
    for (let day = 0; day < plan.days; day++) {
      const date = plan.from + day;
      const counted = Array.from(
        { length: DAY },
        (_, t) => plan.people.filter((one) => holds(one, date, role) && isFree(one, date, t)).length,
      );
      expect([...could[row].subarray(day * DAY, (day + 1) * DAY)]).toEqual(counted);
      const at = { from: 540, to: 600 };
      const named = plan.people.filter(
        (one) =>
          holds(one, date, role) &&
          Array.from({ length: 60 }, (_, i) => 540 + i).every((t) => isFree(one, date, t)),
      );
      expect(whoCould(judgement, row, day, at)).toEqual(named);
    }
    expect(could[row].subarray(plan.days * DAY).every((n) => n === 0)).toBe(true);
  });
});
