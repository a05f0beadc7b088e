import { useCallback, useEffect, useState } from 'react';
import { tabHistory } from '../undo/history';

/** A draft of something stored, and what becomes of it. */
export interface Draft<T> {
  readonly draft: T;
  /** What it was opened on. */
  readonly base: T;
  readonly dirty: boolean;
  readonly change: (part: Partial<T>) => void;
  /** Gives it up. */
  readonly reset: () => void;
  /** It was saved, and follows what is stored again. */
  readonly saved: () => void;
}

/** A draft for editors that are painted on. */
export function useDraft<T>(stored: T, key: string): Draft<T> {
  const [{ draft, past, future }, set] = useState<Strokes<T>>({ draft: stored, past: [], future: [] });
  const setDraft = useCallback((now: T) => set({ draft: now, past: [], future: [] }), []);
  const kept = useKeptDraft(stored, key, draft, setDraft);
  const change = useCallback(
    (part: Partial<T>) =>
      set((now) => ({ draft: { ...now.draft, ...part }, past: [...now.past, now.draft], future: [] })),
    [],
  );
  const [canUndo, canRedo] = [past.length > 0, future.length > 0];
  useEffect(() => {
    if (!canUndo && !canRedo) return;
    return tabHistory.putLocal({
      undo: canUndo ? () => set(strokeBack) : null,
      redo: canRedo ? () => set(strokeAgain) : null,
    });
  }, [canUndo, canRedo]);
  const { saved } = kept;
  return {
    ...kept,
    draft,
    change,
    saved: () => {
      // What is saved is one thing to take back.
      set((now) => ({ ...now, past: [], future: [] }));
      saved();
    },
  };
}

/** A draft with what it was before each change of it. */
interface Strokes<T> {
  readonly draft: T;
  readonly past: readonly T[];
  readonly future: readonly T[];
}

function strokeBack<T>({ draft, past, future }: Strokes<T>): Strokes<T> {
  return { draft: past.at(-1) ?? draft, past: past.slice(0, -1), future: [draft, ...future] };
}

function strokeAgain<T>({ draft, past, future }: Strokes<T>): Strokes<T> {
  return { draft: future[0] ?? draft, past: [...past, draft], future: future.slice(1) };
}

/**
 * Lets a draft follow what is stored until it is edited; `dirty` from then on until it is saved or given up. After
 * saving it follows again: what was made anew comes back with its ids. What is edited is kept under `key` while the
 * page is looked away from, and is there again with what it was opened on.
 */
export function useKeptDraft<T>(
  stored: T,
  key: string,
  draft: T,
  setDraft: (draft: T) => void,
): Omit<Draft<T>, 'draft' | 'change'> {
  const [base, setBase] = useState(stored);
  const storedKey = JSON.stringify(stored);
  const [seen, setSeen] = useState(storedKey);
  const [following, follow] = useState(false);
  const dirty = !following && JSON.stringify(draft) !== JSON.stringify(base);
  // What is stored changed under the page: by saving, by undo, or elsewhere.
  if (storedKey !== seen) {
    setSeen(storedKey);
    // What is being edited stays on what it was opened on: saving merges the two.
    if (!dirty) {
      setBase(stored);
      follow(true);
    }
  }
  useEffect(() => {
    if (!following) return;
    setDraft(stored);
    // eslint-disable-next-line react-hooks/set-state-in-effect
    follow(false);
    // Only when it is to follow.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [following]);
  useEffect(() => {
    const timer = setTimeout(() => {
      const kept = keptDraft<T>(key);
      if (kept === null) return;
      setBase(kept.base);
      setDraft(kept.draft);
    }, 0);
    return () => clearTimeout(timer);
    // Only on arrival: later on the draft is here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  useEffect(() => {
    if (dirty) keepDraft(key, base, draft);
  }, [key, dirty, draft, base]);
  useEffect(() => {
    if (!dirty) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [dirty]);
  const reset = useCallback(() => {
    forgetDraft(key);
    setDraft(stored);
    setBase(stored);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stored, key]);
  const saved = () => {
    forgetDraft(key);
    setBase(draft);
  };
  return { reset, dirty, saved, base };
}

const DRAFT = 'vicenda draft 3 ';

function keptDraft<T>(key: string): { readonly base: T; readonly draft: T } | null {
  try {
    const text = sessionStorage.getItem(DRAFT + key);
    return text === null ? null : (JSON.parse(text) as { base: T; draft: T });
  } catch {
    return null;
  }
}

function keepDraft(key: string, base: unknown, draft: unknown): void {
  try {
    sessionStorage.setItem(DRAFT + key, JSON.stringify({ base, draft }));
  } catch {
    // Without storage the draft lives as long as the page does.
  }
}

function forgetDraft(key: string): void {
  try {
    sessionStorage.removeItem(DRAFT + key);
  } catch {
    // Nothing was kept either.
  }
}
