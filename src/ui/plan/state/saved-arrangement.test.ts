import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { AS_LISTED, type Arrangement } from '@/core/grid/arrangement';
import { keepArrangement, keptArrangement } from './saved-arrangement';

const shared = globalThis as { sessionStorage?: unknown };
const real = shared.sessionStorage;
let kept: Map<string, string>;

beforeEach(() => {
  kept = new Map();
  shared.sessionStorage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
  };
});
afterEach(() => {
  shared.sessionStorage = real;
});

const kitchen: Arrangement = { ...AS_LISTED, group: 'role', text: 'an', role: 'kitchen', only: 'snags' };

test('rows stay arranged at their site, and at no other', () => {
  keepArrangement('bistro', kitchen);
  expect(keptArrangement('bistro')).toEqual(kitchen);
  expect(keptArrangement('chandlery')).toBe(AS_LISTED);
  keepArrangement('bistro', AS_LISTED);
  expect(keptArrangement('bistro')).toBe(AS_LISTED);
});

test.each([
  ['{broken', AS_LISTED],
  ['7', AS_LISTED],
  ['{}', AS_LISTED],
  ['{"group":"moon","sort":9,"text":5,"role":[]}', AS_LISTED],
  ['{"only":"open","sort":"moon"}', { ...AS_LISTED, only: 'open' }],
])('what was kept as %s is read as what of it is known', (text, expected) => {
  kept.set('vicenda rows bistro', text);
  expect(keptArrangement('bistro')).toEqual(expected);
});

test('without storage rows are as listed', () => {
  shared.sessionStorage = undefined;
  keepArrangement('bistro', kitchen);
  expect(keptArrangement('bistro')).toBe(AS_LISTED);
});
