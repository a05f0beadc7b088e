import { describe, expect, test } from '@jest/globals';
import { need, person, plan, shift } from '@/core/testing';
import { copyCells, pasteText } from './clip';
import { onCanvasKey, onPageKey } from './keys';
import { screenOf } from '../testing';
import { OPEN_ROW, rowOf } from '@/core/grid/cell';

const week = plan({
  people: [person('ann'), person('bo'), person('cy')],
  needs: [need('bar', 0, '9-17'), need('bar', 3, '9-17')],
  shifts: [shift('ann', 0, '9-17'), shift('ann', 1, '9-13'), shift('bo', 0, '12-20')],
});

/** Presses keys such as `Ctrl+c`, `Shift+ArrowDown`, `x` on the canvas, or on the page where it does not take them. */
function at(screen: ReturnType<typeof screenOf>) {
  const weeks: number[] = [];
  let clipboard = '';
  const press = (...keys: string[]) => {
    for (const text of keys) {
      const parts = text.split('+');
      const key = parts.pop()!;
      let used = false;
      const event = {
        key,
        code: /^\d$/.test(key) ? `Digit${key}` : /^[a-z]$/.test(key) ? `Key${key.toUpperCase()}` : key,
        ctrlKey: parts.includes('Ctrl'),
        altKey: parts.includes('Alt'),
        shiftKey: parts.includes('Shift'),
        metaKey: false,
        target: null,
        preventDefault: () => {
          used = true;
        },
      };
      // The browser sends these as events of the clipboard.
      if (event.ctrlKey && (key === 'c' || key === 'x'))
        clipboard = copyCells(screen.controller, key === 'x') ?? clipboard;
      if (event.ctrlKey && key === 'v') pasteText(screen.controller, clipboard);
      onCanvasKey(event, screen.controller);
      if (!used) onPageKey(event, screen.controller, (by) => weeks.push(by));
    }
  };
  return { press, weeks };
}

function desk(...args: Parameters<typeof screenOf> | []) {
  const screen = args.length > 0 ? screenOf(...(args as Parameters<typeof screenOf>)) : screenOf(week);
  return { screen, ...at(screen), view: () => screen.view.getState() };
}

describe('arrows', () => {
  test('move between cells and stop at the edges', () => {
    const { press, view } = desk();
    press('ArrowUp', 'ArrowLeft');
    expect(view().active).toEqual({ row: rowOf('ann'), day: 0 });
    press('ArrowDown', 'ArrowRight', 'ArrowRight');
    expect(view().active).toEqual({ row: rowOf('bo'), day: 2 });
    press('End', 'PageDown');
    expect(view().active).toEqual({ row: OPEN_ROW, day: 6 });
    press('Ctrl+Home');
    expect(view().active).toEqual({ row: rowOf('ann'), day: 0 });
  });

  test('with Shift select; without it the selection is gone', () => {
    const { press, view, screen } = desk();
    press('Shift+ArrowDown', 'Shift+ArrowRight');
    expect(screen.controller.selectedCells()).toHaveLength(4);
    press('ArrowRight');
    expect(view().anchor).toBeNull();
    expect(screen.controller.selectedCells()).toEqual([{ row: rowOf('bo'), day: 2 }]);
  });

  test('with Alt go through the weeks', () => {
    const { press, weeks } = desk();
    press('Alt+ArrowRight', 'Alt+ArrowLeft', 'Alt+ArrowLeft');
    expect(weeks).toEqual([1, -1, -1]);
  });
});

describe('a character', () => {
  test('begins to type in the cell; Enter opens it with what stands there', () => {
    const { press, view, screen } = desk();
    press('9');
    expect(view().editing?.text).toBe('9');
    screen.view.setState({ editing: null });
    press('Enter');
    expect(view().editing?.text).toBe('9-17 bar');
  });

  test('with Alt is a command, and types nothing', () => {
    const { press, view } = desk();
    press('Alt+3');
    expect(view()).toMatchObject({ days: 3, editing: null });
    press('Alt+1');
    expect(view().days).toBe(1);
    press('Alt+c');
    expect(view().dialog).toBe('coverage');
    press('Alt+s');
    expect(view().panel).toEqual({ kind: 'bulk' });
    press('Alt+r');
    expect(view().panel).toEqual({ kind: 'rows' });
    press('Escape');
    expect(view().panel).toBeNull();
    press('Alt+Enter');
    expect(view().panel).toEqual({ kind: 'shift', id: week.shifts[0].id });
    press('Ctrl+k');
    expect(view().dialog).toBe('find');
  });

  test('while something is looked for goes there, not into the plan', () => {
    const { press, view, screen } = desk();
    press('Ctrl+k', 'Delete', 'x');
    expect(view().editing).toBeNull();
    expect(screen.sent).toEqual([]);
  });
});

