'use client';

import { useEffect, useRef } from 'react';
import type { Problem } from '@/core/plan/problem';
import { ImpactList } from '../commands/week-impacts';
import { type Refusal, usePreview } from '../commands/use-command';
import type { CommandInputs, CommandKind } from '@/server/commands/list';
import type { FieldConflict } from '@/server/commands/payload';
import { Button } from './button';

interface Props<Kind extends CommandKind> {
  readonly kind: Kind;
  /** What saving would send; null: nothing was changed. */
  readonly input: CommandInputs[Kind] | null;
  /** The same for what the form was opened on. */
  readonly opened?: unknown;
  readonly busy: boolean;
  readonly problem: Refusal | null;
  readonly verb?: string;
  /** With what is to be sent, and whose values count where somebody else changed the same. */
  readonly onSave: (input: CommandInputs[Kind], prefer?: 'mine' | 'theirs') => void;
  readonly onReset: () => void;
}

/** Stands at the foot of a form that was edited: what saving would do, and the two ways on. Ctrl S saves. */
export function SaveBar<Kind extends CommandKind>({
  kind,
  input,
  opened,
  busy,
  problem,
  verb = 'Save',
  onSave,
  onReset,
}: Props<Kind>) {
  const preview = usePreview(kind, input, opened);
  const bar = useRef<HTMLDivElement>(null);
  const send = (prefer?: 'mine' | 'theirs') => {
    if (input !== null) onSave(input, prefer);
  };
  const save = () => {
    // What cannot be read stands in its field with the reason; saving leads to the first of them.
    const wrong = document.querySelector<HTMLElement>('main [aria-invalid="true"]');
    if (wrong) wrong.focus();
    else send();
  };
  const latest = useRef(save);
  useEffect(() => {
    latest.current = save;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 's') return;
      event.preventDefault();
      (document.activeElement as HTMLElement | null)?.blur?.();
      setTimeout(() => latest.current(), 0);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  if (input === null) return null;
  const told: Refusal | null =
    preview && !preview.ok ? { ...preview.problem, conflicts: preview.conflicts } : null;
  const fault = problem ?? told;
  return (
    <div
      ref={bar}
      role="region"
      aria-label="Not saved yet"
      className="border-ink bg-sheet flex max-h-[40vh] shrink-0 items-start gap-6 overflow-y-auto border-t-[1.5px] px-4 py-2.5"
    >
      <div className="min-w-0 flex-1" aria-live="polite">
        {fault ? (
          <>
            <p className="text-gap font-semibold">{sentence(fault)}</p>
            {fault.conflicts && <Conflicts conflicts={fault.conflicts} busy={busy} onChoose={send} />}
          </>
        ) : (
          <ImpactList answer={preview} />
        )}
      </div>
      <div className="flex shrink-0 gap-2">
        <Button onClick={onReset}>Discard</Button>
        <Button kind="primary" disabled={busy} onClick={save} title="Ctrl S">
          {busy ? 'Saving …' : verb}
        </Button>
      </div>
    </div>
  );
}

/** What two people changed differently, side by side, and whose is to count. The rest of both is kept either way. */
function Conflicts({
  conflicts,
  busy,
  onChoose,
}: {
  readonly conflicts: readonly FieldConflict[];
  readonly busy: boolean;
  readonly onChoose: (prefer: 'mine' | 'theirs') => void;
}) {
  return (
    <>
      <dl className="my-1 grid grid-cols-[auto_1fr] gap-x-4">
        {conflicts.map(({ what, theirs, mine }) => (
          <div key={what} className="col-span-2 grid grid-cols-subgrid">
            <dt>{what}</dt>
            <dd>
              now <strong>{theirs}</strong>, here <strong>{mine}</strong>
            </dd>
          </div>
        ))}
      </dl>
      <p className="flex flex-wrap gap-2">
        <Button disabled={busy} onClick={() => onChoose('mine')}>
          Save mine
        </Button>
        <Button disabled={busy} onClick={() => onChoose('theirs')}>
          Keep theirs, save the rest
        </Button>
      </p>
    </>
  );
}

/** A problem with the place it is about, as a sentence. */
export function sentence({ code, message, path }: Problem): string {
  // What the storage says is about no field.
  const field = (code === 'unavailable' ? '' : path)
    .split('.')
    .filter((step) => !/^(input|site|person|needs|rules)$/.test(step))
    .join(', ')
    .replace(/\[(\d+)\]/g, (_, n: string) => ` ${Number(n) + 1}`)
    .replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  const text = message.charAt(0).toUpperCase() + message.slice(1).replace(/\.$/, '');
  return field && !text.toLowerCase().startsWith(field.toLowerCase()) ? `${text} (${field}).` : `${text}.`;
}
