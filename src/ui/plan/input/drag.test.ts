import { describe, expect, test } from '@jest/globals';
import { NO_DETAIL } from '@/core/plan/types';
import { applyAll } from '@/core/plan/change';
import { person, plan, shift } from '@/core/testing';
import { type DragTarget, propose } from './drag';
import { lineOf, screenOf } from '../testing';
import { OPEN_ROW, rowOf } from '@/core/grid/cell';

const pause = { minutes: 30, at: 720, paid: false };
const detail = { ...NO_DETAIL, duties: [{ name: 'Delivery', from: 840, to: 885, oneOff: false }] };
const mine = shift('ann', 0, '9-17', { break: pause, detail });
const night = shift('bo', 1, '22-30');
const week = plan({ people: [person('ann'), person('bo')], shifts: [mine, night] });
const { controller } = screenOf(week);
const hold: DragTarget = {
  shift: mine,
  grip: null,
  part: null,
  home: { row: rowOf('ann'), day: 0 },
  press: 600,
};

/** What letting go at a place would leave of the plan, or null where nothing would be done. */
function left(held: DragTarget, row: string, day: number, minute: number, step = 30, copy = false) {
  const proposal = propose(
    controller,
    held,
    { cell: { row: row === 'open' ? OPEN_ROW : rowOf(row), day }, minute },
    step,
    copy,
  );
  if (!proposal) return null;
  const done = applyAll(week, proposal.changes);
  if (!done.ok) throw new Error(done.problem.message);
  return { proposal, plan: done.plan, lines: done.plan.shifts.map((one) => lineOf(one, week.from)).sort() };
}

describe('moving', () => {
  test('keeps the length, in steps from where it was taken hold of', () => {
    expect(left(hold, 'ann', 0, 655)?.lines).toEqual(['ann 0 10-18', 'bo 1 22-30']);
    expect(left(hold, 'ann', 0, 655, 5)?.lines).toEqual(['ann 0 9:55-17:55', 'bo 1 22-30']);
  });

  test('to another person and day takes its break and duties along', () => {
    const found = left(hold, 'bo', 3, 720)!;
    expect(found.lines).toEqual(['bo 1 22-30', 'bo 3 11-19']);
    expect(found.plan.shifts[0]).toMatchObject({
      break: { at: 840 },
      detail: { duties: [{ from: 960, to: 1005 }] },
    });
  });

  test('to the open shifts turns it open', () => {
    expect(left(hold, 'open', 0, 600)?.lines).toEqual(['bo 1 22-30', 'open 0 9-17']);
  });

  test('to where it was changes nothing', () => {
    expect(left(hold, 'ann', 0, 610)?.proposal.changes).toEqual([]);
  });

  test('never begins before the day or after it', () => {
    expect(left(hold, 'ann', 0, -400)?.lines[0]).toBe('ann 0 0-8');
    expect(left({ ...hold, press: 540 }, 'ann', 0, 1439)?.lines[0]).toBe('ann 0 23:59-31:59');
  });

  test('with Ctrl leaves it and makes another, but not over itself', () => {
    expect(left(hold, 'ann', 2, 600, 30, true)?.lines).toEqual(['ann 0 9-17', 'ann 2 9-17', 'bo 1 22-30']);
    expect(left(hold, 'ann', 0, 660, 30, true)?.proposal.changes).toEqual([]);
  });
});

describe('pulling an end', () => {
  test('moves it alone, over midnight too', () => {
    expect(left({ ...hold, grip: 'to' }, 'ann', 0, 1080)?.lines[0]).toBe('ann 0 9-18');
    expect(left({ ...hold, grip: 'from' }, 'ann', 0, 480)?.lines[0]).toBe('ann 0 8-17');
    const late = { ...hold, shift: night, grip: 'to', home: { row: rowOf('bo'), day: 1 } };
    expect(left(late, 'bo', 2, 420)?.lines[1]).toBe('bo 1 22-31');
  });

  test('never past the other end, nor over a day', () => {
    expect(left({ ...hold, grip: 'to' }, 'ann', 0, 540)).toBeNull();
    expect(left({ ...hold, grip: 'from' }, 'ann', 0, 1020)).toBeNull();
    expect(left({ ...hold, grip: 'to' }, 'ann', 2, 600)?.proposal.changes).toEqual([]);
  });
});

describe('a break or a duty', () => {
  test('moves inside its shift, in steps of five minutes', () => {
    const found = left({ ...hold, part: 'break:0', press: 725 }, 'ann', 0, 762)!;
    expect(found.plan.shifts[0].break).toEqual({ ...pause, at: 755 });
    expect(found.proposal).toMatchObject({ from: 755, to: 785 });
    const duty = left({ ...hold, part: 'duty:0', press: 850 }, 'ann', 0, 790)!;
    expect(duty.plan.shifts[0].detail!.duties[0]).toMatchObject({ from: 780, to: 825 });
  });

  test('stops at the ends of its shift', () => {
    const found = left({ ...hold, part: 'duty:0', press: 850 }, 'ann', 0, 1400)!;
    expect(found.plan.shifts[0].detail!.duties[0]).toMatchObject({ from: 975, to: 1020 });
  });
});

describe('drawing', () => {
  const empty: DragTarget = {
    shift: null,
    grip: null,
    part: null,
    home: { row: rowOf('bo'), day: 4 },
    press: 611,
  };

  test('makes a shift from where was pressed to where is let go, either way', () => {
    expect(left(empty, 'bo', 4, 750)?.lines[2]).toBe('bo 4 10-12:30');
    expect(left(empty, 'bo', 4, 480)?.lines[2]).toBe('bo 4 8-10');
    expect(left(empty, 'bo', 4, 750)?.proposal).toMatchObject({ role: 'bar', dragged: null });
  });

  test('less than a step, or on another day, makes none', () => {
    expect(left(empty, 'bo', 4, 600)).toBeNull();
    expect(left(empty, 'bo', 5, 750)).toBeNull();
  });
});
