import { describe, expect, test } from '@jest/globals';
import { judge } from '@/core/consequences/judge';
import { OPEN_ROW, rowOf } from '@/core/grid/cell';
import { need, person, plan, shift } from '@/core/testing';
import { screenOf } from '../testing';

const open = [{ from: 420, to: 1380 }];
const week = plan({
  site: { openHours: [open, open, open, open, open, open, open] },
  people: [person('ann'), person('bo'), person('cy', { roles: [] })],
  needs: [need('bar', 0, '9-17', 2), need('floor', 0, '12-14')],
  shifts: [
    shift('ann', 0, '9-17'),
    shift('ann', 1, '9-13'),
    shift('ann', 1, '17-21'),
    shift(null, 2, '9-17'),
  ],
});

describe('rows of roles and needs', () => {
  test('are selected as those of people are, and a shift that fills two needs counts once', () => {
    const twice = [need('bar', 0, '9-12'), need('bar', 0, '12-17')];
    const { controller, view } = screenOf({ ...week, needs: twice });
    controller.arrange({ rowKind: 'needs' });
    expect(view.getState().active.row).toBe('need:540-720:bar');
    controller.step(1, 0, true);
    expect(controller.selectedCells()).toHaveLength(2);
    expect(controller.chosenShifts()).toEqual([week.shifts[0]]);
    expect(controller.clearing()).toEqual([]);
  });

  test('what is typed there is an open shift of the role, besides what is there', () => {
    const screen = screenOf(week);
    screen.controller.arrange({ rowKind: 'roles' });
    screen.controller.goTo({ row: 'role:floor', day: 0 });
    for (const text of ['9-12', '13-15 bar']) {
      const read = screen.controller.read(text);
      if (!read.ok) throw new Error(read.problem.message);
      screen.controller.commit(screen.controller.typed(read.value, false), true);
    }
    const { shifts } = screen.controller.plan.judgement.plan;
    const made = shifts.filter(({ date, person }) => person === null && date === week.from);
    expect(made.map(({ role, from }) => `${role} ${from / 60}`)).toEqual(['floor 9', 'bar 13']);
    expect(screen.lines).toContain('ann 0 9-17');
  });

  test('a snag is gone to in the row of its shift, else people are shown again', () => {
    const screen = screenOf(week);
    const { controller, view } = screen;
    controller.arrange({ rowKind: 'roles' });
    const clash = controller.plan.judgement.people.flatMap(({ snags }) => snags)[0];
    const snag = { ...clash, code: 'overlap' as const, role: null, person: 'ann', date: week.from + 1 };
    controller.goToSnag({ ...snag, shifts: [week.shifts[2].id] });
    expect(view.getState().active).toEqual({ row: 'role:bar', day: 1 });
    controller.goToSnag({ ...snag, person: 'cy', shifts: [] });
    expect(view.getState()).toMatchObject({
      active: { row: rowOf('cy'), day: 1 },
      arrangement: { rowKind: 'people' },
    });
    expect(screen.said).toBe('Rows are people again.');
  });
});

test('rows are found anew when people come or go, and what is active stays if it is still there', () => {
  const { controller, view, store } = screenOf(week);
  controller.goTo({ row: rowOf('bo'), day: 2 });
  const before = controller.plan.judgement;
  store.setState({ judgement: judge({ ...week, people: [week.people[1]], shifts: [] }) });
  controller.rearrange(before);
  expect(view.getState()).toMatchObject({
    active: { row: rowOf('bo'), day: 2 },
    rows: { order: [rowOf('bo'), OPEN_ROW] },
  });
  const { rows } = view.getState();
  controller.rearrange(controller.plan.judgement);
  expect(view.getState().rows).toBe(rows);
});
