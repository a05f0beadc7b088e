import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge, snagsOf } from '../consequences/judge';
import { MONDAY, need, person, plan, randomPlan, shift } from '../testing';
import { AS_LISTED, filterSummary } from './arrangement';
import {
  type NeedsRow,
  cellOf,
  holdersOf,
  isRowShown,
  needRows,
  needsRows,
  parseNeedsRow,
  roleRows,
} from './needs-rows';
import { formatTimeSpan } from '../time/format';
import { LANES, STEP, layOut } from '../../ui/plan/grid/needs-layout';

const judged = judge(
  plan({
    people: [person('ann'), person('bo'), person('cy', { roles: [] })],
    needs: [
      need('bar', 0, '9-12', 2),
      need('bar', 0, '12-17'),
      need('bar', 1, '9-12', 2),
      need('floor', 0, '22-26'),
      need(null, 0, '9-10', 3),
    ],
    shifts: [
      shift('ann', 0, '9-17'),
      shift(null, 0, '10-12'),
      shift('bo', 0, '23-25', { role: 'floor' }),
      shift('bo', 0, '11-12:30'),
    ],
  }),
);
/** `Bar 9:00–12:00` of a need, `Bar` of a role. */
const called = ({ name, span }: NeedsRow) =>
  span ? `${name} ${formatTimeSpan(span.from, span.to, '24')}` : name;
const cell = (name: string, day = 0) => {
  const row = [...roleRows(judged.plan), ...needRows(judged.plan)].find((one) => called(one) === name)!;
  const { shifts, missing } = cellOf(judged, row, day);
  return {
    who: shifts.map((one) => one.name),
    missing: missing.map(({ from, to, count }) => `${from / 60}-${to / 60} ${count}`),
  };
};

describe('rows from the side of what is needed', () => {
  test('are the roles, with how many can work them', () => {
    expect(
      roleRows(judged.plan).map(({ name, role }) => `${name}: ${holdersOf(judged.plan, role!)} can work it`),
    ).toEqual(['Bar: 2 can work it', 'Floor: 2 can work it']);
  });

  test('are each need once, by role and start, everybody last', () => {
    expect(needRows(judged.plan).map(called)).toEqual([
      'Bar 9:00–12:00',
      'Bar 12:00–17:00',
      'Floor 22:00–2:00',
      'Everybody 9:00–10:00',
    ]);
  });
});

test('what a row asks for is read back from its id', () => {
  for (const row of [...roleRows(judged.plan), ...needRows(judged.plan)])
    expect(parseNeedsRow(row.id)).toEqual({ role: row.role, span: row.span });
  for (const other of ['person:need:1-2:bar', 'open', 'person:role:bar', 'need:x'])
    expect(parseNeedsRow(other)).toBeNull();
});

test.each([
  [{ role: 'floor' }, ['Floor 22:00–2:00'], 'Floor'],
  [
    { only: 'open' as const },
    ['Bar 9:00–12:00', 'Floor 22:00–2:00', 'Everybody 9:00–10:00'],
    'with places to fill',
  ],
  [{ role: 'bar', only: 'open' as const }, ['Bar 9:00–12:00'], 'Bar, with places to fill'],
])('rows filtered by %j are %j, which is said', (change, expected, said) => {
  const arrangement = { ...AS_LISTED, rowKind: 'needs' as const, ...change };
  const rows = needRows(judged.plan).filter((row) => isRowShown(judged, row, arrangement));
  expect(rows.map(called)).toEqual(expected);
  expect(filterSummary(arrangement, (id) => (id === 'bar' ? 'Bar' : 'Floor'))).toBe(said);
});

describe('a cell', () => {
  test('names who fills a need and when how many are missing; an open shift fills nothing', () => {
    expect(cell('Bar 9:00–12:00')).toEqual({ who: ['ANN', 'open', 'BO'], missing: ['9-11 1'] });
    expect(cell('Bar 12:00–17:00')).toEqual({ who: ['ANN', 'BO'], missing: [] });
    expect(cell('Bar 9:00–12:00', 1)).toEqual({ who: [], missing: ['9-12 2'] });
  });

  test('past midnight counts into the day on which the need begins', () => {
    expect(cell('Floor 22:00–2:00')).toEqual({ who: ['BO'], missing: ['22-23 1', '25-26 1'] });
  });

  test('of everybody counts all roles, and names who is on in it', () => {
    expect(cell('Everybody 9:00–10:00')).toEqual({ who: ['ANN'], missing: ['9-10 2'] });
  });

  test('of a role shows all of it, the needs of the day together', () => {
    expect(cell('Bar')).toEqual({ who: ['ANN', 'open', 'BO'], missing: ['9-11 1'] });
    expect(judged.plan.from).toBe(MONDAY);
  });
});

test('what is missing by role comes to the gaps that the plan is judged by', () => {
  fc.assert(
    fc.property(fc.nat({ max: 100_000 }), (seed) => {
      const week = judge(randomPlan(seed));
      const gaps = snagsOf(week).filter((snag) => snag.code === 'gap');
      // A gap counts whole blocks and is cut at midnight; what is missing lies in gaps at least as deep.
      const isDeep = (role: string | null, count: number, minute: number, date: number) =>
        gaps.some(
          (gap) =>
            gap.role === role &&
            gap.date === date &&
            gap.from! <= minute &&
            minute < gap.to! &&
            gap.amount! >= count,
        );
      const { from: first, days } = week.plan;
      const shallow = roleRows(week.plan).flatMap((row) =>
        Array.from({ length: days }, (_, day) => cellOf(week, row, day).missing).flatMap((missing, day) =>
          missing.flatMap(({ from, to, count }) =>
            Array.from({ length: to - from }, (_, i) => from + i).filter((minute) => {
              const date = first + day + Math.floor(minute / 1440);
              return date < first + days && !isDeep(row.role, count, minute % 1440, date);
            }),
          ),
        ),
      );
      expect(shallow).toEqual([]);
    }),
    { numRuns: 60 },
  );
});

test('a row is as high as what stands above one another in it, up to a limit', () => {
  const crowd = Array.from({ length: LANES + 5 }, (_, i) => person(`p${i}`));
  const week = judge(
    plan({
      people: crowd,
      needs: [need('bar', 1, '9-17', 99)],
      shifts: [
        ...crowd.map(({ id }) => shift(id, 0, '9-17')),
        ...crowd.slice(0, 3).map(({ id }) => shift(id, 1, '9-17')),
      ],
    }),
  );
  const rows = needsRows(week.plan, 'roles');
  const [bar, floor] = layOut(week, rows, { firstDay: 0, days: 7 });
  expect(bar.cells.map(({ day, lanes }) => [day, lanes.count]).slice(0, 3)).toEqual([
    [0, LANES + 5],
    [1, 3],
    [2, 0],
  ]);
  // One lane more than are drawn says how many there are besides.
  expect(bar.height).toBe((LANES + 1) * STEP + 10);
  const [tuesday] = layOut(week, rows, { firstDay: 1, days: 1 });
  expect(tuesday.height).toBe(4 * STEP + 10);
  expect(floor.height).toBe(38);
});
