import { describe, expect, test } from '@jest/globals';
import { OPEN_ROW } from '@/core/grid/cell';
import { person, plan } from '@/core/testing';
import { screenOf } from '../testing';

const open = [{ from: 420, to: 1380 }];
const week = plan({ site: { openHours: Array(7).fill(open) }, people: [person('ann')] });

describe('the cell of open shifts', () => {
  const day = 6;
  const typeOpen = (screen: ReturnType<typeof screenOf>, text: string | null, then?: string) => {
    const { controller } = screen;
    controller.goTo({ row: OPEN_ROW, day });
    controller.edit(text);
    const opened = screen.view.getState().editing!;
    const read = controller.read(then ?? opened.text);
    if (!read.ok) throw new Error(read.problem.message);
    controller.commit(controller.typed(read.value, false), true);
    controller.act.endEditing();
    return opened;
  };
  const openLines = (screen: ReturnType<typeof screenOf>) =>
    screen.lines.filter((line) => line.startsWith(`open ${day}`));

  test('holds as many as are typed, at the same time too; typing adds', () => {
    const screen = screenOf(week);
    typeOpen(screen, '9', '9-13 floor, 9-13 floor 12-17 bar');
    expect(openLines(screen)).toEqual(['open 6 12-17', 'open 6 9-13', 'open 6 9-13']);
    typeOpen(screen, '9', '9-13');
    expect(openLines(screen)).toHaveLength(4);
  });

  test('is changed one shift at a time with F2, and the next with F2 again', () => {
    const screen = screenOf(week);
    typeOpen(screen, '9', '9-13 floor, 12-17 bar');
    const first = typeOpen(screen, null, '10-13 floor');
    expect(first).toMatchObject({ text: '9-13 floor' });
    expect(openLines(screen)).toEqual(['open 6 10-13', 'open 6 12-17']);
    screen.controller.goTo({ row: OPEN_ROW, day });
    screen.controller.edit(null, first.of[0]);
    expect(screen.view.getState().editing!.text).toBe('12-17 bar');
    // Past the last comes the first again.
    screen.controller.edit(null, screen.view.getState().editing!.of[0]);
    expect(screen.view.getState().editing!.of).toEqual(first.of);
  });

  test('loses the one that is emptied', () => {
    const screen = screenOf(week);
    typeOpen(screen, '9', '9-13 floor, 12-17 bar');
    typeOpen(screen, null, ' ');
    expect(openLines(screen)).toEqual(['open 6 12-17']);
  });
});
