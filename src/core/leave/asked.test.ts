import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseDate } from '../time/day';
import { DAY } from '../time/span';
import { type AskedLeave, askedDays, askedFault, spanOfDay, spansOfDays, wholeDays } from './asked';

const at = (date: string) => parseDate(date)!;
const dates = (asked: AskedLeave) => askedDays(asked).map(({ date }) => date);

describe('what is asked for', () => {
  test('a span is its days, the first and the last in part where it begins or ends within them', () => {
    const from = at('2026-12-30');
    const asked = { kind: 'span', from, to: from + 2, fromMinute: 720, toMinute: 540 } as const;
    expect(askedDays(asked)).toEqual([
      { date: from, part: { from: 720, to: DAY } },
      { date: from + 1, part: null },
      { date: from + 2, part: { from: 0, to: 540 } },
    ]);
    // Touching days are one span, over New Year too.
    expect(spansOfDays(askedDays(asked))).toEqual([{ from: from * DAY + 720, to: (from + 2) * DAY + 540 }]);
  });

  test('loose days stand in their order, each once, and are spans of their own', () => {
    const day = at('2026-12-07');
    const asked = { kind: 'days', days: [day + 4, day, day + 4, day + 1] } as const;
    expect(dates(asked)).toEqual([day, day + 1, day + 4]);
    expect(spansOfDays(askedDays(asked))).toHaveLength(2);
  });

  test('weekdays repeat until a date, which may be one of them', () => {
    const friday = at('2026-12-04');
    const asked = { kind: 'weekly', from: friday, until: friday + 14, weekdays: [4] } as const;
    expect(dates(asked)).toEqual([friday, friday + 7, friday + 14]);
  });

  test('nothing to ask for, or too much, is said', () => {
    const day = at('2026-12-07');
    expect(askedFault(wholeDays(day, day))).toBeNull();
    expect(askedFault(wholeDays(day, day - 1))).toBe('The last day away lies before the first.');
    expect(askedFault({ kind: 'days', days: [] })).toBe('Choose at least one day.');
    expect(askedFault({ kind: 'weekly', from: day, until: day + 3, weekdays: [6] })).toContain(
      'None of these',
    );
    expect(askedFault(wholeDays(day, day + 400))).toBe('One request is for at most 400 days; this is 401.');
    const none = { kind: 'span', from: day, to: day, fromMinute: 600, toMinute: 600 } as const;
    expect(askedFault(none)).not.toBeNull();
  });

  test('spans hold exactly the minutes of the days', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 20_000, max: 20_030 })), (days) => {
        const asked = askedDays({ kind: 'days', days });
        const sum = (spans: readonly { from: number; to: number }[]) =>
          spans.reduce((all, { from, to }) => all + to - from, 0);
        expect(sum(spansOfDays(asked))).toBe(sum(asked.map(spanOfDay)));
        expect(asked).toHaveLength(days.length);
      }),
    );
  });
});
