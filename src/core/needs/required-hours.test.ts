import { describe, expect, test } from '@jest/globals';
import { minutesAsked, needsFromSales, paintNeeds } from './required-hours';

describe('hours that needs ask for', () => {
  const bar = [{ from: 540, to: 720, value: 2 }];
  const floor = [{ from: 600, to: 660, value: 1 }];

  test('are the roles together', () => {
    expect(minutesAsked([bar, floor], [])).toBe(180 * 2 + 60);
  });

  test('or everybody, where that is more', () => {
    expect(minutesAsked([bar, floor], [{ from: 480, to: 720, value: 3 }])).toBe(240 * 3);
    expect(minutesAsked([bar, floor], [{ from: 480, to: 720, value: 1 }])).toBe(60 + 180 * 2 + 60);
  });

  test('count the largest of needs that overlap', () => {
    const painted = paintNeeds([
      { from: 600, to: 660, count: 3 },
      { from: 540, to: 720, count: 1 },
    ]);
    expect(painted).toEqual([
      { from: 540, to: 600, value: 1 },
      { from: 600, to: 660, value: 3 },
      { from: 660, to: 720, value: 1 },
    ]);
  });
});

describe('needs from sales', () => {
  const rule = { from: 600, blockMinutes: 30, perLabourHour: 52, minimum: 1 };

  test('are sales divided by sales per labour hour, rounded up, with a minimum', () => {
    // 26 a block for one person: 0 → the minimum, 26 → 1, 27 → 2, 130 → 5.
    expect(needsFromSales([0, 26, 27, 130, null], rule)).toEqual([
      { from: 600, to: 660, value: 1 },
      { from: 660, to: 690, value: 2 },
      { from: 690, to: 720, value: 5 },
      { from: 720, to: 750, value: 1 },
    ]);
  });

  test('do not ask for one more because a decimal is not exact', () => {
    expect(needsFromSales([0.3], { ...rule, perLabourHour: 0.2, blockMinutes: 30, minimum: 0 })).toEqual([
      { from: 600, to: 630, value: 3 },
    ]);
  });

  test('ask for nobody where nothing is sold and no minimum set', () => {
    expect(needsFromSales([null, 0], { ...rule, minimum: 0 })).toEqual([]);
  });
});
