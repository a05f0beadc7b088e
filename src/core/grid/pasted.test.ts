import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge } from '../consequences/judge';
import { plan, person, repeats, shift } from '../testing';
import { type Cell, rowOf } from './cell';
import { formatBlock, parseBlock, pasteBlock } from './pasted';

const week = judge(
  plan({ people: [person('ann'), person('bo')], shifts: [shift('ann', 0, '9-17'), shift('bo', 1, '9-13')] }),
);
const people = ['ann', 'bo'];
const cellAt = (row: number, day: number): Cell | null =>
  row < people.length && day < 7 ? { row: rowOf(people[row]), day } : null;
const names = { templates: [], roleStyles: new Map<string, { mark: string }>(), hourFormat: '24' as const };
let made = 0;
const paste = (text: string) => pasteBlock(week, parseBlock(text), cellAt, names, () => `new${made++}`);

describe('a block from a spreadsheet', () => {
  test('is cells and rows, with quotes where a cell has lines', () => {
    expect(parseBlock('9-5\toff\r\n\t"9-1\n2-6"\n')).toEqual([
      ['9-5', 'off'],
      ['', '9-1\n2-6'],
    ]);
    expect(parseBlock('')).toEqual([['']]);
    expect(parseBlock('a "b" c')).toEqual([['a "b" c']]);
  });

  test('comes back as it was written', () => {
    const text = fc.string({ unit: fc.constantFrom('a', '9', '"', '\t', '\n', ' '), maxLength: 6 });
    fc.assert(
      fc.property(
        fc.array(fc.array(text, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 4 }),
        (rows) => {
          expect(parseBlock(`${formatBlock(rows)}\n`)).toEqual(rows);
        },
      ),
      { numRuns: repeats(200) },
    );
  });

  test('is placed as if each cell were typed: empty leaves, off takes away', () => {
    const { changes, faults } = paste('10-18 bar\t\t9-12\noff\toff');
    expect(faults).toEqual([]);
    expect(changes.map((change) => change.do)).toEqual(['set', 'add', 'remove']);
    expect(changes[0]).toMatchObject({ shift: { from: 600, to: 1080 } });
  });

  test('tells the cells that cannot be read, and what lies outside', () => {
    const { changes, faults, cells, outside } = paste('9-5\tmornings\n9-25\tx\n9-5\t9-5');
    expect(changes).toHaveLength(0);
    expect(faults.map(({ row, column, text }) => [row, column, text])).toEqual([
      [1, 2, 'mornings'],
      [2, 1, '9-25'],
      [2, 2, 'x'],
    ]);
    expect([cells, outside]).toEqual([6, 2]);
  });
});
