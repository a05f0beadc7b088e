import { describe, expect, test } from '@jest/globals';
import { planContext } from '../plan/plan-context';
import type { OvertimeRules } from '../plan/types';
import { MONDAY, person, plan } from '../testing';
import type { ClockRules } from './clock-rules';
import { entriesOf } from './entries';
import { workedPay } from './pay-lines';
import { round, type RoundingWay } from './rounding';
import { AS_CLOCKED, clockOf, day, punchesOf, spanAt } from './testing';

const OPEN: OvertimeRules = { weekMinutes: null, multiplier: 1, day: [], after: [], seventhDay: null };

/** What a person with one rate is paid for some days, written `8-18` each, with breaks `12-12:30`. */
function paid(
  days: readonly (readonly string[])[],
  overtime: Partial<OvertimeRules>,
  rate = 12,
  rules: ClockRules = AS_CLOCKED,
) {
  const who = person('p', { roles: [{ role: 'bar', until: null, hourlyRate: rate }] });
  const context = planContext(plan({ people: [who], rules: { overtime: { ...OPEN, ...overtime } } }));
  const punches = days.flatMap((spans, weekday) => punchesOf('p', MONDAY + weekday, spans));
  const planned = days.flatMap((spans, weekday) =>
    spans.length > 0
      ? [spanAt(MONDAY + weekday, `${spans[0].split('-')[0]}-${spans.at(-1)!.split('-')[1]}`)]
      : [],
  );
  const entries = entriesOf({ ...clockOf({ rules: [rules] }), punches, planned });
  return workedPay(context, who, entries, { first: MONDAY, days: 7 }, 2);
}

const minutesAt = ({ lines }: ReturnType<typeof paid>, multiplier: number) =>
  lines.reduce((sum, line) => (line.multiplier === multiplier ? sum + line.minutes : sum), 0);

/** US 29 CFR 785.48(b), from memory: to the nearest 5 min, tenth or quarter of an hour, as long as it averages out. */
describe('rounding of punches', () => {
  test.each([
    [8 * 60 + 56, 5, 'nearest', 8 * 60 + 55],
    [8 * 60 + 58, 5, 'nearest', 9 * 60],
    [8 * 60 + 56, 6, 'nearest', 8 * 60 + 54],
    [8 * 60 + 57, 6, 'nearest', 9 * 60],
    [8 * 60 + 52, 15, 'nearest', 8 * 60 + 45],
    [8 * 60 + 53, 15, 'nearest', 9 * 60],
    [9 * 60 + 1, 15, 'up', 9 * 60 + 15],
    [9 * 60 + 14, 15, 'down', 9 * 60],
  ] as const)('%i to %i, %s: %i', (minutes, step, way, counted) => {
    expect(round(minutes, { step, way })).toBe(counted);
  });

  test.each([1, 5, 6, 10, 15, 30])('to the nearest %i min averages out over all minutes', (step) => {
    const ways: [RoundingWay, (off: number) => boolean][] = [
      ['nearest', (off) => Math.abs(off) <= step / 2],
      ['up', (off) => off >= 0 && off < step],
      ['down', (off) => off <= 0 && off > -step],
    ];
    for (const [way, isNear] of ways) {
      const off = Array.from({ length: 1440 }, (_, minute) => round(minute, { step, way }) - minute);
      expect(off.every(isNear)).toBe(true);
      // Half a step that goes up leaves half a minute for even steps, and nothing for odd ones.
      const mean = off.reduce((sum, one) => sum + one, 0) / off.length;
      if (way === 'nearest') expect(mean).toBeCloseTo(step % 2 === 0 ? 0.5 : 0, 10);
    }
  });
});

/** US 29 CFR 785.18 and 785.19, from memory: a rest of 5 to 20 min is paid, a meal period of 30 min or more is not. */
test.each([
  ['12-12:20', 480],
  ['12-12:21', 480 - 21],
  ['12-12:30', 450],
])('a break %s of eight hours leaves %i paid minutes', (rest, minutes) => {
  const [from, to] = rest.split('-');
  const entries = day([`8-${from}`, `${to}-16`], {
    rules: [{ ...AS_CLOCKED, breaks: { kind: 'clocked', paidUpTo: 20 } }],
  });
  expect(entries[0].worked).toBe(minutes);
});

