import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { punchesOf } from '../clock/testing';
import { MONDAY, repeats, shift } from '../testing';
import { payKindKey } from './pay-kind';
import { factsOf } from './report';
import { sheetOf } from './sheet';
import { OVERTIME, WEEK, sourceOf } from './testing';
import {
  type TimeOffRate,
  overtimeKey,
  overtimeOf,
  overtimeOfKey,
  standingTimeOff,
  timeOffFor,
} from './time-off';

/** Five days of nine hours and one of four, of which 9 hours are beyond forty: Friday 5, Saturday 4. */
const punches = [
  ...[0, 1, 2, 3, 4].flatMap((weekday) => punchesOf('p', MONDAY + weekday, ['8-17'])),
  ...punchesOf('p', MONDAY + 5, ['8-12']),
];
const [FRIDAY, SATURDAY] = [MONDAY + 4, MONDAY + 5];

const linesOf = (off: readonly { date: number; minutes: number }[] = [], rules = {}) => {
  const sheet = sheetOf(sourceOf({ rules }, { punches, timeOff: off }), WEEK);
  return { sheet, lines: sheet.days.flatMap(({ lines }) => lines) };
};
const totals = (off: readonly { date: number; minutes: number }[], rules = {}) =>
  Object.fromEntries(
    linesOf(off, rules).sheet.totals.map(({ kind, minutes, cost }) => [payKindKey(kind), [minutes, cost]]),
  );

describe('overtime as time off', () => {
  test('is worked and not paid', () => {
    expect(totals([])).toEqual({ regular: [2400, 48_000], 'overtime:1.5': [540, 16_200] });
    expect(totals([{ date: FRIDAY, minutes: 100 }])).toEqual({
      ...{ regular: [2400, 48_000], 'overtime:1.5': [440, 13_200] },
      'time-off': [100, 0],
    });
    expect(linesOf([{ date: FRIDAY, minutes: 100 }]).sheet.worked).toBe(2940);
  });

  test('takes no more of a date than there is, and nothing of what was no overtime', () => {
    expect(totals([{ date: FRIDAY, minutes: 900 }])['time-off']).toEqual([300, 0]);
    expect(totals([{ date: MONDAY, minutes: 60 }])['time-off']).toBeUndefined();
  });

  test('is taken from the earliest, and gives an hour or as much as would be paid', () => {
    const { lines } = linesOf();
    expect(overtimeOf(lines)).toBe(540);
    const off = [
      { date: FRIDAY, minutes: 300 },
      { date: SATURDAY, minutes: 60 },
    ];
    expect(timeOffFor(lines, 360, 'hour')).toEqual({ off, credited: 360 });
    expect(timeOffFor(lines, 360, 'as-paid')).toEqual({ off, credited: 540 });
    expect(timeOffFor(lines, 541, 'hour')).toBeNull();
    // What became time off once does not become so again.
    expect(timeOffFor(linesOf(off).lines, 181, 'hour')).toBeNull();
    expect(timeOffFor(linesOf(off).lines, 180, 'hour')).toMatchObject({
      off: [{ date: SATURDAY, minutes: 180 }],
    });
  });

  test('is of each tier what that pays', () => {
    const rules = { overtime: { ...OVERTIME, day: [{ overMinutes: 480, multiplier: 2 }] } };
    const { lines } = linesOf([], rules);
    const [first] = lines.filter(({ kind }) => kind.kind === 'overtime');
    expect(first).toMatchObject({ date: MONDAY, minutes: 60, kind: { multiplier: 2 } });
    expect(timeOffFor(lines, 60, 'as-paid')).toMatchObject({ credited: 120 });
  });

  test('and what is paid are together all the overtime, to the cent, however it is split', () => {
    const before = linesOf();
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 540 }),
        fc.constantFrom<TimeOffRate>('hour', 'as-paid'),
        (minutes, rate) => {
          const { off } = timeOffFor(before.lines, minutes, rate)!;
          const { sheet, lines } = linesOf(off);
          expect(sheet.worked).toBe(before.sheet.worked);
          expect(overtimeOf(lines)).toBe(540 - minutes);
          // 12 an hour at one and a half is 30 cents a minute.
          expect(sheet.cost).toBe(before.sheet.cost - 30 * minutes);
          expect(overtimeOfKey(overtimeKey(off, 'some-id'))).toEqual(off);
        },
      ),
      { numRuns: repeats(60) },
    );
  });

  test('stands as its entry does, taken back and made anew, in whatever order entries are read', () => {
    const key = overtimeKey([{ date: FRIDAY, minutes: 60 }], 'a');
    const made = { id: 'a', reverses: null, key };
    const back = { id: 'a reversed', reverses: 'a', key: null };
    const anew = { id: 'a reversed again', reverses: null, key: null };
    const other = { id: 'b again', reverses: null, key: null };
    const standing = (...entries: readonly { id: string; reverses: string | null; key: string | null }[]) =>
      standingTimeOff(entries).map((entry) => [entry.id, entry.key]);
    expect(standing(made, other)).toEqual([['a', key]]);
    expect(standing(made, back)).toEqual([]);
    expect(standing(anew, back, made)).toEqual([['a reversed again', key]]);
    expect(standing(made, back, anew, { id: 'c', reverses: 'a reversed again', key: null })).toEqual([]);
  });

  test('leaves what is planned at its cost in a report', () => {
    const shifts = [0, 1, 2, 3, 4].map((weekday) => shift('p', weekday, '8-17'));
    const planned = (timeOff: readonly { date: number; minutes: number }[]) =>
      factsOf('here', sourceOf({ shifts }, { punches, timeOff }), WEEK).planned.cost;
    expect(planned([{ date: FRIDAY, minutes: 60 }])).toBe(planned([]));
    // 40 hours, and 5 at one and a half.
    expect(planned([])).toBe(48_000 + 9000);
  });

  test('is of no entry of the ledger that was made of something else', () => {
    expect(overtimeOfKey(null)).toEqual([]);
    expect(overtimeOfKey('accrual:2026-11')).toEqual([]);
  });
});
