import { describe, expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { applyAll } from '@/core/plan/change';
import { MONDAY, person, plan, shift, span } from '@/core/testing';
import { toShiftSpec } from '@/core/plan/shift-spec';
import { NO_DETAIL } from '@/core/plan/types';
import {
  byHand,
  clearChanges,
  copyChanges,
  copyOf,
  moveChanges,
  placeChanges,
  typedChanges,
  usualRole,
} from './cell-changes';
import { OPEN_ROW, type RowId, rangeOf, rowOf, shiftsIn } from './cell';

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
const ANN = { row: rowOf('ann'), day: 0 };
let made = 0;
const newId = () => `new ${++made}`;
const typed = (times: string, role: string | null = null) => ({
  ...span(times),
  role,
  other: null,
  template: null,
});

/** What a cell holds after changes, as spans and roles. */
function after(changes: ReturnType<typeof typedChanges>, cell = ANN): string[] {
  const done = applyAll(base, changes);
  if (!done.ok) throw new Error(done.problem.message);
  return shiftsIn(judge(done.plan), cell).map((s) => `${s.from / 60}-${s.to / 60} ${s.role}`);
}

describe('typing into a cell', () => {
  test('changes the shifts that are there before it makes others', () => {
    const changes = typedChanges(
      judged,
      ANN,
      [typed('8-12'), typed('17-22'), typed('23-24', 'floor')],
      newId,
    );
    expect(changes.map((change) => change.do)).toEqual(['set', 'add']);
    expect(after(changes)).toEqual(['8-12 bar', '17-22 bar', '23-24 floor']);
  });

  test('removes what is no longer typed, and nothing typed removes all', () => {
    expect(after(typedChanges(judged, ANN, [typed('9-12')], newId))).toEqual(['9-12 bar']);
    expect(after(typedChanges(judged, ANN, [], newId))).toEqual([]);
  });

  test('the same again changes nothing', () => {
    expect(typedChanges(judged, ANN, [typed('9-12'), typed('17-22')], newId)).toEqual([]);
  });

  test('in the row of open shifts makes open shifts', () => {
    const [change] = typedChanges(judged, { row: OPEN_ROW, day: 4 }, [typed('9-12')], newId);
    expect(change).toMatchObject({ do: 'add', shift: { person: null, date: MONDAY + 4, role: 'bar' } });
  });

  test('takes the role a person holds on that day', () => {
    expect(usualRole(judged, { row: rowOf('ann'), day: 1 })).toBe('bar');
    expect(usualRole(judged, { row: rowOf('ann'), day: 2 })).toBe('floor');
    // Who holds none is not made to.
    expect(usualRole(judged, { row: rowOf('bo'), day: 2 })).toBeNull();
    expect(usualRole(judged, { row: OPEN_ROW, day: 2 })).toBe('bar');
  });
});

describe('moving', () => {
  test('takes a break fixed in time along', () => {
    const [change] = moveChanges(judged, late, { row: rowOf('bo'), day: 3 }, 900);
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
  const changes = copyChanges(judged, [{ ...open, fixed: true }], ANN, newId);
  expect(changes.map((change) => change.do)).toEqual(['remove', 'remove', 'add']);
  expect(after(changes)).toEqual(['9-17 bar']);
  expect(changes[2]).toMatchObject({ shift: { person: 'ann', fixed: false } });
});

test('a range holds its corners, whichever way it was drawn, in the order of the rows shown', () => {
  const order: RowId[] = [OPEN_ROW, rowOf('bo'), rowOf('ann')];
  const upside = (row: RowId) => order.indexOf(row);
  expect(rangeOf({ row: OPEN_ROW, day: 1 }, { row: rowOf('ann'), day: 2 }, upside)).toEqual({
    top: 0,
    bottom: 2,
    left: 1,
    right: 2,
  });
  expect(rangeOf({ row: rowOf('bo'), day: 3 }, null, upside)).toEqual({
    top: 1,
    bottom: 1,
    left: 3,
    right: 3,
  });
  const all = order.flatMap((row) => [0, 1, 2, 3, 4, 5, 6].map((day) => ({ row, day })));
  expect(clearChanges(judged, all)).toHaveLength(3);
});

describe('the short name of a template', () => {
  const form = {
    ...toShiftSpec(shift(null, 0, '7-15', { role: 'floor', label: 'Opening' })),
    tasks: ['Ovens on'],
    template: 'op',
  };
  const opening = { ...typed('7-15'), form };

  test('makes a shift with everything the template says', () => {
    const [change] = typedChanges(judged, { row: rowOf('bo'), day: 1 }, [opening], newId);
    expect(change).toMatchObject({
      do: 'add',
      shift: {
        person: 'bo',
        from: 420,
        to: 900,
        role: 'floor',
        label: 'Opening',
        detail: { tasks: ['Ovens on'], template: 'op' },
      },
    });
  });

  test('changes the shift that is there, and another role may follow it', () => {
    const [change] = typedChanges(judged, ANN, [{ ...opening, role: 'bar' }], newId);
    expect(change).toMatchObject({ do: 'set', id: early.id, shift: { to: 900, label: 'Opening' } });
    expect(after(typedChanges(judged, ANN, [{ ...opening, role: 'bar' }], newId))).toEqual(['7-15 bar']);
  });
});

describe('a shift of a pattern', () => {
  const pattern = { id: 'p', key: 'k', originalDate: MONDAY, overridden: false };
  const given = shift('ann', 0, '9-12', { detail: { ...NO_DETAIL, pattern } });
  const with1 = judge(plan({ shifts: [given] }));
  const ownAfter = (patch: object) => {
    const [change] = byHand(with1, [{ do: 'set', id: given.id, shift: patch }]);
    return change.do === 'set' ? change.shift.detail?.pattern?.overridden : undefined;
  };

  test('is changed by hand from the first change of what the pattern says', () => {
    expect(ownAfter({ from: 600 })).toBe(true);
    expect(ownAfter({ detail: { ...given.detail!, tasks: ['x'] } })).toBe(true);
    expect(ownAfter({ person: null })).toBe(true);
  });
  test('but not by being fixed, nor where the change says what becomes of it', () => {
    expect(ownAfter({ fixed: true })).toBeUndefined();
    expect(ownAfter({ from: 600, detail: { ...given.detail!, pattern: { ...pattern, id: 'q' } } })).toBe(
      false,
    );
  });
  test('copied is a shift of its own', () => {
    expect(copyOf(given, 'copy', { person: 'bo' })).toMatchObject({
      person: 'bo',
      detail: { pattern: null },
    });
    expect(copyOf(given, 'copy', {}).id).toBe('copy');
  });
});
