/** @jest-environment jsdom */
import { afterEach, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { type Painted, paint } from '@/core/time/paint';
import type { Span } from '@/core/time/span';
import { Painter } from './painter';

const HOURS = { from: 480, to: 1080 };
const [HEAD_WIDTH, HEADS, ROW] = [150, 42, 40];
/** One column is 420 px wide, its hours begin a pixel after its left edge. */
const WIDTH = 420;

beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', {
    configurable: true,
    value: HEAD_WIDTH + 2 * WIDTH,
  });
  // Without one of its own, the page's document makes events that lie nowhere.
  window.PointerEvent ??= class extends MouseEvent {
    readonly pointerId = 1;
  } as never;
  HTMLElement.prototype.setPointerCapture = () => undefined;
});
afterEach(cleanup);

type Paint = [row: number, column: number, from: number, to: number, value: number | null];

function Week({ heard }: { heard: (paint: Paint) => void }) {
  const [cells, set] = useState<Painted<number>[][][]>([
    [[], []],
    [[{ from: 540, to: 600, value: 2 }], []],
  ]);
  return (
    <Painter<number>
      label="Needs"
      rows={['Bar', 'Kitchen'].map((name) => ({ id: name, name, head: name }))}
      columns={[{ name: 'Mon' }, { name: 'Tue' }]}
      hours={HOURS}
      step={60}
      hourFormat="24"
      cells={cells}
      styleOf={(value) => ({ name: `${value} people`, className: '', text: String(value) }) as never}
      brush={1}
      valueOfKey={(key) => (/^\d$/.test(key) ? Number(key) || null : undefined)}
      onPaint={(row, column, span, value) => {
        heard([row, column, span.from, span.to, value]);
        set((now) =>
          now.map((line, r) =>
            line.map((cell, c) => (r === row && c === column ? paint(cell, span, value) : cell)),
          ),
        );
      }}
    />
  );
}

function open() {
  const heard = jest.fn<(paint: Paint) => void>();
  render(<Week heard={heard} />);
  return { heard, box: screen.getByRole('application', { name: 'Needs' }) };
}
const status = () => screen.getByRole('status').textContent;
const xOf = (column: number, minute: number) =>
  HEAD_WIDTH + column * WIDTH + 1 + ((minute - HOURS.from) * (WIDTH - 1)) / (HOURS.to - HOURS.from) + 2;
const pointer = (row: number, column: number, minute: number) => ({
  clientX: xOf(column, minute),
  clientY: HEADS + row * ROW + 10,
  button: 0,
  pointerId: 1,
});

describe('a week is painted by hand', () => {
  test('a drag paints from block to block, also backwards, and only in its cell', () => {
    const { heard, box } = open();
    fireEvent.pointerDown(box, pointer(0, 0, 600));
    fireEvent.pointerMove(box, pointer(1, 0, 730));
    fireEvent.pointerUp(box, pointer(1, 0, 730));
    expect(heard).toHaveBeenLastCalledWith([0, 0, 600, 780, 1]);
    fireEvent.pointerDown(box, pointer(0, 1, 900));
    fireEvent.pointerMove(box, pointer(0, 0, 600));
    fireEvent.pointerUp(box, pointer(0, 0, 600));
    expect(heard).toHaveBeenLastCalledWith([0, 1, 480, 960, 1]);
  });

  test('a drag given up paints nothing', async () => {
    const { heard, box } = open();
    fireEvent.pointerDown(box, pointer(0, 0, 600));
    box.focus();
    await userEvent.keyboard('{Escape}');
    fireEvent.pointerUp(box, pointer(0, 0, 600));
    expect(heard).not.toHaveBeenCalled();
  });

  test('another button of the hand, and the heads, paint nothing', () => {
    const { heard, box } = open();
    fireEvent.pointerDown(box, { ...pointer(0, 0, 600), button: 2 });
    fireEvent.pointerDown(box, { ...pointer(0, 0, 600), clientY: 10 });
    fireEvent.pointerDown(box, { ...pointer(0, 0, 600), clientX: 20 });
    fireEvent.pointerUp(box, pointer(0, 0, 600));
    expect(heard).not.toHaveBeenCalled();
  });
});

describe('a week is painted by keys', () => {
  test('arrows move block by block and on into the next day, Enter paints there', async () => {
    const { heard, box } = open();
    box.focus();
    expect(status()).toBe('Mon 9:00–10:00, Bar: nothing');
    await userEvent.keyboard('{ArrowDown}');
    expect(status()).toBe('Mon 9:00–10:00, Kitchen: 2 people');
    await userEvent.keyboard('{End}{ArrowRight}{Enter}');
    expect(heard).toHaveBeenLastCalledWith([1, 1, 480, 540, 1]);
    expect(status()).toBe('Tue 8:00–9:00, Kitchen: 1 people');
  });

  test('Shift widens, a figure paints as many, Del wipes', async () => {
    const { heard, box } = open();
    box.focus();
    await userEvent.keyboard('{Shift>}{ArrowRight}{ArrowRight}{/Shift}3');
    expect(heard).toHaveBeenLastCalledWith([0, 0, 540, 720, 3]);
    expect(status()).toBe('Mon 9:00–12:00, Bar: 3 people');
    await userEvent.keyboard('{Shift>}{ArrowLeft}{/Shift}{Delete}');
    expect(heard).toHaveBeenLastCalledWith([0, 0, 540, 660, null]);
    expect(status()).toBe('Mon 9:00–11:00, Bar: nothing');
  });

  test('what means nothing here does nothing, and the edges hold', async () => {
    const { heard, box } = open();
    box.focus();
    await userEvent.keyboard('x{Home}{ArrowLeft}{ArrowUp}{PageUp}');
    expect(heard).not.toHaveBeenCalled();
    expect(status()).toBe('Mon 8:00–9:00, Bar: nothing');
    await userEvent.keyboard('{PageDown}{PageDown}{End}{ArrowRight}{ArrowDown}{ArrowDown}');
    expect(status()).toBe('Tue 17:00–18:00, Kitchen: nothing');
  });
});

test('what is painted lies where it was: a span covers what it meets', () => {
  const spans: Span[] = paint([{ from: 540, to: 600, value: 2 }], { from: 570, to: 660 }, 1);
  expect(spans).toEqual([
    { from: 540, to: 570, value: 2 },
    { from: 570, to: 660, value: 1 },
  ]);
});
