import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatTime } from './format';
import { offeredTimes } from './offered-times';

const WHOLE = { from: 0, to: 1440 };
const offered = (text: string, span = WHOLE, step = 30) =>
  offeredTimes(text, span, step).map((at) => formatTime(at, '24'));

describe('times that are offered', () => {
  test.each([
    ['5', ['5:00', '5:30', '17:00', '17:30']],
    ['05', ['5:00', '5:30', '17:00', '17:30']],
    ['5p', ['17:00', '17:30']],
    ['5 pm', ['17:00', '17:30']],
    ['17', ['17:00', '17:30']],
    ['9.3', ['9:30', '21:30']],
    ['930', ['9:30', '21:30']],
    ['12', ['0:00', '0:30', '12:00', '12:30']],
    ['x', []],
    ['45', []],
  ])('for "%s" are %j', (text, expected) => expect(offered(text)).toEqual(expected));

  test('begin with the hour itself where others begin alike', () => {
    expect(offered('1', WHOLE, 60).slice(0, 3)).toEqual(['1:00', '13:00', '10:00']);
  });

  test('are all of the span, its ends too, where nothing is typed', () => {
    expect(offered('', { from: 550, to: 660 })).toEqual(['9:30', '10:00', '10:30', '11:00']);
    expect(offered('').at(-1)).toBe('23:30');
    expect(offered('1', { from: 1380, to: 1530 })).toEqual(['1:00', '1:30']);
  });

  test('lie on blocks inside the span, each once', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 4 }),
        fc.nat({ max: 1440 }),
        fc.nat({ max: 1440 }),
        fc.constantFrom(15, 30, 60),
        (text, from, length, step) => {
          const times = offeredTimes(text, { from, to: from + length }, step);
          expect(new Set(times).size).toBe(times.length);
          for (const at of times) expect(at >= from && at <= from + length && at % step === 0).toBe(true);
        },
      ),
    );
  });
});
