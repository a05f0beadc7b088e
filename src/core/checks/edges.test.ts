import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import { totalsOf } from '../consequences/totals';
import { decimalsOf, toMinor, units } from '../hours/money';
import type { SurroundingShift, OvertimeRules, Plan, YoungRule } from '../plan/types';
import { MONDAY, available, need, person, plan, shift, span } from '../testing';
import { DAY } from '../time/span';

// Where a figure lies exactly at an edge: ties, midnight, the last day, the clock change, a birthday.

const SUNDAY = 6;
const WEEK = [0, 1, 2, 3, 4, 5, 6];
const DAILY: OvertimeRules = { weekMinutes: null, multiplier: 1, day: [], after: [], seventhDay: null };

const amounts = (p: Plan, code: string) =>
  snagsOf(judge(p))
    .filter((snag) => snag.code === code)
    .map((snag) => snag.amount);

const around = (offset: number, times: string, site: string | null = 'chandlery'): SurroundingShift => ({
  person: 'ann',
  role: null,
  site,
  date: MONDAY + offset,
  ...span(times),
  break: null,
});

describe('short rest', () => {
  test('on equal starts the plan’s own shift is the first of its day', () => {
    const p = plan({
      shifts: [shift('ann', 1, '7-12')],
      surroundingShifts: [around(0, '15-23'), around(1, '7-9')],
    });
    expect(amounts(p, 'short-rest')).toEqual([480]);
  });

  test('on equal ends the plan’s own shift is the last of its day', () => {
    const p = plan({
      shifts: [shift('ann', 0, '18-23')],
      surroundingShifts: [around(0, '19-23'), around(1, '7-9')],
    });
    expect(amounts(p, 'short-rest')).toEqual([480]);
  });

  test('counts from the last part of a split day, and a rest of nothing is none', () => {
    const split = [shift('ann', 0, '9-12'), shift('ann', 0, '18-22'), shift('ann', 1, '6-9')];
    expect(amounts(plan({ shifts: split }), 'short-rest')).toEqual([480]);
    const adjoining = [shift('ann', 0, '18-24'), shift('ann', 1, '0-4')];
    expect(amounts(plan({ shifts: adjoining }), 'short-rest')).toEqual([]);
  });

  test('is not interrupted by a shift that the clock change leaves without length', () => {
    const p = plan({
      shifts: [
        shift('ann', SUNDAY - 1, '14-22'),
        shift('ann', SUNDAY, '1:30-2:15'),
        shift('ann', SUNDAY + 1, '9-12'),
      ],
      days: 8,
    });
    expect(amounts(p, 'short-rest')).toEqual([]);
    expect(amounts(p, 'bad-time')).toEqual([0]);
  });
});

describe('a young worker', () => {
  const rule = (underAge: number, more: Partial<YoungRule> = {}): YoungRule => ({
    underAge,
    from: 0,
    to: DAY,
    dayMinutes: null,
    weekMinutes: null,
    ...more,
  });
  const turning16 = (weekday: number) =>
    person('ann', { birthDate: MONDAY + weekday - 16 * 365 - 4 /* the leap days of 2012 to 2024 */ });
  const shifts = [0, 1, 2, 3, 4].map((day) => shift('ann', day, '9-17'));
  const young = (...rules: YoungRule[]) => plan({ people: [turning16(3)], shifts, rules: { young: rules } });

  test('in the week of a birthday is held to each age’s limit on its own dates', () => {
    // Three days of 8 h at 15, two at 16.
    expect(amounts(young(rule(16, { weekMinutes: 1200 })), 'young-worker')).toEqual([240]);
    expect(amounts(young(rule(18, { weekMinutes: 2000 })), 'young-worker')).toEqual([400]);
  });

  test('has the older limit held over the whole week, and the worst is told once', () => {
    const both = (older: number) =>
      amounts(young(rule(16, { weekMinutes: 1200 }), rule(18, { weekMinutes: older })), 'young-worker');
    expect(both(2400)).toEqual([240]);
    expect(both(2000)).toEqual([400]);
  });

  test('may work past midnight where the hours of the day before do', () => {
    const night = [shift('ann', 0, '0-1'), shift('ann', 1, '22-26')];
    const p = plan({
      people: [turning16(6)],
      shifts: night,
      rules: { young: [rule(16, { from: 1080, to: 1560 })] },
    });
    expect(amounts(p, 'young-worker')).toEqual([]);
  });
});

describe('weekly rest', () => {
  test('counts the rest under way at the start of the week from the last shift before it', () => {
    const shifts = [1, 2, 3, 4, 5, 6].map((day) => shift('ann', day, '9-20'));
    const since = (last: SurroundingShift) =>
      amounts(plan({ shifts, surroundingShifts: [last] }), 'no-weekly-rest');
    // Sunday 22:00 to Tuesday 9:00 are 35 h; an hour later they are one too few.
    expect(since(around(-1, '14-22'))).toEqual([]);
    expect(since(around(-1, '14-23'))).toEqual([34 * 60]);
  });

  test('is not asked of a week that is not whole', () => {
    const shifts = [0, 1, 2, 3, 4, 5].map((day) => shift('ann', day, '6-23'));
    expect(amounts(plan({ days: 6, shifts }), 'no-weekly-rest')).toEqual([]);
    expect(amounts(plan({ days: 7, shifts }), 'no-weekly-rest')).toHaveLength(1);
  });
});

