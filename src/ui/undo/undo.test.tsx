/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, render, renderHook, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Change } from '@/core/plan/change';
import type { CommandAnswer } from '@/server/commands/payload';
import { pretendServer } from '../forms/testing';

pretendServer();
const { tabHistory } = await import('./history');
const { connect, redoLast, showPlan, undoLast, undoOne, wayBack } = await import('./take-back');
const { UndoButton, UndoKeys } = await import('./undo-keys');
const { useDraft } = await import('../forms/use-draft');

const OK: CommandAnswer = { ok: true, title: '', weekImpacts: [], remarks: [], answer: null };
const REMOVE: readonly Change[] = [{ do: 'remove', id: 's1' }];
const titles = () => tabHistory.get().done.map(({ title }) => title);

let asked: (readonly [string, boolean])[] = [];
let answers: CommandAnswer[] = [];
let applied: (readonly Change[])[] = [];
let fits = true;

beforeEach(() => {
  sessionStorage.clear();
  tabHistory.clear();
  [asked, answers, applied, fits] = [[], [], [], true];
  connect({
    undo: (id, _undoId, rest) => {
      asked.push([id, rest]);
      return Promise.resolve(answers.shift() ?? OK);
    },
    refresh: () => undefined,
  });
});
afterEach(cleanup);

const command = (id: string) => tabHistory.did({ id, title: id, edit: null });
const edit = (id: string, plan: string) => tabHistory.did({ id, title: id, edit: { plan, inverse: REMOVE } });
const show = (address: string) =>
  showPlan({
    address,
    apply: (changes) => {
      if (!fits) return null;
      applied.push(changes);
      return { id: `back${applied.length}`, edit: { plan: address, inverse: [] } };
    },
  });

describe('the last thing done in this tab', () => {
  test('is taken back whatever it was, and done again in turn', async () => {
    const hide = show('/here');
    command('template');
    edit('mine', '/here');
    edit('elsewhere', '/there');
    command('needs');
    await undoLast();
    await undoLast();
    // An edit of another week is taken back by the server, one of this week on the screen.
    expect(asked.map(([id]) => id)).toEqual(['needs', 'elsewhere']);
    await undoLast();
    expect(applied).toEqual([REMOVE]);
    await undoLast();
    expect(titles()).toEqual([]);
    await redoLast();
    await redoLast();
    expect(titles()).toEqual(['template', 'mine']);
    expect(applied).toHaveLength(2);
    command('new');
    expect(tabHistory.get().undone).toEqual([]);
    hide();
  });

  test('is asked for one after the other, however fast the key is pressed', async () => {
    command('a');
    command('b');
    await Promise.all([undoLast(), undoLast(), undoLast()]);
    expect(asked.map(([id]) => id)).toEqual(['b', 'a']);
  });

  test('that somebody else changed since gives way to the one before it', async () => {
    command('a');
    command('b');
    answers = [
      { ok: false, partly: true, problem: { code: 'changed-meanwhile', message: 'changed', path: '' } },
    ];
    await undoLast();
    expect(titles()).toEqual(['a']);
    await undoLast();
    expect(asked.map(([id]) => id)).toEqual(['b', 'a']);
  });

  test('stays where the server cannot be reached', async () => {
    command('a');
    connect({ undo: () => Promise.reject(new Error('no line')), refresh: () => undefined });
    await undoLast();
    expect(titles()).toEqual(['a']);
  });

  test('that does not fit what is shown of the plan is taken back by the server', async () => {
    const hide = show('/here');
    command('a');
    edit('mine', '/here');
    fits = false;
    await undoLast();
    expect(titles()).toEqual(['a']);
    expect(asked.map(([id]) => id)).toEqual(['mine']);
    hide();
  });

  test('is known after a reload', () => {
    command('a');
    const text = sessionStorage.getItem('vicenda done')!;
    tabHistory.clear();
    sessionStorage.setItem('vicenda done', text);
    tabHistory.takeUp();
    expect(titles()).toEqual(['a']);
  });
});

test('one thing is taken back from its notice, also when others were done since', async () => {
  const hide = show('/here');
  edit('mine', '/here');
  const back = wayBack();
  edit('later', '/here');
  back();
  await undoOne('none', 'none');
  expect(asked.map(([id]) => id)).toEqual(['mine', 'none']);
  expect(titles()).toEqual(['later']);
  hide();
});

test('strokes of an editor are taken back before what is saved, until they are saved', async () => {
  command('saved before');
  const { result } = renderHook(() => useDraft({ n: 0 }, 'strokes'));
  // What was kept from an earlier visit is looked for at first.
  await act(() => new Promise((resolve) => setTimeout(resolve, 5)));
  act(() => result.current.change({ n: 1 }));
  act(() => result.current.change({ n: 2 }));
  await act(() => undoLast());
  expect(result.current.draft).toEqual({ n: 1 });
  await act(() => redoLast());
  expect(result.current.draft).toEqual({ n: 2 });
  await act(() => undoLast());
  await act(() => undoLast());
  expect(result.current.draft).toEqual({ n: 0 });
  expect(asked).toEqual([]);
  act(() => result.current.change({ n: 3 }));
  act(() => result.current.saved());
  await act(() => undoLast());
  expect(result.current.draft).toEqual({ n: 3 });
  expect(asked.map(([id]) => id)).toEqual(['saved before']);
});

test('the button says what it would take back; the key leaves text fields alone', async () => {
  render(
    <>
      <UndoKeys />
      <UndoButton />
      <input aria-label="a field" />
    </>,
  );
  connect({
    undo: (id) => {
      asked.push([id, false]);
      return Promise.resolve(OK);
    },
    refresh: () => undefined,
  });
  expect(screen.getByRole('button', { name: 'Undo' }).hasAttribute('disabled')).toBe(true);
  act(() => command('Ann Bo, Tue 24: deleted'));
  await userEvent.tab();
  expect((await screen.findByRole('tooltip')).textContent).toBe('Undo: Ann Bo, Tue 24: deleted (Ctrl Z)');
  await userEvent.click(screen.getByLabelText('a field'));
  await userEvent.keyboard('{Control>}z{/Control}');
  expect(asked).toEqual([]);
  act(() => screen.getByLabelText('a field').blur());
  await userEvent.keyboard('{Control>}z{/Control}');
  await waitFor(() => expect(titles()).toEqual([]));
  expect(asked.map(([id]) => id)).toEqual(['Ann Bo, Tue 24: deleted']);
});
