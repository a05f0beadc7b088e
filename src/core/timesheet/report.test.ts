import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NO_WORK } from '../clock/punch';
import { punch, punchesOf } from '../clock/testing';
import { MONDAY, repeats, shift } from '../testing';
import { type ReportGroup, REPORT_GROUPS, factsOf, reportOf } from './report';
import { sheetOf } from './sheet';
import { WEEK, sourceOf, typed } from './testing';

const byText = (_: ReportGroup, a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const report = (source: ReturnType<typeof sourceOf>, by: readonly ReportGroup[]) =>
  reportOf(factsOf('here', source, WEEK).facts, by, 2, byText);
const brief = ({ rows }: ReturnType<typeof report>) =>
  rows.map(({ depth, key, figures }) => [depth, key, figures.worked, figures.cost]);

// Monday 8–16 as planned but 40 minutes late, with an hour of stock-taking; Tuesday nobody came.
const shifts = [shift('p', 0, '8-16'), shift('p', 1, '8-14')].map((one) => ({ ...one, role: 'bar' }));
const stock = { ...NO_WORK, activity: 'stock' };
const punches = [
  punch('in', MONDAY, '8:40'),
  punch('change', MONDAY, '10', { work: stock }),
  punch('change', MONDAY, '11'),
  punch('out', MONDAY, '16'),
];

describe('hours', () => {
  test('are grouped one inside another, what is not said last, with what was planned and what both cost', () => {
    const found = report(sourceOf({ shifts }, { punches }), ['activity', 'date']);
    expect(brief(found)).toEqual([
      [0, 'stock', 60, 1200],
      [1, String(MONDAY), 60, 1200],
      [0, null, 380, 7600],
      [1, String(MONDAY), 380, 7600],
      [1, String(MONDAY + 1), 0, 0],
    ]);
    expect(found.total).toMatchObject({ worked: 440, planned: 840, cost: 8800, plannedCost: 16_800 });
  });

  test('come with how many shifts there were, how long, and how often somebody was late or absent', () => {
    const { rows } = report(sourceOf({ shifts }, { punches }), ['date']);
    expect(rows.map(({ figures }) => figures)).toMatchObject([
      { shifts: 1, shiftMinutes: 480, late: 1, absent: 0 },
      { shifts: 1, shiftMinutes: 360, late: 0, absent: 1 },
    ]);
  });

  test('that were typed count as worked, and leave does not', () => {
    const source = sourceOf(
      { shifts: [] },
      {
        typed: [typed(2, '9-17')],
        from: 'typed',
        leave: [{ date: MONDAY, type: 'annual', minutes: 480, isPaid: true }],
      },
    );
    expect(report(source, ['person']).total).toMatchObject({ worked: 480, planned: 0 });
  });

  test('of any grouping add up to the same, a group to what is in it', () => {
    const days = fc.array(
      fc.option(fc.tuple(fc.integer({ min: 6, max: 11 }), fc.integer({ min: 12, max: 22 }))),
      {
        minLength: 7,
        maxLength: 7,
      },
    );
    const by = fc.uniqueArray(fc.constantFrom(...REPORT_GROUPS), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(days, by, (spans, groups) => {
        const clocked = spans.flatMap((one, weekday) =>
          one ? punchesOf('p', MONDAY + weekday, [`${one[0]}-${one[1]}`]) : [],
        );
        const source = sourceOf({}, { punches: clocked });
        const { rows, total } = report(source, groups);
        expect(total.worked).toBe(sheetOf(source, WEEK).worked);
        const sumAt = (from: number, to: number, depth: number) =>
          rows
            .slice(from, to)
            .reduce((sum, row) => (row.depth === depth ? sum + row.figures.worked : sum), 0);
        expect(sumAt(0, rows.length, 0)).toBe(total.worked);
        rows.forEach(({ depth, figures }, i) => {
          if (depth === groups.length - 1) return;
          const end = rows.findIndex((row, at) => at > i && row.depth <= depth);
          expect(sumAt(i + 1, end < 0 ? rows.length : end, depth + 1)).toBe(figures.worked);
        });
      }),
      { numRuns: repeats(60) },
    );
  });
});
