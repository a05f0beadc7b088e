import { describe, expect, test } from '@jest/globals';
import { seeded } from '../seeded';
import { type FigureUnit, figureIn, figureText } from './figure-unit';

const unit = (more: Partial<FigureUnit>): FigureUnit => ({
  ...{ unit: 'hours', step: 1000, way: 'nearest', per: 'total' },
  ...more,
});

// Worked out by hand: two entries of 50 and 75 minutes.
test.each([
  ['hours to a quarter, together', { step: 250 }, 2000],
  ['hours to a quarter, each', { step: 250, per: 'entry' }, 2000],
  ['whole hours up, each', { way: 'up', per: 'entry' }, 3000],
  ['whole hours up, together', { way: 'up' }, 3000],
  ['whole hours down, each', { way: 'down', per: 'entry' }, 1000],
  ['whole hours down, together', { way: 'down' }, 2000],
  ['half days of 250 minutes, each', { unit: 'days', step: 500, per: 'entry' }, 500],
  ['half days of 250 minutes, together', { unit: 'days', step: 500 }, 500],
  ['minutes to 10, each', { unit: 'minutes', step: 10_000, per: 'entry' }, 130_000],
  ['times', { unit: 'times' }, 2000],
] as const)('%s', (_, more, expected) => {
  expect(figureIn([50, 75], unit(more), 250)).toBe(expected);
});

test('nothing is nothing in every unit, and what has no length is no time that it happened', () => {
  for (const its of ['hours', 'minutes', 'days', 'times'] as const)
    expect([
      figureIn([], unit({ unit: its }), 480),
      figureIn([0], unit({ unit: its, way: 'up' }), 480),
    ]).toEqual([0, 0]);
});

describe('over random entries', () => {
  const random = seeded(4);
  const cases = Array.from({ length: 300 }, () => ({
    entries: Array.from({ length: 1 + Math.floor(random() * 6) }, () => Math.floor(random() * 900)),
    step: [10, 100, 250, 500, 1000][Math.floor(random() * 5)],
    of: (['hours', 'minutes', 'days'] as const)[Math.floor(random() * 3)],
    day: 300 + Math.floor(random() * 300),
  }));
  const exact = (minutes: number, of: string, day: number) =>
    (minutes * 1000) / (of === 'minutes' ? 1 : of === 'hours' ? 60 : day);

  test('nearest differs by half a step at most, up and down by less than one, and each is a multiple of it', () => {
    for (const { entries, step, of, day } of cases) {
      const sum = exact(
        entries.reduce((all, one) => all + one, 0),
        of,
        day,
      );
      for (const way of ['nearest', 'up', 'down'] as const) {
        const found = figureIn(entries, { unit: of, step, way, per: 'total' }, day);
        expect(found % step).toBe(0);
        const off = found - sum;
        if (way === 'nearest') expect(Math.abs(off)).toBeLessThanOrEqual(step / 2 + 1e-6);
        else expect((way === 'up' ? off : -off) > -1e-6 && Math.abs(off) < step).toBe(true);
      }
    }
  });

  test('each by itself is the sum of each alone', () => {
    for (const { entries, step, of, day } of cases) {
      const how = { unit: of, step, way: 'nearest', per: 'entry' } as const;
      const alone = entries.reduce((sum, one) => sum + figureIn([one], { ...how, per: 'total' }, day), 0);
      expect(figureIn(entries, how, day)).toBe(alone);
    }
  });
});

test('it is written without what is nought', () => {
  expect([7250, 3000, 500, 0].map(figureText)).toEqual(['7.25', '3', '0.5', '0']);
});
