import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge } from '@/core/consequences/judge';
import { need, plan, shift, span } from '@/core/testing';
import { WEEKDAYS } from '@/core/time/day';
import { labelOf } from './bar-label';
import { lanesOf } from './row';
import { hoursOf, scaleOf, ticksOf, timeAt, xOf } from './scale';
import { type SkylineBlock, gapLabels, skylineOf } from './skyline';

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

  const open = WEEKDAYS.map(() => [span('9-17')]);
  const judged = (shifts: ReturnType<typeof shift>[], openHours: typeof open | null = open) =>
    judge(plan({ site: { openHours }, shifts }));

  test('shows opening hours, and shifts as far as they are usual or reach a little further', () => {
    expect(hoursOf(judged([]))).toEqual({ from: 540, to: 1020 });
    expect(hoursOf(judged([shift('ann', 0, '7:30-18:10')]))).toEqual({ from: 420, to: 1140 });
    const night = shift('bo', 0, '22-32');
    expect(hoursOf(judged([shift('ann', 0, '6-14'), night]))).toEqual({ from: 360, to: 1020 });
    expect(hoursOf(judged([night, shift('bo', 2, '22-32')]))).toEqual({ from: 540, to: 1920 });
  });

  test('shows a night where there is nothing else, and what is needed at night', () => {
    expect(hoursOf(judged([shift('ann', 0, '22-30')], null))).toEqual({ from: 1320, to: 1800 });
    expect(hoursOf(judged([shift('ann', 0, '22-30'), shift('bo', 1, '9-17')], null))).toEqual({
      from: 540,
      to: 1020,
    });
    const needed = plan({ site: { openHours: open }, needs: [need('bar', 0, '22-30')] });
    expect(hoursOf(judge(needed))).toEqual({ from: 540, to: 1800 });
  });

  test('of one day shows all of its shifts', () => {
    const week = judged([shift('ann', 0, '22-30'), shift('bo', 1, '9-17')]);
    expect(hoursOf(week, 0)).toEqual({ from: 540, to: 1800 });
    expect(hoursOf(week, 1)).toEqual({ from: 540, to: 1020 });
  });
});

describe('a label', () => {
  const names = ['Kitchen', 'K'];
  const at = (width: number, height = 22, from = 570, to = 1050) => {
    const { lines, role } = labelOf({ from, to }, '24', names, { width, height });
    return [...lines, role].filter(Boolean).join(' | ');
  };

  test('stays inside its bar and shortens in steps, the role before the end', () => {
    expect([210, 75, 62, 45].map((width) => at(width))).toEqual([
      '9:30–17:30 | Kitchen',
      '9:30–17:30 | K',
      '9:30–17:30',
      '9½–17½',
    ]);
  });

  test('has the end under the start where a bar is narrow, and a start alone only where that is all', () => {
    expect([30, 23, 20, 4].map((width) => at(width))).toEqual(['9½– | 17½', '9½– | 17½', '9½', '']);
    expect(at(30, 14)).toBe('9½');
    expect(at(17, 22, 540, 780)).toBe('9– | 13');
  });

  test('has the role under the times where a bar is high', () => {
    expect([210, 55, 36].map((width) => at(width, 28, 540, 1020))).toEqual([
      '9–17 | Kitchen',
      '9–17 | Kitchen',
      '9–17 | K',
    ]);
  });

  test('says with an arrow that a shift goes on past the edge', () => {
    const label = labelOf({ from: 1320, to: 1800 }, '24', [], {
      width: 60,
      height: 28,
      runsOut: { from: false, to: true },
    });
    expect(label.lines).toEqual(['22–6›']);
  });

  test('has at least a start and never more than its room, whatever the times', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 95 }),
        fc.integer({ min: 1, max: 64 }),
        fc.integer({ min: 24, max: 200 }),
        fc.constantFrom(12, 22, 28),
        fc.constantFrom('12' as const, '24' as const),
        (quarter, length, width, height, format) => {
          const span = { from: quarter * 15, to: (quarter + length) * 15 };
          const { lines, role, isStacked } = labelOf(span, format, names, { width, height });
          expect(lines.length).toBeGreaterThan(0);
          const all = isStacked ? [...lines, role ?? ''] : [[...lines, role ?? ''].join('')];
          for (const line of all) expect(line.length * 3.1).toBeLessThanOrEqual(width);
        },
      ),
    );
  });
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

  const block = (from: number, gap: number, needed = 2, more: Partial<SkylineBlock> = {}): SkylineBlock => ({
    from,
    to: from + 30,
    needed,
    staffed: needed - gap,
    gap,
    surplus: 0,
    gaps: gap > 0 ? [{ row: 0, missing: gap }] : [],
    ...more,
  });
  const labels = (blocks: SkylineBlock[], perMinute: number) =>
    gapLabels(
      blocks,
      ['K', 'F', 'L'],
      (minute) => minute * perMinute,
      (people) => 100 - people * 10,
    );

  test('has its figures over the outline under them, also over what a neighbour needs', () => {
    const [label] = labels([block(0, 0), block(30, 1), block(60, 0, 5)], 0.5);
    expect(label).toMatchObject({ text: '−1 K', x: 22.5 });
    expect(label.y).toBeLessThan(50);
    expect(labels([block(0, 0), block(30, 1), block(60, 0, 5)], 5)[0].y).toBeGreaterThan(70);
  });

  test('has no two figures that touch, and says it shorter where a day is narrow', () => {
    const blocks = Array.from({ length: 12 }, (_, i) => block(i * 30, (i % 3) + 1, 4));
    for (const perMinute of [0.2, 0.5, 1]) {
      const placed = labels(blocks, perMinute);
      expect(placed.length).toBeGreaterThan(1);
      for (const one of placed)
        for (const other of placed)
          if (one !== other)
            expect(Math.abs(one.x - other.x) > 30 || Math.abs(one.y - other.y) >= 12).toBe(true);
    }
    const short = block(0, 5, 6, { gaps: [0, 1].map((row) => ({ row, missing: 2 })) });
    expect(labels([short, block(30, 1)], 0.5).map((label) => label.text)).toEqual(['−5']);
    expect(labels([short, block(30, 1)], 2).map((label) => label.text)).toEqual(['−2 K −2 F', '−1 K']);
  });
});
