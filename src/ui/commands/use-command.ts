'use client';

import { useRouter } from 'next/navigation';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { Problem } from '@/core/plan/problem';
import { doCommand } from '@/server/actions';
import type { CommandInputs, CommandKind } from '@/server/commands/list';
import type { CommandAnswer, CommandRequest, FieldConflict } from '@/server/commands/payload';
import { newId } from './new-id';
import { queryClient } from './query-client';
import { useSettled } from './use-settled';
import { notify } from './notify';
import { reached } from './reached';
import { tabHistory } from '../undo/history';
import { undoOne } from '../undo/take-back';

/** Why a command was refused, with what two people changed differently where it is that. */
export interface Refusal extends Problem {
  readonly conflicts?: readonly FieldConflict[];
  /** All fields that are wrong, where there are several. */
  readonly problems?: readonly Problem[];
}

/** What a form was opened on, and whose values count where somebody else changed the same meanwhile. */
export type Opened = Pick<CommandRequest, 'opened' | 'prefer'>;

type Done = Extract<CommandAnswer, { ok: true }>;

/** Does commands: tells what was done, offers to take it back, keeps what was refused in `problem`. */
export function useCommand() {
  const router = useRouter();
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
        setProblem({ ...answer.problem, conflicts: answer.conflicts, problems: answer.problems });
        return null;
      }
      const title = answer.title || said || 'Saved';
      if (answer.isFinal) notify({ text: said ?? title });
      else {
        tabHistory.did({ id, title, edit: null });
        notify({ text: said ?? 'Saved', action: { label: 'Undo', run: () => void undoOne(id, title) } });
      }
      router.refresh();
      return answer;
    },
    [router],
  );
  return { run, busy, problem, clear: useCallback(() => setProblem(null), []) };
}

/** How long a hand must rest before consequences are asked for, in milliseconds. */
const REST_MS = 350;

/** What a command would do, asked anew whenever its input rests; null while there is nothing to ask. */
export function usePreview<Kind extends CommandKind>(
  kind: Kind,
  input: CommandInputs[Kind] | null,
  opened?: unknown,
): CommandAnswer | null {
  const key = input === null ? null : JSON.stringify([kind, input, opened]);
  const settled = useSettled(key, REST_MS);
  const { data } = useQuery(
    {
      queryKey: ['preview', settled],
      enabled: settled !== null && settled === key,
      // Weeks change under it, so an answer counts only as long as somebody looks at it.
      gcTime: 0,
      // What is asked for an input that is no longer there is given up, so that nothing waits behind it.
      queryFn: ({ signal }) => {
        const [name, value, before] = JSON.parse(settled!) as [string, unknown, unknown];
        const base = before === null ? {} : { opened: before };
        return reached(() => preview({ id: newId(), kind: name, input: value, ...base }, signal), signal);
      },
    },
    queryClient(),
  );
  return settled === key ? (data ?? null) : null;
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
