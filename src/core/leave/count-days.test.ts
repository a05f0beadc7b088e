import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseDate } from '../time/day';
import { DAY, type Span } from '../time/span';
import { WHOLE_DAY, nearestSteps, roundedTo } from './amount';
import { type LeaveGround, amountOf, countDays } from './count-days';

const at = (date: string) => parseDate(date)!;
/** Whole days from one date to another, both of them. */
const days = (from: string, to: string): Span => ({ from: at(from) * DAY, to: (at(to) + 1) * DAY });
const part = (date: string, from: number, to: number): Span => ({
  from: at(date) * DAY + from * 60,
  to: at(date) * DAY + to * 60,
});
const WEEK = [480, 480, 480, 480, 480, 0, 0];
const ground = (more: Partial<LeaveGround> = {}): LeaveGround => ({
  ...{ unit: 'days', counting: 'usual-week', weekend: [5, 6], usualWeek: WEEK, standardDay: 456 },
  ...{ holidays: new Map(), employedFrom: null, employedTo: null, away: [] },
  ...more,
});
const counted = (span: Span, more?: Partial<LeaveGround>) =>
  amountOf(countDays(span, ground(more))) / WHOLE_DAY;

describe('whole days', () => {
  test('say of each that does not count why', () => {
    const told = countDays(
      days('2027-04-02', '2027-04-09'),
      ground({
        holidays: new Map([[at('2027-04-08'), 'Harbour Day']]),
        usualWeek: [480, 0, 480, 480, 480, 0, 0],
        away: [days('2027-04-07', '2027-04-07')],
        employedTo: at('2027-04-08'),
      }),
    );
    expect(told.map(({ amount, words }) => [amount, words])).toEqual([
      [1000, ''],
      [0, 'Sat 3: weekend'],
      [0, 'Sun 4: weekend'],
      [1000, ''],
      [0, 'Tue 6: day off'],
      [0, 'Wed 7: already away'],
      [0, 'Thu 8: Harbour Day'],
      [0, 'Fri 9: after the last day here'],
    ]);
  });

  test('count by the weekend of the site where nobody said how somebody works, or the kind says so', () => {
    const span = days('2027-03-29', '2027-04-04');
    expect(counted(span, { usualWeek: null })).toBe(5);
    expect(counted(span, { usualWeek: null, weekend: [4, 5] })).toBe(5);
    expect(counted(span, { counting: 'weekend', usualWeek: [0, 0, 480, 0, 0, 0, 0] })).toBe(5);
    expect(counted(span, { usualWeek: [0, 0, 480, 0, 0, 480, 0] })).toBe(2);
    expect(counted(span, { counting: 'calendar', holidays: new Map([[at('2027-03-30'), 'x']]) })).toBe(7);
  });

  test('before hiring count for nothing', () => {
    expect(counted(days('2027-03-29', '2027-04-02'), { employedFrom: at('2027-03-31') })).toBe(3);
  });

  test('in hours are the hours usually worked, else a standard day', () => {
    const hours = (more: Partial<LeaveGround>) =>
      amountOf(countDays(days('2027-03-29', '2027-03-30'), ground({ unit: 'hours', ...more })));
    expect(hours({ usualWeek: [300, 600, 0, 0, 0, 0, 0] })).toBe(900);
    expect(hours({ usualWeek: null })).toBe(912);
  });

  test('over the night of the clock change are as long as any', () => {
    expect(
      amountOf(countDays(days('2027-03-28', '2027-03-28'), ground({ unit: 'hours', counting: 'calendar' }))),
    ).toBe(456);
  });
});

