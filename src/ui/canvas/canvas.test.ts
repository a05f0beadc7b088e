import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge } from '@/core/consequences/judge';
import { need, plan, shift, span } from '@/core/testing';
import { WEEKDAYS } from '@/core/time/day';
import { labelOf } from './bar';
import { lanesOf } from './row';
import { hoursOf, scaleOf, ticksOf, timeAt, xOf } from './scale';
import { skylineOf } from './skyline';

describe('the scale', () => {
  const scale = scaleOf({ from: 420, to: 1500 }, 1, 3, 900);

  test('finds the day and minute that was drawn', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 14, max: 49 }), (day, half) => {
        const minute = half * 30;
        expect(timeAt(scale, xOf(scale, day, minute) + 0.01, 30)).toEqual({ day, minute });
      }),
    );
  });

  test('keeps what lies outside at its edge', () => {
    expect(xOf(scale, 1, 0)).toBe(xOf(scale, 1, 420));
    expect(xOf(scale, 1, 2000)).toBe(xOf(scale, 1, 1500));
  });

  test('writes no hour so near the next that they touch', () => {
    for (const width of [300, 700, 2000]) {
      const one = scaleOf({ from: 420, to: 1500 }, 0, 7, width);
      const xs = ticksOf(one).map((minute) => xOf(one, 0, minute));
      expect(xs.every((x, i) => i === 0 || x - xs[i - 1] >= 23)).toBe(true);
    }
  });

  test('shows from the earliest start to the latest end, over midnight too, at most a day', () => {
    const open = WEEKDAYS.map(() => [span('9-17')]);
    const hours = (shifts: ReturnType<typeof shift>[]) =>
      hoursOf(judge(plan({ site: { openHours: open }, shifts })));
    expect(hours([])).toEqual({ from: 540, to: 1020 });
    expect(hours([shift('ann', 0, '7:30-25:10')])).toEqual({ from: 420, to: 1560 });
    expect(hours([shift('ann', 0, '6-14'), shift('bo', 0, '22-32')])).toEqual({ from: 360, to: 1800 });
  });
});

test('a label stays inside its bar and shortens in steps', () => {
  const look = { name: 'Kitchen', mark: 'K' };
  const at = (room: number) => labelOf(570, 1050, '24', look, room);
  expect(at(200)).toEqual({ time: '9:30–17:30', role: 'Kitchen' });
  expect(at(65)).toEqual({ time: '9:30–17:30', role: 'K' });
  expect(at(52)).toEqual({ time: '9:30–17:30', role: null });
  expect(at(35)).toEqual({ time: '9½–17½', role: null });
  expect(at(14)).toEqual({ time: '9½', role: null });
  expect(at(4)).toEqual({ time: '', role: null });
});

test('shifts that overlap lie in lanes of their own, others share one', () => {
  expect(lanesOf([span('9-12'), span('12-15'), span('14-17'), span('15-16')])).toEqual({
    of: [0, 0, 1, 0],
    count: 2,
  });
});

describe('the skyline', () => {
  const judged = judge(
    plan({
      needs: [need('bar', 0, '9-11', 2), need('floor', 0, '9-11')],
      shifts: [shift('ann', 0, '9-11'), shift('bo', 0, '9-10')],
    }),
  );
  const scale = scaleOf({ from: 540, to: 660 }, 0, 7, 700);

  test('of all roles adds up what they need and names who is short of whom', () => {
    const [first, , third] = skylineOf(judged, null, 0, scale);
    expect(first).toMatchObject({ staffed: 2, needed: 3, gap: 1, gaps: [{ row: 1, missing: 1 }] });
    expect(third).toMatchObject({
      staffed: 1,
      needed: 3,
      gap: 2,
      gaps: [
        { row: 0, missing: 1 },
        { row: 1, missing: 1 },
      ],
    });
  });

  test('of one role shows only that', () => {
    expect(skylineOf(judged, 1, 0, scale)[0]).toMatchObject({ staffed: 0, needed: 1, gap: 1 });
  });
});
