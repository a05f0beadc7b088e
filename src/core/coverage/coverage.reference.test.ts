import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { coverageBetween, judge } from '../consequences/judge';
import type { Shift } from '../plan/types';
import { DAY } from '../time/span';
import { person, plan, repeats, shift } from '../testing';

// Source: a spreadsheet engine (hyperformula) computing COUNTIFS(start <= block, end > block) on the same table.
const PEOPLE = Array.from({ length: 12 }, (_, i) => `p${i}`);
const half = fc.integer({ min: 0, max: 47 });
const tables = fc.array(fc.tuple(half, half, fc.constantFrom('bar', 'floor')), {
  minLength: 1,
  maxLength: PEOPLE.length,
});

test('the coverage grid equals the spreadsheet, for plans on block boundaries without overlaps or nights', () => {
  fc.assert(
    fc.property(tables, (table) => {
      const shifts = table.flatMap(([a, b, role], i): Shift[] => {
        const [from, to] = [Math.min(a, b) * 30, (Math.max(a, b) + 1) * 30];
        return [{ ...shift(PEOPLE[i], 0, '0-1'), from, to, role }];
      });
      const judged = judge(plan({ people: PEOPLE.map((id) => person(id)), shifts }));
      const rows = shifts.map(({ role, from, to }) => [role!, from, to]);
      const last = rows.length;
      const counts = ['bar', 'floor'].map((role) =>
        Array.from(
          { length: 48 },
          (_, b) => `=COUNTIFS(A1:A${last},"${role}",B1:B${last},"<=${b * 30}",C1:C${last},">${b * 30}")`,
        ),
      );
      const sheet = HyperFormula.buildFromSheets(
        {
          table: rows,
          grid: counts.map((row) => row.map((formula) => formula.replaceAll(/([ABC])1:/g, 'table!$11:'))),
        },
        { licenseKey: 'gpl-v3' },
      );
      const grid = sheet.getSheetValues(sheet.getSheetId('grid')!);
      sheet.destroy();
      [0, 1].forEach((row) => {
        const ours = coverageBetween(judged, row, 0, { from: 0, to: DAY }).map((block) => block.staffed);
        expect(ours).toEqual(grid[row]);
      });
    }),
    { numRuns: repeats(60) },
  );
});