describe('what is copied', () => {
  test('replaces what stands where it is pasted', async () => {
    const { press, screen } = desk();
    press('Ctrl+c', 'ArrowDown', 'Ctrl+v');
    expect(screen.lines).toEqual(['ann 0 9-17', 'ann 1 9-13', 'bo 0 9-17']);
    await screen.undo();
    expect(screen.lines).toEqual(['ann 0 9-17', 'ann 1 9-13', 'bo 0 12-20']);
  });

  test('of several cells keeps their places, and what would fall outside is left', () => {
    const { press, screen } = desk();
    press('Shift+ArrowDown', 'Shift+ArrowRight', 'Ctrl+c', 'Ctrl+End', 'ArrowLeft', 'ArrowUp', 'Ctrl+v');
    expect(screen.lines.slice(3)).toEqual(['cy 5 9-17', 'cy 6 9-13', 'open 5 12-20'].slice(0, 3));
  });

  test('cut moves, and can be pasted once', () => {
    const { press, screen } = desk();
    press('Ctrl+x', 'ArrowDown', 'ArrowDown', 'Ctrl+v');
    expect(screen.lines).toEqual(['ann 1 9-13', 'bo 0 12-20', 'cy 0 9-17']);
    press('ArrowRight', 'Ctrl+v');
    expect(screen.said).toBe('Nothing was copied yet.');
  });

  test('onto who is busy elsewhere at the time is refused whole', () => {
    const busy = {
      ...week,
      surroundingShifts: [
        { person: 'cy', role: null, site: 'chandlery', date: week.from, from: 600, to: 660, break: null },
      ],
    };
    const { press, screen } = desk(busy, { sites: { chandlery: 'The Chandlery' } });
    press('Ctrl+c', 'ArrowDown', 'ArrowDown', 'Ctrl+v');
    expect(screen.lines).toHaveLength(3);
    expect(screen.said).toBe(
      'CY is in two shifts at once for 1 h: 10:00–11:00 at The Chandlery and Mon 22 9:00–17:00.',
    );
  });

  test('of nothing says so', () => {
    const { press, screen } = desk();
    press('ArrowDown', 'ArrowDown', 'Ctrl+c');
    expect(screen.said).toBe('There is no shift to copy here.');
  });
});

describe('filling', () => {
  test('down takes the row above, or the first of the selection', () => {
    const { press, screen } = desk();
    press('ArrowDown', 'ArrowDown', 'Ctrl+d');
    expect(screen.lines).toContain('cy 0 12-20');
    press('Ctrl+Home', 'Shift+ArrowDown', 'Shift+ArrowDown', 'Ctrl+d');
    expect(screen.lines.filter((line) => line.endsWith('0 9-17'))).toHaveLength(3);
  });

  test('right takes the day before, or the first of the selection', async () => {
    const { press, screen } = desk();
    press('ArrowDown', 'ArrowRight', 'Ctrl+r');
    expect(screen.lines).toContain('bo 1 12-20');
    press('Shift+End', 'Ctrl+r');
    expect(screen.lines.filter((line) => line.startsWith('bo'))).toHaveLength(7);
    await screen.undo();
    expect(screen.lines.filter((line) => line.startsWith('bo'))).toHaveLength(2);
  });

  test('at the first row or day does nothing', () => {
    const { press, screen } = desk();
    press('Ctrl+d', 'Ctrl+r');
    expect(screen.sent).toEqual([]);
  });
});

describe('a shift that is carried', () => {
  test('goes by blocks and people, its end with Shift, days with Ctrl, 5 minutes with Alt', () => {
    const { press, view, screen } = desk();
    press(
      'Ctrl+m',
      'ArrowRight',
      'Alt+ArrowRight',
      'Shift+ArrowRight',
      'Ctrl+ArrowRight',
      'ArrowDown',
      'ArrowDown',
    );
    expect(view().carry).toMatchObject({ cell: { row: rowOf('cy'), day: 1 }, from: 575, to: 1085 });
    expect(screen.lines).toContain('ann 0 9-17');
    press('Enter');
    expect(screen.lines).toContain('cy 1 9:35-18:05');
    expect(view().carry).toBeNull();
  });

  test('takes no other key meanwhile, and Escape leaves it', () => {
    const { press, view, screen } = desk();
    press('Ctrl+m', 'Delete', 'x', 'ArrowRight', 'Escape');
    expect(view()).toMatchObject({ carry: null, editing: null });
    expect(screen.sent).toEqual([]);
  });
});

describe('the next snag', () => {
  test('goes from one to the next and begins again', () => {
    const { press, view } = desk();
    press('Alt+n');
    expect(view().place).toEqual({ day: 3, minute: 540 });
    press('Alt+n');
    expect(view().place).toEqual({ day: 3, minute: 540 });
  });

  test('where there is none says so', () => {
    const { press, screen } = desk({ ...week, needs: [] });
    press('Alt+n');
    expect(screen.said).toBe('No snags in this week.');
  });
});

describe('text from elsewhere', () => {
  test('of one cell is put into the editor, of several is looked at first', () => {
    const { screen, view } = desk();
    pasteText(screen.controller, '9-5 bar\n');
    expect(view().editing).toMatchObject({ text: '9-5 bar' });
    screen.controller.act.endEditing();
    pasteText(screen.controller, '9-5\toff\n10-2\t');
    expect(view().panel).toMatchObject({
      kind: 'paste',
      block: [
        ['9-5', 'off'],
        ['10-2', ''],
      ],
    });
    expect(screen.sent).toEqual([]);
  });

  test('that was copied here comes with all its cells say', () => {
    const { screen, press } = desk({ ...week, shifts: [shift('ann', 0, '9-17', { note: 'Keys' })] });
    const text = copyCells(screen.controller, false)!;
    expect(text).toBe('9-17 bar');
    press('ArrowDown');
    pasteText(screen.controller, `${text}\n`);
    expect(screen.controller.plan.judgement.plan.shifts.map(({ note }) => note)).toEqual(['Keys', 'Keys']);
  });
});

test('Del takes the selection away in one edit; filtered rows stay', async () => {
  const { press, screen } = desk();
  screen.controller.arrange({ text: 'ann' });
  press('Shift+ArrowDown', 'Shift+End', 'Delete');
  expect(screen.lines).toEqual(['bo 0 12-20']);
  await screen.undo();
  expect(screen.lines).toHaveLength(3);
  await screen.redo();
  expect(screen.lines).toHaveLength(1);
});
