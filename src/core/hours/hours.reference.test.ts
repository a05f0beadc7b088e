import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import { totalsOf } from '../consequences/totals';
import type { OvertimeRules, Plan } from '../plan/types';
import { EVERY_DAY, person, plan, shift } from '../testing';

const BREAKS = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
const PLAIN: OvertimeRules = { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null };
const CALIFORNIA: OvertimeRules = {
  ...PLAIN,
  day: [
    { overMinutes: 480, multiplier: 1.5 },
    { overMinutes: 720, multiplier: 2 },
  ],
  seventhDay: { multiplier: 1.5, overMinutes: 480, thenMultiplier: 2 },
};

function cost(p: Plan): number {
  return totalsOf(judge(p)).week.cost / 100;
}

function overtime(p: Plan): number {
  return totalsOf(judge(p)).week.overtimeMinutes / 60;
}

describe('weekly overtime', () => {
  test('46 h at 12.00, time and a half over 40 h: 588.00', () => {
    // Source: US 29 CFR 778.110(a), from memory.
    const shifts = [9, 9, 9, 9, 10].map((hours, day) => shift('ann', day, `8-${8 + hours}`));
    expect(cost(plan({ shifts, rules: { overtime: PLAIN } }))).toBe(588);
  });

  test('at two rates is built on the weighted average', () => {
    // Source: US 29 CFR 778.115, from memory. 30 h at 12 and 16 h at 10 are 520; 6 h at half of 520/46 more.
    const shifts = [
      ...[0, 1, 2].map((day) => shift('ann', day, '8-18')),
      ...[3, 4].map((day) => shift('ann', day, '8-16', { role: 'floor' })),
    ];
    const expected = 520 + (6 * 0.5 * 520) / 46;
    expect(cost(plan({ shifts, rules: { overtime: PLAIN } }))).toBe(Number(expected.toFixed(2)));
  });

  test('four 10-hour days make a 40-hour week: none by the week, 8 h by the day', () => {
    // Source: common practice; arithmetic.
    const shifts = [0, 1, 2, 3].map((day) => shift('ann', day, '8-18'));
    expect(overtime(plan({ shifts, rules: { overtime: PLAIN } }))).toBe(0);
    const daily = { ...PLAIN, day: [{ overMinutes: 480, multiplier: 1.5 }] };
    expect(overtime(plan({ shifts, rules: { overtime: daily } }))).toBe(8);
  });
});

describe('daily tiers and the seventh day', () => {
  // Source: California Labor Code §510, from memory.
  test('over 8 h in a day at 1.5, over 12 h at 2', () => {
    const p = plan({ shifts: [shift('ann', 0, '6-20')], rules: { overtime: CALIFORNIA } });
    expect(cost(p)).toBe(12 * (8 + 4 * 1.5 + 2 * 2));
  });

  test('the seventh day in a row: the first 8 h at 1.5, then 2', () => {
    const days = EVERY_DAY.map((_, day) => shift('ann', day, day === 6 ? '8-18' : '8-12'));
    const p = plan({ site: { timeZone: 'UTC' }, shifts: days, rules: { overtime: CALIFORNIA } });
    expect(cost(p)).toBe(12 * (6 * 4 + 8 * 1.5 + 2 * 2));
  });

  test('a minute that qualifies twice is paid once, at the highest, and leaves the weekly sum', () => {
    const rules: OvertimeRules = { ...CALIFORNIA, after: [{ time: 1200, multiplier: 1.25 }] };
    const long = shift('ann', 0, '10-22');
    // 12 h: the last 4 are over 8 h (1.5), of which 2 also after 20:00 (1.25).
    const p = plan({ shifts: [long], rules: { overtime: { ...rules, weekMinutes: 480 } } });
    expect(cost(p)).toBe(12 * (8 + 4 * 1.5));
    expect(overtime(p)).toBe(4);
  });

  test('after a time of day holds on past midnight', () => {
    // Source: common practice.
    const night = { ...PLAIN, after: [{ time: 1320, multiplier: 1.25 }] };
    const p = plan({ shifts: [shift('ann', 0, '20-26')], rules: { overtime: night } });
    expect(cost(p)).toBe(12 * (2 + 4 * 1.25));
  });
});

