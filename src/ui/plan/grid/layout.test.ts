import { expect, test } from '@jest/globals';
import type { Line } from '@/core/plan/arrangement';
import { HEADING_HEIGHT, ROW_HEIGHT } from '../../canvas/row';
import { layOutLines, rowAt, topOf } from './layout';

const group = (name: string): Line => ({ kind: 'group', name, count: 1 });
const row = (row: number): Line => ({ kind: 'row', row });

test('a row is found by its height, a heading is none', () => {
  const layout = layOutLines([group('Bar'), row(0), group('Floor'), row(1), group('No role'), row(2)]);
  for (const row of [0, 1, 2]) {
    const top = topOf(layout, row);
    expect([rowAt(layout, top), rowAt(layout, top + ROW_HEIGHT - 1)]).toEqual([row, row]);
  }
  expect(rowAt(layout, 0)).toBeNull();
  expect(rowAt(layout, HEADING_HEIGHT)).toBe(0);
  expect(rowAt(layout, 3 * (HEADING_HEIGHT + ROW_HEIGHT))).toBeNull();
});
