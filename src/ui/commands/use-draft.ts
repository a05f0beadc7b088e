import { useCallback, useEffect, useState } from 'react';

/**
 * A draft of something stored. Follows what is stored until it is edited; `dirty` from then on until it is saved
 * or given up. After saving it follows again: what was made anew comes back with its ids. What is edited is kept
 * under `key` while the page is looked away from, and is there again with what it was opened on.
 */
export function useDraft<T>(stored: T, key: string) {
  const [draft, setDraft] = useState(stored);
  const [base, setBase] = useState(stored);
  const storedKey = JSON.stringify(stored);
  const [seen, setSeen] = useState(storedKey);
  const dirty = JSON.stringify(draft) !== JSON.stringify(base);
  // What is stored changed under the page: by saving, by undo, or elsewhere.
  if (storedKey !== seen) {
    setSeen(storedKey);
    // What is being edited stays on what it was opened on: saving merges the two.
    if (!dirty) {
      setBase(stored);
      setDraft(stored);
    }
  }
  useEffect(() => {
    const timer = setTimeout(() => {
      const kept = keptDraft<T>(key);
      if (kept === null) return;
      setBase(kept.base);
      setDraft(kept.draft);
    }, 0);
    return () => clearTimeout(timer);
    // Only on arrival: later on the draft is here.
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
  const change = useCallback((part: Partial<T>) => setDraft((now) => ({ ...now, ...part })), []);
  const reset = useCallback(() => {
    forgetDraft(key);
    setDraft(stored);
    setBase(stored);
  }, [stored, key]);
  const saved = () => {
    forgetDraft(key);
    setBase(draft);
  };
  return { draft, setDraft, change, reset, dirty, saved, base };
}

const DRAFT = 'vicenda draft 2 ';

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
