import { useState } from 'react';
import type { Problem } from '@/core/plan/problem';
import type { CommandInputs, CommandKind } from '@/server/commands/list';
import type { CommandAnswer } from '@/server/commands/payload';
import { type Refusal, useCommand, usePreview } from '../commands/use-command';

/** What stands in the bar under a form, and how it goes on from there. */
export interface Saving {
  /** Whether there is something to save. */
  readonly dirty: boolean;
  readonly busy: boolean;
  /** What saving would do; null: not known yet. */
  readonly preview: CommandAnswer | null;
  /** Why it was refused, or would be. */
  readonly refusal: Refusal | null;
  readonly problems: readonly Problem[];
  /** The name of the field that a problem is about. */
  readonly fieldOf: (problem: Problem) => string | null;
  readonly save: (prefer?: 'mine' | 'theirs') => void;
  readonly reset: () => void;
}

/**
 * Saves what a form says with a command, after a look at what that does. `input`: what is sent; null: nothing was
 * changed. `opened`: the same for what the form was opened on.
 */
export function useSaving<Kind extends CommandKind>(
  kind: Kind,
  input: CommandInputs[Kind] | null,
  {
    opened,
    reset,
    onSaved,
    said,
  }: {
    readonly opened?: CommandInputs[Kind];
    readonly reset: () => void;
    readonly onSaved: () => void;
    /** What the notice says when it is done; left out, what the command calls it. */
    readonly said?: string;
  },
): Saving {
  const { run, busy, problem } = useCommand();
  const preview = usePreview(kind, input, opened);
  // What was refused is told until something else is asked for.
  const [asked, ask] = useState<string | null>(null);
  const told: Refusal | null =
    preview && !preview.ok
      ? { ...preview.problem, conflicts: preview.conflicts, problems: preview.problems }
      : null;
  const refusal = problem && asked === JSON.stringify(input) ? problem : told;
  const save = (prefer?: 'mine' | 'theirs') => {
    if (input === null) return;
    ask(JSON.stringify(input));
    void run(kind, input, said, { opened, prefer }).then((done) => done && onSaved());
  };
  const problems = refusal ? (refusal.problems ?? [refusal]) : [];
  return { dirty: input !== null, busy, preview, refusal, problems, fieldOf: () => null, save, reset };
}