/** US 29 CFR 778.110(a), from memory: 46 hours at 12.00 with time and a half over 40 hours are 588.00. */
test('46 hours at 12.00 are paid 588.00', () => {
  const week = [['8-18'], ['8-18'], ['8-18'], ['8-16'], ['8-16']];
  const found = paid(week, { weekMinutes: 2400, multiplier: 1.5 });
  expect(found.cost).toBe(588_00);
  expect([minutesAt(found, 1), minutesAt(found, 1.5)]).toEqual([2400, 360]);
});

/**
 * US 29 CFR 778.115, from memory: overtime of a week at two rates is built on their weighted average. 30 h at 10.00 and 15 h at
 * 16.00 earn 540.00, on average 12.00 an hour; 5 h of overtime add half of that each: 570.00.
 */
test('overtime of a week at two rates goes by the weighted average', () => {
  const who = person('p', {
    roles: [
      { role: 'bar', until: null, hourlyRate: 10 },
      { role: 'floor', until: null, hourlyRate: 16 },
    ],
  });
  const overtime = { ...OPEN, weekMinutes: 2400, multiplier: 1.5 };
  const context = planContext(plan({ people: [who], rules: { overtime } }));
  // Nine hours a day: the last five of Thursday and ten of Friday to Saturday at the other role, changed at the clock.
  const punches = [0, 1, 2].flatMap((weekday) => punchesOf('p', MONDAY + weekday, ['8-18']));
  punches.push(...punchesOf('p', MONDAY + 3, ['8-18'], { change: { time: '8', role: 'floor' } }));
  punches.push(...punchesOf('p', MONDAY + 4, ['8-13'], { change: { time: '8', role: 'floor' } }));
  const planned = [0, 1, 2, 3].map((weekday) => spanAt(MONDAY + weekday, '8-18'));
  planned.push(spanAt(MONDAY + 4, '8-13'));
  const entries = entriesOf({ ...clockOf({ rules: [AS_CLOCKED] }), punches, planned });
  const { cost, lines } = workedPay(context, who, entries, { first: MONDAY, days: 7 }, 2);
  expect(
    lines.filter(({ work }) => work.role === 'floor').reduce((sum, { minutes }) => sum + minutes, 0),
  ).toBe(900);
  expect(cost).toBe(570_00);
});

/** California Labor Code §510, from memory: over 8 h a day time and a half, over 12 h double. */
test('a day of 13 hours is paid 8 regular, 4 at one and a half and 1 double', () => {
  const day = [
    { overMinutes: 480, multiplier: 1.5 },
    { overMinutes: 720, multiplier: 2 },
  ];
  const found = paid([['7-20']], { day }, 20);
  expect([1, 1.5, 2].map((multiplier) => minutesAt(found, multiplier))).toEqual([480, 240, 60]);
  expect(found.cost).toBe((8 * 20 + 4 * 30 + 40) * 100);
});

/** Common practice: four days of ten hours are a full week, and no overtime where only the week counts. */
test('four ten-hour days are 40 hours without overtime', () => {
  const found = paid([['8-18'], ['8-18'], ['8-18'], ['8-18']], { weekMinutes: 2400, multiplier: 1.5 });
  expect([minutesAt(found, 1), minutesAt(found, 1.5)]).toEqual([2400, 0]);
});

/** Common practice: late is who comes more than five minutes after the start. */
test.each([
  ['9:00', null],
  ['9:05', null],
  ['9:06', 6],
])('in at %s for 9:00', (time, late) => {
  const [entry] = day([`${time}-17`], {
    planned: [spanAt(MONDAY, '9-17')],
    rules: [{ ...AS_CLOCKED, late: { grace: 5, from: 'planned' } }],
  });
  expect(entry.exceptions.find(({ code }) => code === 'late')?.minutes ?? null).toBe(late);
});
