import { describe, expect, test } from '@jest/globals';
import { type Called, areAllNo, dueToAsk, minutesToLast, nextAt } from './call-round';

const MINUTE = 60_000;
const one = (person: string, askedAt: number | null = null, answer: Called['answer'] = null): Called => ({
  ...{ person, askedAt, answer },
});
const names = (called: readonly Called[]) => called.map(({ person }) => person);

describe('one after another', () => {
  const due = (called: readonly Called[], now: number) => names(dueToAsk('in-turn', 10, called, now));

  test('the first at once, the next after the pause to the minute, one at a time', () => {
    expect(due([one('a'), one('b'), one('c')], 0)).toEqual(['a']);
    const asked = [one('a', 0), one('b'), one('c')];
    expect(due(asked, 10 * MINUTE - 1)).toEqual([]);
    expect(due(asked, 10 * MINUTE)).toEqual(['b']);
  });

  test('a no of the last who was asked does not wait for the pause; one of somebody before does', () => {
    expect(due([one('a', 0, 'no'), one('b')], 1)).toEqual(['b']);
    expect(due([one('a', 0, 'no'), one('b', 1), one('c')], 2)).toEqual([]);
  });

  test('who said no before being asked is passed over', () => {
    expect(due([one('a', 0), one('b', null, 'no'), one('c')], 10 * MINUTE)).toEqual(['c']);
  });

  test('nobody is left', () => {
    expect(due([one('a', 0), one('b', 5)], 100 * MINUTE)).toEqual([]);
  });

  test('each is asked once, in order, however irregularly it is looked', () => {
    let called = ['a', 'b', 'c', 'd'].map((person) => one(person));
    const order: string[] = [];
    for (const now of [0, 0, 3, 11, 11.5, 12, 40, 41, 200].map((minute) => minute * MINUTE)) {
      const next = dueToAsk('in-turn', 10, called, now);
      order.push(...names(next));
      called = called.map((it) => (next.includes(it) ? { ...it, askedAt: now } : it));
    }
    expect(order).toEqual(['a', 'b', 'c', 'd']);
    expect(called.map(({ askedAt }) => askedAt! / MINUTE)).toEqual([0, 11, 40, 200]);
  });
});

test('all at once leaves out who answered already', () => {
  expect(names(dueToAsk('at-once', 10, [one('a'), one('b', null, 'no'), one('c', 5)], 6))).toEqual(['a']);
  expect(nextAt('at-once', 10, [one('a', 5)])).toBe(-Infinity);
});

test('everybody said no only where all did', () => {
  expect(areAllNo([one('a', 0, 'no'), one('b', 0)])).toBe(false);
  expect(areAllNo([one('a', 0, 'no'), one('b', 0, 'no')])).toBe(true);
});

test.each([
  ['in-turn', 10, 5, 40],
  ['in-turn', 10, 0, 0],
  ['at-once', 10, 5, 0],
] as const)(
  '%s with a pause of %i min, the last of %i is asked after %i min',
  (mode, pause, people, after) => {
    expect(minutesToLast(mode, pause, people)).toBe(after);
  },
);