describe('a part of a day', () => {
  test('is a whole day, half a day, or its hours, by the unit', () => {
    const morning = part('2027-03-29', 9, 13);
    expect(counted(morning)).toBe(1);
    expect(counted(morning, { unit: 'half-days' })).toBe(0.5);
    expect(counted(part('2027-03-29', 9, 13.5), { unit: 'half-days' })).toBe(1);
    expect(amountOf(countDays(morning, ground({ unit: 'hours' })))).toBe(240);
  });

  test('never takes more hours than the day has', () => {
    expect(amountOf(countDays(part('2027-03-29', 0, 20), ground({ unit: 'hours' })))).toBe(480);
  });

  test('beside leave that is approved takes what is left of it, and says so', () => {
    const away = [part('2027-03-29', 9, 13)];
    const [day] = countDays(part('2027-03-29', 12, 17), ground({ unit: 'hours', away }));
    expect(day).toMatchObject({ amount: 240, why: 'away', words: 'Mon 29: partly away already' });
  });
});

test('counting is additive over spans of whole days that touch', () => {
  const flags = fc.array(fc.integer({ min: 0, max: 600 }), { minLength: 7, maxLength: 7 });
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 1, max: 20 }),
      fc.integer({ min: 1, max: 20 }),
      flags,
      fc.constantFrom<LeaveGround['unit']>('days', 'half-days', 'hours'),
      fc.constantFrom<LeaveGround['counting']>('usual-week', 'weekend', 'calendar'),
      (start, a, b, usualWeek, unit, counting) => {
        const first = at('2027-03-01') + start;
        const on = ground({ usualWeek, unit, counting, holidays: new Map([[first + 3, 'x']]) });
        const span = (from: number, length: number) => ({ from: from * DAY, to: (from + length) * DAY });
        const both = [...countDays(span(first, a), on), ...countDays(span(first + a, b), on)];
        expect(countDays(span(first, a + b), on)).toEqual(both);
      },
    ),
  );
});

describe('steps', () => {
  test.each([
    [6 * 60, 4 * 60, 4 * 60, 8 * 60],
    [16 * 60, 4 * 60, 16 * 60, 16 * 60],
    [750, 500, 500, 1000],
  ])(
    'of %d minutes or thousandths in steps of %d there are %d below and %d above',
    (amount, step, below, above) => {
      expect(nearestSteps(amount, step)).toEqual({ below, above });
    },
  );

  test('round half away from zero, and shares that end a hair beside a step to it', () => {
    expect([roundedTo(250, 500, 'nearest'), roundedTo(-250, 500, 'nearest')]).toEqual([500, -500]);
    expect(roundedTo(0.1 * 3 * 1000, 100, 'down')).toBe(300);
    expect([roundedTo(1, 500, 'up'), roundedTo(499, 500, 'down')]).toEqual([500, 0]);
  });
});

describe('minutes that count for the contract', () => {
  const ground: LeaveGround = {
    ...{ unit: 'days', counting: 'calendar', weekend: [5, 6], usualWeek: null, standardDay: 456 },
    ...{
      holidays: new Map([[parseDate('2027-03-26')!, 'Harbour Day']]),
      employedFrom: null,
      employedTo: null,
    },
    away: [],
  };
  const week = { from: parseDate('2027-03-22')! * DAY, to: parseDate('2027-03-29')! * DAY };

  test('are those of days of work alone, also where all days count', () => {
    const days = countDays(week, ground);
    expect(days.map(({ amount }) => amount)).toEqual(Array(7).fill(WHOLE_DAY));
    expect(days.map(({ minutes }) => minutes)).toEqual([456, 456, 456, 456, 0, 0, 0]);
  });

  test('are those of the usual week, and of a half day half of them', () => {
    const usual = { ...ground, counting: 'usual-week' as const, usualWeek: [570, 0, 570, 0, 0, 0, 0] };
    expect(countDays(week, usual).map(({ minutes }) => minutes)).toEqual([570, 0, 570, 0, 0, 0, 0]);
    const half = { from: week.from, to: week.from + 200 };
    expect(countDays(half, { ...usual, unit: 'half-days' })[0]).toMatchObject({ amount: 500, minutes: 285 });
    expect(countDays(half, { ...usual, unit: 'hours' })[0]).toMatchObject({ amount: 200, minutes: 200 });
    expect(countDays(half, { ...usual, usualWeek: null, standardDay: 0, unit: 'hours' })[0].minutes).toBe(0);
  });
});
