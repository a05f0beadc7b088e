import ExcelJS from 'exceljs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { HyperFormula, type RawCellContent } from 'hyperformula';
import { coverageBetween, judge } from '@/core/consequences/judge';
import type { Plan, Shift } from '@/core/plan/types';
import { NO_DETAIL } from '@/core/plan/types';
import { groundOf } from '@/core/sheets/testing';
import { weekSheet } from '@/core/sheets/week-sheet';
import { MONDAY, need, person, plan, repeats, shift } from '@/core/testing';
import type { BookLine } from './book-line';
import { weekWorkbook } from './week-workbook';

// Source: a spreadsheet engine (hyperformula) opens the workbook and computes its formulas anew; what comes out must be
// what the core computes of the same plan, and of the plan with the change that is made in the spreadsheet.

async function bookOf(week: Plan): Promise<ExcelJS.Workbook> {
  const judgement = judge(week);
  const names = new Map(week.people.map(({ id, name }) => [id, name]));
  const roles = new Map(week.roles.map(({ id, name }) => [id, name]));
  const lines = judgement.people
    .flatMap(({ view }) => view.all)
    .filter(({ site, date }) => site === null && date < week.from + week.days)
    .map((of): BookLine => ({
      shift: of,
      person: of.person === null ? '' : names.get(of.person)!,
      number: '',
      role: roles.get(of.role ?? '') ?? '',
      state: '',
    }));
  const bytes = await weekWorkbook({ sheet: weekSheet(groundOf(week)), judgement, lines });
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(bytes.buffer as ArrayBuffer);
  return book;
}

