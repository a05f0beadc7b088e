import { applyShown } from './shown-edits';
import { tabHistory } from '../../undo/history';
import { describe, expect, test } from '@jest/globals';
import { toShiftSpec } from '@/core/plan/shift-spec';
import { NO_DETAIL } from '@/core/plan/types';
import { need, person, plan, shift } from '@/core/testing';
import { screenOf } from '../testing';
import { carryTo, pickUp, putDown } from '../input/carry';
import { whoCanCover } from '../input/slots';
import { OPEN_ROW, type RowId, rowOf } from '@/core/grid/cell';

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

/** Types into a cell, as somebody would who then presses Enter. */
function type(screen: ReturnType<typeof screenOf>, person: string, day: number, text: string): boolean {
  const { controller } = screen;
  controller.goTo({ row: rowOf(person), day });
  const read = controller.read(text);
  if (!read.ok) throw new Error(read.problem.message);
  return controller.commit(controller.typed(read.value, false), true);
}

describe('an edit', () => {
  test('is drawn at once and waits to be sent; undo and redo are edits too', async () => {
    const screen = screenOf(week);
    expect(type(screen, 'bo', 3, '9-17')).toBe(true);
    expect(screen.lines).toContain('bo 3 9-17');
    await screen.undo();
    expect(screen.lines).not.toContain('bo 3 9-17');
    await screen.redo();
    expect(screen.lines).toContain('bo 3 9-17');
    expect(screen.sent.map((change) => change.do)).toEqual(['add', 'remove', 'add']);
    expect(screen.controller.plan.save.kind).toBe('saving');
  });

  test('after an undo leaves nothing to redo', async () => {
    const screen = screenOf(week);
    type(screen, 'bo', 3, '9-17');
    await screen.undo();
    type(screen, 'bo', 4, '9-17');
    await screen.redo();
    expect(tabHistory.get().undone).toEqual([]);
    await screen.undo();
    await screen.undo();
    expect(tabHistory.get().done).toEqual([]);
    expect(screen.lines).toHaveLength(4);
  });

  test('that makes an overlap is refused, and says which', () => {
    const screen = screenOf(week);
    const [ann] = week.shifts;
    expect(screen.controller.commit([{ do: 'add', shift: { ...ann, id: 'second', from: 600 } }])).toBe(false);
    expect(screen.said).toMatch(/ANN.*9:00–17:00/);
    expect(screen.sent).toEqual([]);
  });

  test('that may be a slip asks first; saying yes keeps it', () => {
    const screen = screenOf(week);
    const long = shift('bo', 4, '6-23', { id: 'long' });
    expect(screen.controller.commit([{ do: 'add', shift: long }])).toBe(false);
    expect(screen.told.at(-1)?.action?.label).toBe('Save it anyway');
    screen.told.at(-1)!.action!.run();
    expect(screen.lines).toContain('bo 4 6-23');
  });

  test('of nothing is done without being sent', () => {
    const screen = screenOf(week);
    expect(type(screen, 'ann', 0, '9-17')).toBe(true);
    expect(screen.sent).toEqual([]);
  });
});

describe('typing', () => {
  test('sets a cell: what is there is changed, what is more is added, what is less goes', () => {
    const screen = screenOf(week);
    type(screen, 'ann', 1, '10-14');
    expect(screen.lines.filter((line) => line.startsWith('ann 1'))).toEqual(['ann 1 10-14']);
    type(screen, 'ann', 1, '8-10 12-14, 18-20');
    expect(screen.lines.filter((line) => line.startsWith('ann 1'))).toEqual([
      'ann 1 12-14',
      'ann 1 18-20',
      'ann 1 8-10',
    ]);
    type(screen, 'ann', 1, '');
    expect(screen.lines.filter((line) => line.startsWith('ann 1'))).toEqual([]);
  });

  test('reads times in the opening hours of the day, and shows what is there as it would be typed', () => {
    const screen = screenOf(week);
    type(screen, 'bo', 3, '1-5 floor');
    expect(screen.lines).toContain('bo 3 13-17');
    const textOf = (row: RowId, day: number) => {
      screen.controller.goTo({ row, day });
      screen.controller.edit(null);
      const { text } = screen.view.getState().editing!;
      screen.controller.act.endEditing();
      return text;
    };
    expect(textOf(rowOf('bo'), 3)).toBe('13-17 floor');
    expect(textOf(rowOf('ann'), 1)).toBe('9-13 bar, 17-21 bar');
  });

  test('what cannot be read says where', () => {
    const { controller } = screenOf(week);
    const read = controller.read('9-17 diver');
    expect(read).toMatchObject({ ok: false, problem: { at: { from: 5, to: 10 } } });
  });

  test('into a selection sets all of it in one undo', async () => {
    const screen = screenOf(week);
    const { controller } = screen;
    controller.goTo({ row: rowOf('ann'), day: 4 });
    controller.goTo({ row: rowOf('bo'), day: 5 }, true);
    const read = controller.read('9-12');
    if (!read.ok) throw new Error(read.problem.message);
    controller.commit(controller.typed(read.value, true));
    expect(screen.lines.filter((line) => line.endsWith('9-12'))).toHaveLength(4);
    await screen.undo();
    expect(screen.lines.filter((line) => line.endsWith('9-12'))).toHaveLength(0);
  });

  test('the short name of a template makes a shift of it', () => {
    const form = {
      ...toShiftSpec(shift(null, 0, '7-15', { role: 'floor', label: 'Opening' })),
      tasks: ['Float'],
    };
    const screen = screenOf(week, { templates: [{ id: 't', name: 'Opening', short: 'OP', form }] });
    type(screen, 'bo', 3, 'op');
    const made = screen.controller.plan.judgement.plan.shifts.find((one) => one.label === 'Opening');
    expect(made).toMatchObject({
      person: 'bo',
      role: 'floor',
      from: 420,
      detail: { template: 't', tasks: ['Float'] },
    });
  });
});

