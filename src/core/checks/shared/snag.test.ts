import { describe, expect, test } from '@jest/globals';
import { type Snag, bySeverity, compareSnags, sameSnag } from './snag';

const base: Snag = {
  code: 'gap',
  severity: 'warn',
  date: 10,
  from: 60,
  to: 120,
  role: 'bar',
  person: 'ann',
  shifts: ['a', 'b'],
  amount: 2,
  unit: 'people',
  limit: 1,
  params: {},
};

describe('two snags are the same', () => {
  test.each<[keyof Snag, unknown]>([
    ['code', 'surplus'],
    ['severity', 'stop'],
    ['date', 11],
    ['from', null],
    ['to', 130],
    ['role', null],
    ['person', 'bo'],
    ['shifts', ['a']],
    ['shifts', ['a', 'c']],
    ['shifts', ['c', 'b']],
    ['shifts', ['a', 'b', 'c']],
    ['amount', null],
    ['limit', null],
  ])('not with another %s', (field, value) => {
    const other = { ...base, [field]: value } as Snag;
    expect([sameSnag(base, other), sameSnag(other, base)]).toEqual([false, false]);
  });

  test('with other facts', () => {
    expect(sameSnag(base, { ...base, params: { staffed: 1 } })).toBe(true);
  });
});

test('of two lists what came and what went is told, alike ones by their number', () => {
  const other = { ...base, code: 'surplus' };
  expect(compareSnags([base, base, other], [base, other, other])).toEqual({
    appeared: [other],
    cleared: [base],
  });
  expect(compareSnags([], [base])).toEqual({ appeared: [base], cleared: [] });
});

test('stand in the order of the contract: severity, date, start, code, person, role, shifts; null first', () => {
  const order: Partial<Snag>[] = [
    { severity: 'stop', date: 12 },
    { severity: 'stop', date: 12, code: 'surplus' },
    { date: 9, from: 200 },
    { from: null, code: 'z' },
    { from: 0 },
    { code: 'closed', person: 'zoe' },
    { person: null },
    { role: null },
    { role: 'Bar' },
    { shifts: [] },
    { shifts: ['a'] },
    { shifts: ['a', 'a'] },
    {},
    { shifts: ['b'] },
    { role: 'floor' },
    { person: 'bo', role: null },
    { from: 61, person: null },
    { date: 11, from: null },
    { severity: 'note', date: 1 },
  ];
  const snags = order.map((more) => ({ ...base, ...more }));
  for (const [i, a] of snags.entries())
    for (const [j, b] of snags.entries())
      expect([i, j, Math.sign(bySeverity(a, b))]).toEqual([i, j, Math.sign(i - j)]);
});