const EPOCH = Date.UTC(1899, 11, 30);
function rawOf(value: ExcelJS.CellValue): RawCellContent {
  if (value instanceof Date) return (value.getTime() - EPOCH) / 86_400_000;
  if (value !== null && typeof value === 'object' && 'formula' in value)
    return `=${value.formula!.replaceAll('_xlfn.', '')}`;
  return typeof value === 'string' && /^[=']/.test(value) ? `'${value}` : (value as RawCellContent);
}

/** The workbook in the spreadsheet engine; nothing that was computed before comes with it. */
function engineOf(book: ExcelJS.Workbook): HyperFormula {
  const sheets = book.worksheets.map((sheet): [string, RawCellContent[][]] => {
    const rows: RawCellContent[][] = [];
    sheet.eachRow({ includeEmpty: true }, (row) => {
      const cells: RawCellContent[] = [];
      for (let i = 1; i <= sheet.columnCount; i++)
        cells.push(
          rawOf(
            row.getCell(i).isMerged && row.getCell(i).master !== row.getCell(i) ? null : row.getCell(i).value,
          ),
        );
      rows.push(cells);
    });
    return [sheet.name, rows];
  });
  return HyperFormula.buildFromSheets(Object.fromEntries(sheets), {
    licenseKey: 'gpl-v3',
    useArrayArithmetic: true,
  });
}
const valuesOf = (engine: HyperFormula, sheet: string) => engine.getSheetValues(engine.getSheetId(sheet)!);

/** What the core has on, needed and missing for each line of the coverage sheet. */
function coreCoverage(week: Plan, lines: readonly (readonly unknown[])[]): number[][] {
  const judgement = judge(week);
  return lines.map((line) => {
    const [from, to] = [Number(line[2]), Number(line[3])];
    const day = Math.min(Math.floor(from / 1440), week.days);
    return [...week.roles, null].flatMap((_, row) => {
      const [block] = coverageBetween(judgement, row, day, { from: from - day * 1440, to: to - day * 1440 });
      return [block.staffed, block.needed, block.gap];
    });
  });
}

function expectCoverage(engine: HyperFormula, week: Plan): void {
  const lines = valuesOf(engine, 'Coverage').slice(2);
  expect(lines.length).toBeGreaterThan(0);
  const wanted = coreCoverage(week, lines);
  expect(lines.map((line) => line.slice(4))).toEqual(wanted);
}

const people = [
  person('ann', { name: 'Ann *' }),
  person('bo', { name: '=1+1' }),
  person('cy', { name: 'محمد' }),
];
const pause = { minutes: 30, at: 12 * 60 + 10, paid: false };
const week = plan({
  // A few lines to compute; what lies within a block lies within any.
  site: { blockMinutes: 60 },
  people,
  roles: [
    { id: 'bar', name: '>5', hourlyRate: null },
    { id: 'floor', name: 'Fl?or', hourlyRate: null },
  ],
  needs: [need('bar', 1, '7-15', 2), need(null, 1, '9-17', 3)],
  shifts: [
    shift('ann', 1, '7:10-15', { label: '=HYPERLINK("x")', break: pause, note: '@SUM(A1)' }),
    shift('bo', 1, '8-12:40'),
    shift('cy', 1, '12:40-22', {
      role: 'floor',
      detail: { ...NO_DETAIL, moreBreaks: [{ minutes: 15, at: 960, paid: true }] },
    }),
    shift('cy', 2, '22-30'),
    shift(null, 1, '9-17'),
    // Over the night in which the clock goes forward.
    shift('bo', 5, '22-30', { role: null }),
  ],
  surroundingShifts: [
    { person: 'ann', role: 'floor', site: null, date: MONDAY - 1, from: 1320, to: 1680, break: null },
  ],
});

describe('the workbook of a week', () => {
  let book: ExcelJS.Workbook;
  let engine: HyperFormula;
  beforeAll(async () => {
    book = await bookOf(week);
    engine = engineOf(book);
  }, 60_000);
  afterAll(() => engine.destroy());

  test('computes the coverage that the core computes, also within blocks, over nights and breaks', () => {
    expectCoverage(engine, week);
    // Something is missing, somebody is on in a part of a block alone, and the night before counts.
    const lines = valuesOf(engine, 'Coverage').slice(2);
    expect(lines.some((line) => Number(line[6]) > 0)).toBe(true);
    expect(lines[0].slice(0, 8)).toEqual([expect.any(Number), 0, 0, 60, 0, 0, 0, 1]);
  });

  test('has the results in it already, for whoever opens it without computing', () => {
    for (const name of ['Coverage', 'Hours']) {
      const sheet = book.getWorksheet(name)!;
      const computed = valuesOf(engine, name);
      sheet.eachRow((row, r) =>
        row.eachCell((cell, c) => {
          const { value } = cell;
          if (value !== null && typeof value === 'object' && 'formula' in value)
            expect(value.result ?? 0).toBeCloseTo(Number(computed[r - 1][c - 1]), 6);
        }),
      );
    }
  });

  test('follows a time, a person and a role that are changed in it', async () => {
    const own = engineOf(book);
    const shifts = own.getSheetId('Shifts')!;
    const rows = valuesOf(own, 'Shifts');
    const row = rows.findIndex((cells) => cells[1] === '=1+1' && Math.abs(Number(cells[4]) - 8 / 24) < 1e-6);
    const open = rows.findIndex((cells, i) => i > 0 && !cells[1] && cells[3]);
    own.batch(() => {
      own.setCellContents({ sheet: shifts, row, col: 4 }, 10.25 / 24);
      own.setCellContents({ sheet: shifts, row, col: 3 }, 'Fl?or');
      own.setCellContents({ sheet: shifts, row: open, col: 1 }, 'Someone');
    });
    const changed: Plan = {
      ...week,
      people: [...people, person('dee', { name: 'Someone' })],
      shifts: week.shifts.map((one): Shift => {
        if (one.person === 'bo' && one.date === MONDAY + 1) return { ...one, from: 615, role: 'floor' };
        return one.person === null ? { ...one, person: 'dee' } : one;
      }),
    };
    const before = coreCoverage(week, valuesOf(own, 'Coverage').slice(2));
    expectCoverage(own, changed);
    expect(coreCoverage(changed, valuesOf(own, 'Coverage').slice(2))).not.toEqual(before);
    own.destroy();
  });

  test('sums the hours that are paid, by person and day', () => {
    const [, ...rows] = valuesOf(engine, 'Hours');
    const judgement = judge(week);
    for (const { view, paid } of judgement.people) {
      if (!view.person) continue;
      const cells = rows.find(([name]) => name === view.person!.name)!;
      expect(cells[8]).toBeCloseTo(paid / 60, 6);
      for (let day = 0; day < 7; day++) {
        const own = view.shifts.filter(({ date }) => date === MONDAY + day);
        expect(cells[day + 1]).toBeCloseTo(own.reduce((sum, one) => sum + one.paid, 0) / 60, 6);
      }
    }
    // The night of the clock change: 7 h pass between 22:00 and 6:00.
    expect(rows.find(([name]) => name === '=1+1')![6]).toBeCloseTo(7, 6);
  });

  test('holds names and notes as text, in cells that stay text', () => {
    const texts: unknown[] = [];
    for (const name of ['Week', 'Shifts', 'Roles', 'Hours'])
      book.getWorksheet(name)!.eachRow((row) =>
        row.eachCell((cell) => {
          if (typeof cell.value === 'string' && /^[=@>]/.test(cell.value)) {
            texts.push(cell.value);
            expect([cell.type, cell.numFmt]).toEqual([ExcelJS.ValueType.String, '@']);
          }
        }),
      );
    expect(new Set(texts)).toEqual(new Set(['=1+1', '=HYPERLINK("x")', '@SUM(A1)', '>5']));
    expect(JSON.stringify(book.getWorksheet('Week')!.getSheetValues())).toContain('محمد');
  });

  test('of an empty week opens', async () => {
    const own = engineOf(
      await bookOf(
        plan({ site: { blockMinutes: 60 }, people: [person('ann')], needs: [need('bar', 1, '7-15', 2)] }),
      ),
    );
    const lines = valuesOf(own, 'Coverage').slice(2);
    expect(lines.some((line) => line[6] === 2)).toBe(true);
    own.destroy();
  });
});

test('the coverage of any week is what the core computes', async () => {
  const minute = fc.integer({ min: 0, max: 1439 });
  const one = fc.record({
    day: fc.integer({ min: 0, max: 6 }),
    from: minute,
    length: fc.integer({ min: 10, max: 900 }),
    role: fc.constantFrom('bar', 'floor', null),
    pause: fc.option(fc.tuple(fc.integer({ min: 0, max: 600 }), fc.integer({ min: 5, max: 60 })), {
      nil: null,
    }),
  });
  await fc.assert(
    // Everybody has one shift: of two that overlap the core counts a person once, which no formula does.
    fc.asyncProperty(fc.array(one, { minLength: 1, maxLength: 8 }), async (list) => {
      const made = plan({
        people: list.map((_, i) => person(`p${i}`, { name: `P ${i}` })),
        site: { blockMinutes: 60 },
        needs: [need('bar', 2, '7-15', 2)],
        shifts: list.map(({ day, from, length, role, pause: rest }, i) => ({
          ...shift(`p${i}`, day, '0-1'),
          ...{ from, to: from + length, role },
          break: rest && {
            minutes: Math.min(rest[1], length),
            at: from + Math.min(rest[0], length),
            paid: false,
          },
        })),
      });
      const engine = engineOf(await bookOf(made));
      expectCoverage(engine, made);
      engine.destroy();
    }),
    { numRuns: repeats(4) },
  );
}, 60_000);