describe('going about', () => {
  test('keeps to the plan, and the days shown follow', () => {
    const { controller, view } = screenOf(week);
    controller.show(3);
    controller.goTo({ row: OPEN_ROW, day: 99 });
    expect(view.getState()).toMatchObject({ active: { row: OPEN_ROW, day: 6 }, firstDay: 4 });
    controller.step(-1, -6, false);
    expect(view.getState()).toMatchObject({ active: { row: rowOf('cy'), day: 0 }, firstDay: 0 });
  });

  test('one day, three days and the week are shown from what is here; four weeks are loaded', () => {
    const { controller, view, loaded } = screenOf(week);
    controller.goTo({ row: rowOf('ann'), day: 5 });
    controller.show(1);
    expect(view.getState()).toMatchObject({ days: 1, firstDay: 5 });
    controller.show(3);
    expect(view.getState()).toMatchObject({ days: 3, firstDay: 4 });
    controller.show(7);
    expect(view.getState()).toMatchObject({ days: 7, firstDay: 0 });
    controller.show(28);
    expect(loaded).toEqual([[28, 5]]);
  });

  test('nothing moves while what is typed stands open', () => {
    const { controller, view } = screenOf(week);
    controller.edit('9-');
    controller.goTo({ row: rowOf('cy'), day: 2 });
    controller.show(1);
    expect(view.getState()).toMatchObject({ active: { row: rowOf('ann'), day: 0 }, days: 7 });
  });

  test('to a person who is filtered away takes the filter off, and says so', () => {
    const screen = screenOf(week);
    const { controller, view } = screen;
    controller.arrange({ text: 'bo' });
    expect(view.getState().active.row).toBe(rowOf('bo'));
    expect(controller.shownRows).toBe(2);
    const clash = controller.plan.judgement.people.flatMap(({ snags }) => snags)[0];
    controller.goToSnag({
      ...clash,
      code: 'overlap',
      person: 'cy',
      role: null,
      shifts: [],
      date: week.from + 2,
    });
    expect(view.getState().active).toEqual({ row: rowOf('cy'), day: 2 });
    expect(screen.said).toBe('All rows are shown again.');
  });

  test('actions on a selection keep to the rows shown', async () => {
    const screen = screenOf(week);
    const { controller } = screen;
    controller.arrange({ only: 'working' });
    controller.goTo({ row: rowOf('ann'), day: 0 });
    controller.goTo({ row: OPEN_ROW, day: 6 }, true);
    expect(controller.selectedCells()).toHaveLength(14);
    controller.clear();
    expect(screen.lines).toEqual([]);
    await screen.undo();
    expect(screen.lines).toHaveLength(4);
  });
});