describe('paid time', () => {
  test('a shift of 6 h or more, exactly 6:00 too, loses half an hour', () => {
    // Source: common practice.
    const p = plan({
      shifts: [shift('ann', 0, '9-15'), shift('bo', 0, '9-14:59')],
      rules: { breaks: BREAKS },
    });
    expect(totalsOf(judge(p)).people.map((line) => line.paidMinutes)).toEqual([330, 359]);
  });

  test('a rest of 15 min is paid, a meal of 30 min off duty is not', () => {
    // Source: US 29 CFR 785.18 and 785.19, from memory.
    const rest = { minutes: 15, at: null, paid: true };
    const meal = { minutes: 30, at: null, paid: false };
    const p = plan({
      shifts: [shift('ann', 0, '9-14', { break: rest }), shift('bo', 0, '9-14', { break: meal })],
      rules: { breaks: BREAKS },
    });
    expect(totalsOf(judge(p)).people.map((line) => line.paidMinutes)).toEqual([300, 270]);
  });

  test('a night over the spring clock change is an hour shorter', () => {
    // Source: IANA time zone database: Lisbon goes from 1:00 to 2:00 on 28 March 2027.
    const p = plan({ people: [person('ann')], shifts: [shift('ann', 5, '22-30')] });
    expect(totalsOf(judge(p)).week).toMatchObject({ paidMinutes: 420, cost: 8400 });
  });
});

describe('rests of the working time directive', () => {
  const codes = (p: Plan) => snagsOf(judge(p)).map((snag) => snag.code);

  test('11 consecutive hours a day', () => {
    // Source: Directive 2003/88/EC Art. 3, from memory.
    const until = (start: string) => plan({ shifts: [shift('ann', 0, '14-22'), shift('ann', 1, start)] });
    expect(codes(until('9-12'))).not.toContain('short-rest');
    expect(codes(until('8:59-12'))).toContain('short-rest');
  });

  test('24 h and the daily 11 h without interruption a week', () => {
    // Source: Directive 2003/88/EC Art. 5, from memory.
    const days = [0, 1, 2, 3, 5, 6].map((day) => shift('ann', day, '8-20'));
    const begin = (start: string) =>
      plan({ shifts: [...days.filter((s) => s.date !== days[4].date), shift('ann', 5, start)] });
    expect(codes(begin('7-20'))).not.toContain('no-weekly-rest');
    expect(codes(begin('6:59-20'))).toContain('no-weekly-rest');
  });

  test('a break where the working day is longer than 6 h', () => {
    // Source: Directive 2003/88/EC Art. 4, from memory.
    const without = (times: string) =>
      plan({
        shifts: [shift('ann', 0, times, { break: { minutes: 0, at: null, paid: false } })],
        rules: { breaks: BREAKS },
      });
    expect(codes(without('9-15'))).not.toContain('no-break');
    expect(codes(without('9-15:01'))).toContain('no-break');
  });

  test('hours of 14 and 15 year olds', () => {
    // Source: US 29 CFR 570.35, from memory: 8 h on a day without school, between 7:00 and 19:00.
    const young = (times: string) =>
      plan({
        people: [person('ann', { birthDate: plan().from - 15 * 365 })],
        shifts: [shift('ann', 5, times)],
        rules: { young: [{ underAge: 16, from: 420, to: 1140, dayMinutes: 480, weekMinutes: 2400 }] },
      });
    expect(codes(young('7-15'))).not.toContain('young-worker');
    expect(codes(young('11-19'))).not.toContain('young-worker');
    expect(codes(young('11:01-19:01'))).toContain('young-worker');
    expect(codes(young('7-15:01'))).toContain('young-worker');
  });
});
