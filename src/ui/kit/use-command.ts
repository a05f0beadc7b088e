'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Problem } from '@/core/plan/change';
import { doCommand, previewCommand, takeBack } from '@/server/actions';
import type { CommandAnswer } from '@/server/commands/payload';
import { newId } from './new-id';
import { sayPlanChanged } from './plan-changed';
import { tell } from './tell';

type Done = Extract<CommandAnswer, { ok: true }>;

/** Does commands: tells what was done, offers to take it back, keeps what was refused in `problem`. */
export function useCommand() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const run = useCallback(
    async (kind: string, input: unknown, said?: string): Promise<Done | null> => {
      setBusy(true);
      setProblem(null);
      const id = newId();
      const answer = await reached(() => doCommand({ id, kind, input }));
      setBusy(false);
      if (!answer.ok) {
        setProblem(answer.problem);
        return null;
      }
      const undo = async () => {
        const back = await reached(() => takeBack(id, newId()));
        tell({ text: back.ok ? 'Taken back' : `Not taken back: ${back.problem.message}` });
        router.refresh();
        sayPlanChanged();
      };
      tell({ text: said ?? 'Saved', action: { label: 'Undo', run: () => void undo() } });
      router.refresh();
      return answer;
    },
    [router],
  );
  return { run, busy, problem, clear: useCallback(() => setProblem(null), []) };
}

/** Takes an earlier command back, and tells. */
export function useTakeBack() {
  const router = useRouter();
  return useCallback(
    async (id: string) => {
      const back = await reached(() => takeBack(id, newId()));
      tell({ text: back.ok ? 'Taken back' : `Not taken back: ${back.problem.message}` });
      router.refresh();
    },
    [router],
  );
}

/** How long a hand must rest before consequences are asked for, in milliseconds. */
const REST_MS = 350;

/** What a command would do, asked anew whenever its input rests; null while there is nothing to ask. */
export function usePreview(kind: string, input: unknown | null): CommandAnswer | null {
  const [answer, setAnswer] = useState<{ key: string; answer: CommandAnswer } | null>(null);
  const key = input === null ? null : JSON.stringify([kind, input]);
  const latest = useRef(key);
  useEffect(() => {
    latest.current = key;
    if (key === null) return;
    const timer = setTimeout(() => {
      const [name, value] = JSON.parse(key) as [string, unknown];
      void reached(() => previewCommand({ id: newId(), kind: name, input: value })).then((got) => {
        if (latest.current === key) setAnswer({ key, answer: got });
      });
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return answer && answer.key === key ? answer.answer : null;
}

async function reached(ask: () => Promise<CommandAnswer>): Promise<CommandAnswer> {
  try {
    return await ask();
  } catch {
    const message = 'The server cannot be reached. What you typed is still here; try again.';
    return { ok: false, problem: { code: 'unreachable', message, path: '' } };
  }
}

/**
 * A draft of something stored. Follows what is stored until it is edited; `dirty` from then on until it is saved
 * or given up. After saving it follows again: what was made anew comes back with its ids. What is edited is kept
 * under `key` while the page is looked away from, and is there again as long as nobody changed what is stored.
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
    setBase(stored);
    if (!dirty) setDraft(stored);
  }
  useEffect(() => {
    const timer = setTimeout(() => {
      const kept = keptDraft<T>(key, storedKey);
      if (kept !== null) setDraft(kept);
    }, 0);
    return () => clearTimeout(timer);
    // Only on arrival: later on the draft is here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  useEffect(() => {
    if (dirty) keepDraft(key, storedKey, draft);
  }, [key, dirty, draft, storedKey]);
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
  return { draft, setDraft, change, reset, dirty, saved };
}

const DRAFT = 'vicenda draft ';

function keptDraft<T>(key: string, base: string): T | null {
  try {
    const text = sessionStorage.getItem(DRAFT + key);
    const kept = text === null ? null : (JSON.parse(text) as { base: string; draft: T });
    return kept?.base === base ? kept.draft : null;
  } catch {
    return null;
  }
}

function keepDraft(key: string, base: string, draft: unknown): void {
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