describe('asking who can cover', () => {
  test('takes the gap that is looked into, that of the role drawn first', () => {
    const { controller, view } = screenOf(week);
    view.setState({ place: { day: 0, minute: 720 }, skyline: 1 });
    whoCanCover(controller);
    expect(view.getState().panel).toMatchObject({
      kind: 'cover',
      isNew: true,
      shift: { person: null, role: 'floor', from: 720, to: 840 },
    });
    view.setState({ skyline: null });
    whoCanCover(controller);
    expect(view.getState().panel).toMatchObject({ shift: { role: 'bar' } });
  });

  test('takes the shift of the cell, else says what to choose', () => {
    const screen = screenOf(week);
    const { controller, view } = screen;
    controller.goTo({ row: OPEN_ROW, day: 2 });
    whoCanCover(controller);
    expect(view.getState().panel).toMatchObject({ isNew: false, shift: { id: week.shifts[3].id } });
    view.setState({ panel: null });
    controller.goTo({ row: rowOf('cy'), day: 0 });
    whoCanCover(controller);
    expect(view.getState().panel).toBeNull();
    expect(screen.said).toContain('Choose a shift, or a gap');
    view.setState({ place: { day: 4, minute: 600 } });
    whoCanCover(controller);
    expect(screen.said).toBe('Nobody is missing at 10:00–10:30.');
  });

  test('means what is chosen where rows are roles', () => {
    const { controller, view } = screenOf(week);
    controller.arrange({ rowKind: 'roles' });
    controller.goTo({ row: 'role:bar', day: 0 });
    whoCanCover(controller);
    expect(view.getState().panel).toMatchObject({
      isNew: true,
      shift: { person: null, role: 'bar', date: week.from, from: 540, to: 1020 },
    });
    controller.goTo({ row: 'role:bar', day: 1 });
    whoCanCover(controller);
    expect(view.getState().panel).toMatchObject({ isNew: false, shift: { id: week.shifts[1].id } });
    controller.openShift();
    expect(view.getState().panel).toEqual({ kind: 'shift', id: week.shifts[1].id });
    expect(controller.chosenShifts()).toEqual([week.shifts[1], week.shifts[2]]);
  });
});

describe('a shift picked up', () => {
  test('is shown with what putting it down would do, and put down in one edit', () => {
    const screen = screenOf(week);
    const { controller, view } = screen;
    controller.goTo({ row: rowOf('ann'), day: 0 });
    pickUp(controller);
    carryTo(controller, { ...view.getState().carry!, cell: { row: rowOf('bo'), day: 0 } });
    expect(view.getState().ghost).toMatchObject({
      row: rowOf('bo'),
      day: 0,
      dragged: week.shifts[0].id,
      refused: false,
    });
    expect(screen.lines).toContain('ann 0 9-17');
    putDown(controller, true);
    expect(screen.lines).toContain('bo 0 9-17');
    expect(view.getState()).toMatchObject({ carry: null, ghost: null });
    controller.goTo({ row: rowOf('ann'), day: 0 });
    pickUp(controller);
    expect(screen.said).toBe('There is no shift to move here.');
  });

  test('left with Escape stands where it was', () => {
    const screen = screenOf(week);
    const { controller, view } = screen;
    pickUp(controller);
    carryTo(controller, { ...view.getState().carry!, cell: { row: rowOf('bo'), day: 3 } });
    putDown(controller, false);
    expect(screen.sent).toEqual([]);
  });
});

test('what would put a shift past the days that are loaded is not done on the screen', () => {
  const { controller } = screenOf(week);
  const outside = shift('ann', 9, '9-17');
  expect(applyShown(controller, [{ do: 'add', shift: outside }])).toBeNull();
  const [first] = week.shifts;
  expect(applyShown(controller, [{ do: 'set', id: first.id, shift: { date: week.from + 7 } }])).toBeNull();
  expect(applyShown(controller, [{ do: 'remove', id: first.id }])).toMatchObject({
    edit: { plan: '/nowhere', inverse: [{ do: 'add' }] },
  });
});

test('a person who holds no role is given none', () => {
  const screen = screenOf({ ...week, people: [...week.people, person('dee', { roles: [] })], shifts: [] });
  type(screen, 'dee', 2, '9-17');
  expect(screen.controller.plan.judgement.plan.shifts[0].role).toBeNull();
});

test('a shift of a pattern is changed by hand from its first edit on, whatever hand does it', async () => {
  const source = { id: 'p', key: 'k', originalDate: week.from, overridden: false };
  const mine = shift('ann', 0, '9-17', { detail: { ...NO_DETAIL, pattern: source } });
  const screen = screenOf({ ...week, shifts: [mine] });
  type(screen, 'ann', 0, '10-17');
  const [now] = screen.controller.plan.judgement.plan.shifts;
  expect(now).toMatchObject({ from: 600, detail: { pattern: { ...source, overridden: true } } });
  await screen.undo();
  expect(screen.controller.plan.judgement.plan.shifts).toEqual([mine]);
});