test('days in a row lie on the first date over the limit on which the plan has a shift', () => {
  const elsewhere = [0, 1, 2, 3, 4, 5, 6].map((day) => around(day, '9-12'));
  const snags = snagsOf(
    judge(plan({ shifts: [shift('ann', 7, '9-12')], surroundingShifts: elsewhere, days: 14 })),
  ).filter((snag) => snag.code === 'days-in-a-row');
  expect(snags.map(({ date, amount }) => [date - MONDAY, amount])).toEqual([[7, 8]]);
  expect(
    amounts(plan({ shifts: [shift('ann', 0, '13-15')], surroundingShifts: elsewhere }), 'days-in-a-row'),
  ).toEqual([]);
});

test('who left before the week owes no hours in it, who leaves on its first day does', () => {
  const until = (employedTo: number) =>
    amounts(plan({ people: [person('ann', { contractMinutes: 600, employedTo })] }), 'under-contract');
  expect([until(MONDAY - 1), until(MONDAY)]).toEqual([[], [600]]);
});

test('part of a day of leave credits its share of a standard day', () => {
  const at = (from: number, to: number) => ({
    id: `l${from}`,
    from: MONDAY * DAY + from,
    to: MONDAY * DAY + to,
    state: 'approved' as const,
  });
  const short = (...leave: ReturnType<typeof at>[]) =>
    amounts(plan({ people: [person('ann', { contractMinutes: 2400, leave })] }), 'under-contract');
  expect(short(at(720, 1440))).toEqual([2400 - 240]);
  // Overlapping leave credits its minutes once.
  expect(short(at(720, 1440), at(600, 900))).toEqual([2400 - (840 / 1440) * 480]);
  expect(short(at(720, 2880))).toEqual([2400 - 720]);
});

test('hours elsewhere alone are no long week of this plan', () => {
  const people = [person('ann', { maxWeekMinutes: 60 })];
  expect(amounts(plan({ people, surroundingShifts: [around(0, '9-12')] }), 'long-week')).toEqual([]);
});

test('a budget that is just met is not passed', () => {
  const week = (minutes: number, cost: number) =>
    amounts(plan({ shifts: [shift('ann', 0, '9-17')], budget: { minutes, cost } }), 'over-budget');
  expect(week(480, 96)).toEqual([]);
  expect(week(479, 95.99)).toEqual([1, 0.01]);
});

test('an unpaid break known only in length is taken from the middle', () => {
  // 14:00 to 22:00 less an hour in the middle: 3.5 h on either side; the hour at the start would leave 4 h after 18:00.
  const rules = { overtime: { ...DAILY, after: [{ time: 1080, multiplier: 2 }] } };
  const cost = (times: string) =>
    totalsOf(
      judge(
        plan({
          shifts: [shift('ann', 0, times, { break: { minutes: 60, at: null, paid: false } })],
          rules,
        }),
      ),
    ).week.cost / 100;
  expect(cost('14-22')).toBe(12 * (3.5 + 3.5 * 2));
  expect(cost('17-22')).toBe(12 * (1 + 3 * 2));
});

test('half a minor unit is rounded away from zero', () => {
  // 0.01 an hour for half an hour.
  expect(toMinor({ whole: units(0.01) * 30, parts: [] }, decimalsOf('EUR'))).toBe(1);
  expect(toMinor({ whole: -units(0.01) * 30, parts: [] }, decimalsOf('EUR'))).toBe(-1);
});

describe('opening hours', () => {
  const nights = { openHours: WEEK.map(() => [span('18-26')]) };

  test('belong to the date they start on, after the last day too', () => {
    const judged = judge(plan({ site: nights, rules: { minimumOn: 1 } }));
    const gaps = snagsOf(judged).filter((snag) => snag.code === 'gap');
    expect(gaps.map(({ date, from, to }) => [date - MONDAY, from, to])).toEqual([
      [0, 1080, 1440],
      ...[1, 2, 3, 4, 5, 6].flatMap((day) => [
        [day, 0, 120],
        [day, 1080, 1440],
      ]),
      [7, 0, 120],
    ]);
    expect(judged.ranges[7]).toEqual({ from: 0, to: 120 });
  });

  test('of the day before are open, but ask for nobody here', () => {
    const p = plan({ site: nights, rules: { minimumOn: 1 }, shifts: [shift('ann', 0, '0-2')] });
    expect(amounts(p, 'closed')).toEqual([]);
    expect(judge(p).ranges[0]!.from).toBe(0);
  });

  test('that are not set ask for nobody and close nothing, but for a date that has its own', () => {
    const open = (dates: [number, { from: number; to: number }[]][]) =>
      plan({
        site: { openHours: null, openDates: new Map(dates) },
        rules: { minimumOn: 1 },
        shifts: [shift('ann', 0, '3-5')],
      });
    expect(amounts(open([]), 'gap')).toEqual([]);
    expect(amounts(open([]), 'closed')).toEqual([]);
    expect(amounts(open([[MONDAY, [span('4-6')]]]), 'gap')).toEqual([1]);
    expect(amounts(open([[MONDAY, [span('4-6')]]]), 'closed')).toEqual([60]);
  });
});

test('what is not available wins, also into a date on which nothing else is said', () => {
  const nights = { ...available([0], '20-28', 'not-available'), until: MONDAY };
  const people = [person('ann', { availability: [nights] })];
  expect(amounts(plan({ people, shifts: [shift('ann', 1, '2-6')] }), 'not-available')).toEqual([120]);
  expect(amounts(plan({ people, shifts: [shift('ann', 1, '4-6')] }), 'not-available')).toEqual([]);
  expect(amounts(plan({ people, needs: [need('bar', 0, '9-10')] }), 'gap')).toEqual([1]);
});
