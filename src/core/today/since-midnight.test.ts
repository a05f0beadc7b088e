import { expect, test } from '@jest/globals';
import { instant, punch } from '../clock/testing';
import { MONDAY } from '../testing';
import { sinceMidnight } from './since-midnight';

const TUESDAY = instant(MONDAY + 1, '0');
const ids = (...punches: ReturnType<typeof punch>[]) => sinceMidnight(punches, TUESDAY).map(({ id }) => id);
const yesterday = [punch('in', MONDAY, '8', { id: 'in' }), punch('out', MONDAY, '16', { id: 'out' })];

test('what was over before midnight is left out', () => {
  expect(ids(...yesterday, punch('in', MONDAY + 1, '8', { id: 'now' }))).toEqual(['now']);
  expect(ids(...yesterday)).toEqual([]);
});

test('a stint that is not over at midnight stays whole', () => {
  expect(ids(yesterday[0], punch('break-begins', MONDAY, '23', { id: 'pause' }))).toEqual(['in', 'pause']);
  expect(ids(yesterday[0], punch('out', MONDAY + 1, '2', { id: 'late' }))).toEqual(['in', 'late']);
});

test('a correction that puts something of today back to yesterday stays, or it would stand again', () => {
  const wrong = punch('in', MONDAY + 1, '0:05', { id: 'wrong' });
  const right = punch('in', MONDAY, '7:55', { id: 'right', replaces: 'wrong' });
  const out = punch('out', MONDAY, '16', { id: 'out' });
  expect(ids(wrong, right, out)).toEqual(['wrong', 'right']);
});

test('of a day that was corrected altogether nothing stays', () => {
  expect(ids(...yesterday, punch('out', MONDAY, '15', { id: 'right', replaces: 'out' }))).toEqual([]);
});
