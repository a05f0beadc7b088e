import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { same } from './same';

describe('two values say the same', () => {
  test.each<[unknown, unknown, boolean]>([
    [1, 1, true],
    [1, '1', false],
    [null, undefined, true],
    [0, null, false],
    ['', null, false],
    [false, null, false],
    [{ a: 1, b: 2 }, { b: 2, a: 1 }, true],
    [{ a: 1 }, { a: 1, b: null }, true],
    [{ a: 1, b: null }, { a: 1 }, true],
    [{ a: 1 }, { a: 1, b: 0 }, false],
    [{ a: 1, b: 0 }, { a: 1 }, false],
    [[1, 2], [2, 1], false],
    [[1], [1, 2], false],
    [[1, null], [1], false],
    [[], {}, false],
    [{}, null, false],
    [new Map([[1, ['a']]]), new Map([[1, ['a']]]), true],
    [new Map([[1, ['a']]]), new Map([[1, ['b']]]), false],
    [new Map([[1, null]]), new Map([[2, null]]), false],
    [new Map([[1, 'a']]), {}, false],
    [{ days: [{ from: 1 }] }, { days: [{ from: 2 }] }, false],
  ])('%j and %j: %s', (a, b, expected) => {
    expect(same(a, b)).toBe(expected);
    expect(same(b, a)).toBe(expected);
  });

  test('also as a copy, and no more when one part of it is another', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue(), { minKeys: 1 }), fc.nat(), (value, at) => {
        const copy = structuredClone(value);
        expect(same(value, copy)).toBe(true);
        const keys = Object.keys(value);
        const key = keys[at % keys.length];
        expect(same(value, { ...copy, [key]: { other: 'part' } })).toBe(same(value[key], { other: 'part' }));
      }),
    );
  });
});
