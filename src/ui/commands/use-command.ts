'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Problem } from '@/core/plan/change';
import { doCommand, undo } from '@/server/actions';
import type { CommandInputs, CommandKind } from '@/server/commands/list';
import type { CommandAnswer, CommandRequest, FieldConflict } from '@/server/commands/payload';
import { newId } from './new-id';
import { sayPlanChanged } from './plan-changed';
import { notify } from './notify';

/** Why a command was refused, with what two people changed differently where it is that. */
export interface Refusal extends Problem {
  readonly conflicts?: readonly FieldConflict[];
}

/** What a form was opened on, and whose values count where somebody else changed the same meanwhile. */
export type Opened = Pick<CommandRequest, 'opened' | 'prefer'>;

type Done = Extract<CommandAnswer, { ok: true }>;

/** Does commands: tells what was done, offers to take it back, keeps what was refused in `problem`. */
export function useCommand() {
  const router = useRouter();
  const undoCommand = useUndo();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const run = useCallback(
    async <Kind extends CommandKind>(
      kind: Kind,
      input: CommandInputs[Kind],
      said?: string,
      opened?: Opened,
    ): Promise<Done | null> => {
      setBusy(true);
      setProblem(null);
      const id = newId();
      const answer = await reached(() => doCommand({ id, kind, input, ...opened }));
      setBusy(false);
      if (!answer.ok) {
        setProblem({ ...answer.problem, conflicts: answer.conflicts });
        return null;
      }
      const undo = () => undoCommand(id);
      notify({ text: said ?? 'Saved', action: { label: 'Undo', run: () => void undo() } });
      router.refresh();
      return answer;
    },
    [router, undoCommand],
  );
  return { run, busy, problem, clear: useCallback(() => setProblem(null), []) };
}

/** Takes an earlier command back, and tells; where only a part of it still fits, offers that. */
export function useUndo() {
  const router = useRouter();
  return useCallback(
    async (id: string) => {
      const takeItBack = async (rest: boolean): Promise<void> => {
        const back = await reached(() => undo(id, newId(), rest));
        const again = !back.ok && back.partly && !rest;
        notify({
          text: back.ok ? 'Undone' : `Not undone: ${back.problem.message}`,
          action: again ? { label: 'Undo the rest', run: () => void takeItBack(true) } : undefined,
        });
        router.refresh();
        sayPlanChanged();
      };
      await takeItBack(false);
    },
    [router],
  );
}

/** How long a hand must rest before consequences are asked for, in milliseconds. */
const REST_MS = 350;

/** What a command would do, asked anew whenever its input rests; null while there is nothing to ask. */
export function usePreview<Kind extends CommandKind>(
  kind: Kind,
  input: CommandInputs[Kind] | null,
  opened?: unknown,
): CommandAnswer | null {
  const [answer, setAnswer] = useState<{ key: string; answer: CommandAnswer } | null>(null);
  const key = input === null ? null : JSON.stringify([kind, input, opened]);
  const latest = useRef(key);
  useEffect(() => {
    latest.current = key;
    if (key === null) return;
    // What was asked for an input that is no longer there is given up, so that nothing waits behind it.
    const asked = new AbortController();
    const timer = setTimeout(() => {
      const [name, value, before] = JSON.parse(key) as [string, unknown, unknown];
      const base = before === null ? {} : { opened: before };
      void reached(() => preview({ id: newId(), kind: name, input: value, ...base }, asked.signal)).then(
        (got) => {
          if (latest.current === key && !asked.signal.aborted) setAnswer({ key, answer: got });
        },
      );
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      asked.abort();
    };
  }, [key]);
  return answer && answer.key === key ? answer.answer : null;
}

async function preview(request: CommandRequest, signal: AbortSignal): Promise<CommandAnswer> {
  const response = await fetch('/api/commands/preview', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(request),
    signal,
  });
  return (await response.json()) as CommandAnswer;
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
