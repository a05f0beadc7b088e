import { createStore } from 'zustand/vanilla';
import type { Change } from '@/core/plan/change';

/** Something that was done in this tab and can be taken back. */
export interface Done {
  /** The id of the command or edit, as the server logs it. */
  readonly id: string;
  /** What it was, in words. */
  readonly title: string;
  /** Of an edit: the address of its plan, and what takes it back there. */
  readonly edit: { readonly plan: string; readonly inverse: readonly Change[] } | null;
}

/** Strokes and the like, which are taken back before anything that is saved. */
export interface LocalHistory {
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
}

interface History {
  /** What was done, the last at the end. */
  readonly done: readonly Done[];
  /** What was taken back and can be done again, the next at the end. */
  readonly undone: readonly Done[];
  /** Editors on the page with a history of their own, the last opened at the end. */
  readonly local: readonly LocalHistory[];
}

const KEPT = 'vicenda done';
/** Older things are taken back in the history of what they are about. */
const MOST = 60;

const store = createStore<History>(() => ({ done: [], undone: [], local: [] }));

/** What was done in this tab, whatever it was; it outlives a reload. */
export const tabHistory = {
  get: store.getState,
  subscribe: store.subscribe,

  /** Takes up what was done before a reload. */
  takeUp(): void {
    try {
      const text = sessionStorage.getItem(KEPT);
      if (text) store.setState(JSON.parse(text) as Pick<History, 'done' | 'undone'>);
    } catch {
      // Without storage what was done is known as long as the page lives.
    }
  },

  /** Knows of nothing any more. */
  clear(): void {
    put({ done: [], undone: [] });
  },

  /** Something new was done: what was taken back before can no longer be done again. */
  did(one: Done): void {
    put({ done: [...store.getState().done, one].slice(-MOST), undone: [] });
  },

  /** The last thing was taken back; `back` does it again. */
  tookBack(id: string, back: Done): void {
    const { done, undone } = store.getState();
    put({ done: done.filter((one) => one.id !== id), undone: [...undone, back] });
  },

  /** What was taken back was done again; `again` takes it back. */
  didAgain(id: string, again: Done): void {
    const { done, undone } = store.getState();
    put({ done: [...done, again], undone: undone.filter((one) => one.id !== id) });
  },

  /** It was refused, or can no longer be taken back. */
  forget(id: string): void {
    const { done, undone } = store.getState();
    const others = (all: readonly Done[]) => all.filter((one) => one.id !== id);
    put({ done: others(done), undone: others(undone) });
  },

  /** Puts an editor's own history before that of the tab; returns what takes it away again. */
  putLocal(local: LocalHistory): () => void {
    store.setState({ local: [...store.getState().local, local] });
    return () => store.setState({ local: store.getState().local.filter((one) => one !== local) });
  },
};

function put(next: Pick<History, 'done' | 'undone'>): void {
  store.setState(next);
  try {
    sessionStorage.setItem(KEPT, JSON.stringify(next));
  } catch {
    // As above; or there is no room for all of it.
  }
}
