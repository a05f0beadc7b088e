import { describe, expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { applyAll } from '@/core/plan/change';
import { MONDAY, person, plan, shift, span } from '@/core/testing';
import {
  cellsOf,
  clearChanges,
  copyChanges,
  moveChanges,
  placeChanges,
  rangeOf,
  shiftsIn,
  typedChanges,
  usualRole,
} from './edits';

const early = shift('ann', 0, '9-12');
const late = shift('ann', 0, '17-22', { break: { minutes: 30, at: 1140, paid: false } });
const open = shift(null, 2, '9-17');
const base = plan({
  people: [
    person('ann', {
      roles: [
        { role: 'bar', until: MONDAY + 1, hourlyRate: null },
        { role: 'floor', until: null, hourlyRate: null },
      ],
    }),
    person('bo', { roles: [] }),
  ],
  shifts: [early, late, open],
});
const judged = judge(base);
const ANN = { row: 0, day: 0 };
const OPEN_ROW = 2;
const typed = (times: string, role: string | null = null) => ({ ...span(times), role, other: null });

/** What a cell holds after changes, as spans and roles. */
function after(changes: ReturnType<typeof typedChanges>, cell = ANN): string[] {
  const done = applyAll(base, changes);
  if (!done.ok) throw new Error(done.problem.message);
  return shiftsIn(judge(done.plan), cell).map((s) => `${s.from / 60}-${s.to / 60} ${s.role}`);
}

describe('typing into a cell', () => {
  test('changes the shifts that are there before it makes others', () => {
    const changes = typedChanges(judged, ANN, [typed('8-12'), typed('17-22'), typed('23-24', 'floor')]);
    expect(changes.map((change) => change.do)).toEqual(['set', 'add']);
    expect(after(changes)).toEqual(['8-12 bar', '17-22 bar', '23-24 floor']);
  });

  test('removes what is no longer typed, and nothing typed removes all', () => {
    expect(after(typedChanges(judged, ANN, [typed('9-12')]))).toEqual(['9-12 bar']);
    expect(after(typedChanges(judged, ANN, []))).toEqual([]);
  });

  test('the same again changes nothing', () => {
    expect(typedChanges(judged, ANN, [typed('9-12'), typed('17-22')])).toEqual([]);
  });

  test('in the row of open shifts makes open shifts', () => {
    const [change] = typedChanges(judged, { row: OPEN_ROW, day: 4 }, [typed('9-12')]);
    expect(change).toMatchObject({ do: 'add', shift: { person: null, date: MONDAY + 4, role: 'bar' } });
  });

  test('takes the role a person holds on that day', () => {
    expect(usualRole(judged, { row: 0, day: 1 })).toBe('bar');
    expect(usualRole(judged, { row: 0, day: 2 })).toBe('floor');
    expect(usualRole(judged, { row: 1, day: 2 })).toBe('bar');
  });
});

describe('moving', () => {
  test('takes a break fixed in time along', () => {
    const [change] = moveChanges(judged, late, { row: 1, day: 3 }, 900);
    expect(change).toMatchObject({
      shift: { person: 'bo', date: MONDAY + 3, from: 900, to: 1200, break: { at: 1020, minutes: 30 } },
    });
  });

  test('to where it is changes nothing', () => expect(moveChanges(judged, early, ANN, 540)).toEqual([]));

  test('an end over a fixed break keeps the break in length only', () => {
    const [change] = placeChanges(judged, late, ANN, span('17-19'));
    expect(change).toMatchObject({ shift: { to: 1140, break: { at: null, minutes: 30 } } });
  });

  test('never makes a shift without length or of more than a day', () => {
    for (const times of [span('17-17'), { from: 600, to: 2041 }, { from: -30, to: 60 }, span('24-25')])
      expect(placeChanges(judged, late, ANN, times)).toEqual([]);
  });
});

test('copies replace what stands in their place and are not fixed', () => {
  const changes = copyChanges(judged, [{ ...open, fixed: true }], ANN);
  expect(changes.map((change) => change.do)).toEqual(['remove', 'remove', 'add']);
  expect(after(changes)).toEqual(['9-17 bar']);
  expect(changes[2]).toMatchObject({ shift: { person: 'ann', fixed: false } });
});

test('a range holds its corners, whichever way it was drawn', () => {
  const cells = cellsOf(rangeOf({ row: 2, day: 1 }, { row: 0, day: 2 }));
  expect(cells).toHaveLength(6);
  expect(clearChanges(judged, cellsOf(rangeOf({ row: 0, day: 0 }, { row: 2, day: 6 })))).toHaveLength(3);
});
