import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NO_DETAIL } from './types';
import { shift } from '../testing';
import type { HourFormat } from '../time/format';
import { type ShiftSpec, toShiftSpec } from './shift-spec';
import { parseBreaks, parseDuties, formatBreaks, formatDuties } from './parse-shift-parts';

const day = toShiftSpec(shift(null, 0, '9-17'));
const night = toShiftSpec(shift(null, 0, '22-30'));

const breaks = (text: string, form = day) => {
  const read = parseBreaks(text, form);
  if ('wrong' in read) return read.wrong;
  const { break: first, moreBreaks } = read.value;
  return [first, ...moreBreaks].flatMap((one) => (one ? [`${one.minutes} ${one.at} ${one.paid}`] : []));
};
const duties = (text: string, form = day) => {
  const read = parseDuties(text, form);
  return 'wrong' in read
    ? read.wrong
    : read.value.duties.map(({ name, from, to }) => `${name} ${from}-${to}`);
};

describe('typed breaks', () => {
  test.each([
    ['', []],
    ['30', ['30 null false']],
    ['15 + 15 paid', ['15 null false', '15 null true']],
    ['30@12', ['30 720 false']],
    ['30 min @ 1pm paid', ['30 780 true']],
    // Two o'clock in a shift by day is in the afternoon.
    ['30@2', ['30 840 false']],
    ['0', ['0 null false']],
  ])('%p is %j', (text, expected) => expect(breaks(text)).toEqual(expected));

  test('of a night may lie after midnight', () => expect(breaks('30@2', night)).toEqual(['30 1560 false']));

  test.each([
    ['half', /Type 30/],
    ['30@8', /8 lies outside/],
    ['30@16:45', /break lies outside the shift/],
    ['500', /ends before its shift does/],
  ])('%p is refused with the reason', (text, wrong) => expect(breaks(text)).toMatch(wrong));
});

describe('typed duties', () => {
  test.each([
    ['', []],
    ['Delivery 14-14:45', ['Delivery 840-885']],
    ['Delivery 2-2:45, Cash up 16:30–17', ['Delivery 840-885', 'Cash up 990-1020']],
    ['Count till 2 9-9:30', ['Count till 2 540-570']],
    ['Delivery 2 pm - 3 pm', ['Delivery 840-900']],
  ])('%p is %j', (text, expected) => expect(duties(text)).toEqual(expected));

  test('of a night may lie after midnight', () =>
    expect(duties('Rounds 2-3, Lock up 23-23:30', night)).toEqual(['Rounds 1560-1620', 'Lock up 1380-1410']));

  test.each([
    ['Delivery', /type a name and times/],
    ['14-15', /type a name and times/],
    ['Delivery 7:00-8:00', /lies outside the shift/],
  ])('%p is refused with the reason', (text, wrong) => expect(duties(text)).toMatch(wrong));

  test('keep being for once where they were', () => {
    const form = { ...day, duties: [{ name: 'Inspector', from: 600, to: 660, oneOff: true }] };
    const read = parseDuties('Inspector 11-12, Delivery 9-10', form);
    expect('value' in read && read.value.duties.map(({ oneOff }) => oneOff)).toEqual([true, false]);
  });
});

const inside = fc
  .record({
    from: fc.integer({ min: 0, max: 1439 }),
    length: fc.integer({ min: 1, max: 1440 }),
    breaks: fc.array(fc.tuple(fc.nat(), fc.nat({ max: 90 }), fc.boolean(), fc.boolean()), { maxLength: 3 }),
    duties: fc.array(fc.tuple(fc.nat(), fc.nat(), fc.constantFrom('Delivery', 'Cash up', 'Till 2')), {
      maxLength: 3,
    }),
  })
  .map((wanted): ShiftSpec => {
    const { from, length } = wanted;
    const pauses = wanted.breaks.map(([at, minutes, paid, loose]) => {
      const lasts = Math.min(minutes, length);
      return { minutes: lasts, at: loose ? null : from + (at % (length - lasts + 1)), paid };
    });
    const fixed = pauses.map((one) => (one.at === from + length ? { ...one, at: null } : one));
    return {
      ...day,
      ...NO_DETAIL,
      from,
      to: from + length,
      break: fixed[0] ?? null,
      moreBreaks: fixed.slice(1),
      duties: wanted.duties.map(([at, lasts, name]) => {
        const start = from + (at % length);
        return { name, from: start, to: start + 1 + (lasts % (from + length - start)), oneOff: false };
      }),
    };
  });

test.each<HourFormat>(['24', '12'])('what is written of a form is read as what it is, %s h', (hourFormat) => {
  fc.assert(
    fc.property(inside, (form) => {
      const nothing = { ...form, break: null, moreBreaks: [] };
      expect(parseBreaks(formatBreaks(form, hourFormat), nothing)).toEqual({ value: form });
      expect(parseDuties(formatDuties(form, hourFormat), form)).toEqual({ value: form });
    }),
    { numRuns: 1000 },
  );
});
