/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, render, screen } from '@testing-library/react';
import { queryClient } from './query-client';
import { useAnswer } from './use-answer';
import { useSettled } from './use-settled';

const asked: { address: string; signal: AbortSignal; answer: (value: unknown, ok?: boolean) => void }[] = [];

beforeEach(() => {
  asked.length = 0;
  globalThis.fetch = ((address: string, { signal }: { signal: AbortSignal }) =>
    new Promise((resolve, reject) => {
      signal.addEventListener('abort', () => reject(new Error('aborted')));
      const answer = (value: unknown, ok = true) =>
        resolve({ ok, statusText: 'gone', json: () => Promise.resolve(value) } as Response);
      asked.push({ address, signal, answer });
    })) as typeof fetch;
  jest.useFakeTimers();
});
afterEach(() => {
  cleanup();
  queryClient().clear();
  jest.useRealTimers();
});

function Answer({ address, again, rest }: { address: string; again?: number; rest?: number }) {
  const { answer, failed } = useAnswer<string>(address, again, rest);
  return <p>{failed ? `failed${answer === null ? '' : `, ${answer} stands`}` : (answer ?? 'waiting')}</p>;
}
const shown = () => screen.getByText(/./).textContent;
const wait = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

describe('what an address answers', () => {
  test('is waited for, shown, and stands while it is asked anew', async () => {
    const { rerender } = render(<Answer address="/a" again={1} rest={900} />);
    expect(shown()).toBe('waiting');
    asked[0].answer('one');
    await wait(0);
    expect(shown()).toBe('one');
    rerender(<Answer address="/a" again={2} rest={900} />);
    await wait(800);
    expect(asked).toHaveLength(1);
    await wait(200);
    expect(asked).toHaveLength(2);
    expect(shown()).toBe('one');
    asked[1].answer('two');
    await wait(0);
    expect(shown()).toBe('two');
  });

  test('that does not come is said to have failed', async () => {
    render(<Answer address="/b" />);
    asked[0].answer(null, false);
    await wait(0);
    expect(shown()).toBe('failed');
  });

  test('stands where it could not be asked anew', async () => {
    const { rerender } = render(<Answer address="/d" again={1} />);
    asked[0].answer('one');
    await wait(0);
    rerender(<Answer address="/d" again={2} />);
    await wait(0);
    asked[1].answer(null, false);
    await wait(0);
    expect(shown()).toBe('failed, one stands');
  });

  test('is given up where nobody looks at it any more', async () => {
    const { unmount } = render(<Answer address="/c" />);
    expect(asked[0].signal.aborted).toBe(false);
    unmount();
    await wait(0);
    expect(asked[0].signal.aborted).toBe(true);
  });
});

test('a value counts at once at first, later when it has rested', async () => {
  function Value({ value }: { value: string }) {
    return <p>{useSettled(value, 350)}</p>;
  }
  const { rerender } = render(<Value value="a" />);
  expect(shown()).toBe('a');
  rerender(<Value value="b" />);
  await wait(300);
  rerender(<Value value="c" />);
  await wait(300);
  expect(shown()).toBe('a');
  await wait(60);
  expect(shown()).toBe('c');
});
