import { describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { parseCsv } from '../table/csv';
import { parsePunchTable } from './punch-table';

const read = (text: string, order: 'day' | 'month' = 'day') => parsePunchTable(parseCsv(text), order);
const wall = (date: string, minute: number) => ({ wall: parseDate(date)! * DAY + minute });

describe('a list of what people clocked', () => {
  test.each([
    [
      'with heads in any order',
      'Direction;Staff number;Date;Time\nin;101;2026-11-16;8:56',
      'in',
      wall('2026-11-16', 536),
    ],
    ['with one column of instants', 'ID,Timestamp\n101,2026-11-16 08:56:41', null, wall('2026-11-16', 536)],
    ['without heads', '101\t2026-11-16T08:56', null, wall('2026-11-16', 536)],
    ['without heads, date and time apart', '101,16/11/2026,8:56,out', 'out', wall('2026-11-16', 536)],
    ['with am and pm', 'No;Date;Time\n101;16.11.2026;8:56 pm', null, wall('2026-11-16', 1256)],
    [
      'with an offset',
      '101,2026-11-16T08:56:00+01:00,IN',
      'in',
      { elapsed: parseDate('2026-11-16')! * DAY + 476 },
    ],
    [
      'with breaks',
      'No,When,Event\n101,2026-11-16 12:00,Break start',
      'break-begins',
      wall('2026-11-16', 720),
    ],
  ])('%s', (_, text, kind, at) => {
    expect(read(text)).toMatchObject({ faults: [], rows: [{ number: '101', kind, at }] });
  });

  test('tells day and month by the dates themselves where one of them can', () => {
    const rows = read('101,3/4/2026 8:00\n101,3/14/2026 8:00', 'day').rows;
    expect(rows.map(({ at }) => at)).toEqual([wall('2026-03-04', 480), wall('2026-03-14', 480)]);
    expect(read('101,3/4/2026 8:00', 'day').rows[0].at).toEqual(wall('2026-04-03', 480));
    expect(read('101,3/4/2026 8:00', 'month').rows[0].at).toEqual(wall('2026-03-04', 480));
  });

  test('says which rows cannot be taken and why, and takes the others', () => {
    const text = [
      'No,Date,Time,In/out',
      '101,2026-11-16,8:00,in',
      ',2026-11-16,8:00,in',
      '102,2026-02-30,8:00,in',
    ];
    const { rows, faults } = read(
      [...text, '103,2026-11-16,25:00,in', '104,2026-11-16,8:00,sideways', '105,,,in'].join('\n'),
    );
    expect(rows.map(({ row }) => row)).toEqual([2]);
    expect(faults.map(({ row, message }) => [row, message])).toEqual([
      [3, 'there is no staff number'],
      [4, 'there is no date "2026-02-30"'],
      [5, '"25:00" is no time of day'],
      [6, '"sideways" says neither in nor out'],
      [7, 'there is no time'],
    ]);
  });
});
