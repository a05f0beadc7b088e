import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { normalized } from '@/core/availability/normalize';
import { blocksOfWeek, drawnWeek } from '@/core/availability/week-blocks';
import type { AvailabilityKind } from '@/core/plan/types';
import { formatDate } from '@/core/time/day';
import { paint } from '@/core/time/paint';
import { FORMULA, columnName, guarded, unguarded } from '../table/cells';
import { decodeText, parseCsv, formatCsv } from '../table/csv';
import { parseXlsx, formatXlsx } from '../table/xlsx';
import { guessColumns, isHead } from './columns';
import { isAmbiguousDate, orderOf, parseTypedDate } from '@/core/time/typed-date';
import { parseDayCell, formatDayCell } from './values';

const cell = fc
  .string({ unit: 'grapheme', maxLength: 12 })
  .map((text) => text.trim())
  .filter((text) => !text.includes('\0'));
const grid = fc
  .array(fc.array(cell, { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 6 })
  .filter((lines) => lines.every((line) => line.some((text) => text !== '')));

describe('CSV', () => {
  test('written and read again is the same', () => {
    fc.assert(
      fc.property(grid, (lines) => {
        // A first line that parts evenly tells the separator, as a line of heads does.
        const all = [['Number', 'Name', 'Notes'], ...lines];
        expect(parseCsv(formatCsv(all)).lines.map((line) => [...line.cells])).toEqual(all);
      }),
    );
  });

  test('doubles quotes, ends lines with CRLF and quotes what needs it (RFC 4180)', () => {
    expect(formatCsv([['a', 'b,"c"', 'd\r\ne']])).toBe('\uFEFFa,"b,""c""","d\r\ne"\r\n');
  });

  test.each([
    ['comma', 'Name,Phone\nAnn,1\nBo,2'],
    ['semicolon', 'Name;Phone\nAnn;1\nBo;2'],
    ['tab', 'Name\tPhone\nAnn\t1\nBo\t2'],
    ['semicolon with commas inside', 'Name;Phone\n"Aalto, Ann";1\nBo;2'],
  ])('with a %s is parted into cells', (_what, text) => {
    expect(parseCsv(text).lines.map((line) => line.cells.length)).toEqual([2, 2, 2]);
  });

  test('keeps the rows of the file as numbers, empty lines left out', () => {
    expect(parseCsv('Name\n\n\nAnn').lines.map((line) => line.row)).toEqual([1, 4]);
  });

  const umlaut = 'Größe;Ekström';
  test.each([
    ['UTF-8', new TextEncoder().encode(umlaut)],
    ['UTF-8 with a mark', new Uint8Array([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(umlaut)])],
    ['Windows-1252', Uint8Array.from(umlaut, (sign) => sign.charCodeAt(0))],
    ['UTF-16 LE', new Uint8Array([0xff, 0xfe, ...Buffer.from(umlaut, 'utf16le')])],
    ['UTF-16 BE', new Uint8Array([0xfe, 0xff, ...Buffer.from(umlaut, 'utf16le').swap16()])],
  ])('in %s is read', (_what, bytes) => {
    expect(parseCsv(decodeText(bytes)).lines[0].cells).toEqual(['Größe', 'Ekström']);
  });

  test('that is no text is refused in a sentence', () => {
    expect(() => parseCsv('a\0b')).toThrow('This is no text');
  });
});

describe('cells that a spreadsheet would run', () => {
  test.each(['=1+1', '+351 1', '-5', '@home', "'quoted", "'=x"])('%j is disarmed, and comes back', (text) => {
    expect(guarded(text)[0]).toBe("'");
    expect(unguarded(guarded(text))).toBe(text);
  });
  test('others are left alone', () => expect(guarded("O'Hara")).toBe("O'Hara"));
});

describe('XLSX', () => {
  test('written and read again is the same, formulas disarmed', async () => {
    const lines = [
      ['Name', 'Notes', 'Phone'],
      ['Ann "Annie" Aalto', '=cmd|x', '+351 912'],
      ['Bo', 'two\nlines', ''],
    ];
    const [table] = await parseXlsx(await formatXlsx('People', lines));
    expect(table.sheet).toBe('People');
    expect(table.lines.map((line) => [...line.cells, ''].slice(0, 3))).toEqual(lines);
  });

  test('reads dates, times, results of formulas and rich text', async () => {
    const { default: ExcelJS } = await import('exceljs');
    const workbook = new ExcelJS.Workbook();
    const sheet = workbook.addWorksheet('List');
    sheet.getCell('A1').value = new Date(Date.UTC(2027, 2, 4));
    sheet.getCell('B1').value = new Date(Date.UTC(1899, 11, 30, 9, 30));
    sheet.getCell('C1').value = { formula: '1+1', result: 2 };
    sheet.getCell('D1').value = { formula: 'A1+1' } as never;
    sheet.getCell('E1').value = { richText: [{ text: 'Ann ' }, { text: 'Aalto' }] };
    sheet.getCell('F1').value = 37.5;
    const [table] = await parseXlsx(new Uint8Array((await workbook.xlsx.writeBuffer()) as ArrayBuffer));
    expect(table.lines[0].cells).toEqual(['2027-03-04', '09:30', '2', FORMULA, 'Ann Aalto', '37.5']);
  });

  test.each([
    ['an old workbook', [0xd0, 0xcf, 0x11, 0xe0, 0], 'old form'],
    ['a picture', [0x89, 0x50, 0x4e, 0x47], 'no workbook'],
    ['a broken archive', [0x50, 0x4b, 3, 4, 9, 9, 9], 'damaged'],
  ])('%s is refused in a sentence', async (_what, bytes, words) => {
    await expect(parseXlsx(Uint8Array.from(bytes))).rejects.toThrow(words);
  });
});

describe('columns', () => {
  test('are guessed from their heads, each meaning once', () => {
    const heads = [
      'Employee No.',
      'Full name',
      'Tel.',
      'Hours per week',
      'Mon',
      'Locker',
      'Telephone',
      'Gibberish',
    ];
    expect(guessColumns(heads, [{ id: 'f1', name: 'Locker' }], new Map())).toEqual([
      'number',
      'name',
      'phone',
      'contractMinutes',
      'mon',
      'field:f1',
      null,
      null,
    ]);
  });

  test('are remembered', () => {
    expect(guessColumns(['Gibberish'], [], new Map([['gibberish', 'notes']]))).toEqual(['notes']);
    expect(guessColumns(['Old'], [], new Map([['old', 'field:gone']]))).toEqual([null]);
  });

  test('have heads or begin at once', () => {
    expect(isHead(['Name', 'Hours'])).toBe(true);
    expect(isHead(['Ann Aalto', '38'])).toBe(false);
  });

  test('are named as spreadsheets name them', () =>
    expect([0, 25, 26, 701].map(columnName)).toEqual(['A', 'Z', 'AA', 'ZZ']));
});

describe('dates', () => {
  test.each([
    ['2027-03-04', 'day', '2027-03-04'],
    ['04.03.2027', 'month', '2027-03-04'],
    ['4/3/2027', 'day', '2027-03-04'],
    ['3/4/2027', 'month', '2027-03-04'],
    ['25/3/27', 'month', '2027-03-25'],
    ['4 Mar 2027', 'day', '2027-03-04'],
    ['March 4, 2027', 'day', '2027-03-04'],
    ['2027-03-04 00:00', 'day', '2027-03-04'],
  ] as const)('%j, %s first, is %s', (text, order, date) => {
    const read = parseTypedDate(text, order);
    expect(read.ok && formatDate(read.value)).toBe(date);
  });

  test.each(['31.2.2027', '2027-13-01', 'soon', '=A1'])('%j is refused', (text) =>
    expect(parseTypedDate(text, 'day').ok).toBe(false),
  );

  test('are asked about where they can be read two ways', () => {
    expect(['3/4/2027', '13/4/2027', '4/4/2027', '3.4.2027'].map(isAmbiguousDate)).toEqual([
      true,
      false,
      false,
      false,
    ]);
    expect(orderOf(['3/4/2027', '3/14/2027'])).toBe('month');
    expect(orderOf(['3/4/2027'])).toBeNull();
  });
});

describe('availability columns', () => {
  test.each([
    ['9-17', '9-17'],
    ['9-13 17-22', '9-13 17-22'],
    ['off', 'off'],
    ['any', 'any'],
    ['9-15 rather not 15-20', '9-15 rather not 15-20'],
    ['after 15', '15-24'],
  ])('%j is %j', (text, meant) => {
    const read = parseDayCell(text, 2);
    expect(read.ok && formatDayCell(read.value)).toBe(meant);
  });

  test.each(['Tue 9-17', 'not 9-17', 'sometimes'])('%j is refused', (text) =>
    expect(parseDayCell(text, 2).ok).toBe(false),
  );

  test('22:00–23:59 and 0:00–6:00 are one night of 480 min, not 479 (common practice)', () => {
    const [late, early] = [parseDayCell('22:00-23:59', 0), parseDayCell('0:00-6:00', 1)];
    const night = normalized([...(late.ok ? late.value : []), ...(early.ok ? early.value : [])]);
    expect(night).toEqual([{ weekday: 0, from: 1320, to: 1800, kind: 'available' }]);
    expect(night[0].to - night[0].from).toBe(480);
  });

  test('written and read again mean the same week', () => {
    const kinds = fc.constantFrom<AvailabilityKind>('available', 'rather-not', 'not-available');
    const stroke = fc.tuple(fc.nat(6), fc.nat(48), fc.nat(48), kinds);
    fc.assert(
      fc.property(fc.array(stroke, { maxLength: 12 }), (strokes) => {
        const days = drawnWeek([]);
        for (const [day, a, b, kind] of strokes)
          days[day] = paint(days[day], { from: Math.min(a, b) * 30, to: Math.max(a, b) * 30 }, kind);
        const meant = normalized(blocksOfWeek(days));
        const back = Array.from({ length: 7 }, (_, weekday) => {
          const text = formatDayCell(meant.filter((block) => block.weekday === weekday));
          const read = parseDayCell(text, weekday);
          if (!read.ok) throw new Error(read.message);
          return read.value;
        });
        expect(drawnWeek(back.flat())).toEqual(drawnWeek(meant));
      }),
    );
  });
});
