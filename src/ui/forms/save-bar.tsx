'use client';

import { useEffect, useRef, useState } from 'react';
import type { Problem } from '@/core/plan/problem';
import type { FieldConflict } from '@/server/commands/payload';
import { asSentence } from '@/core/sentence';
import { sentence } from '../commands/sentence';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import type { Saving } from './use-saving';

/** Problems that are told one by one; of more only the number is. */
const TOLD = 5;

/** Stands at the foot of a form that was edited: what saving would do, and the two ways on. Ctrl S saves. */
export function SaveBar({ saving, verb = 'Save' }: { readonly saving: Saving; readonly verb?: string }) {
  const { dirty, busy, preview, refusal, problems, reset } = saving;
  const save = () => {
    // What is wrong stands in its field with the reason; saving leads to the first of them.
    const wrong = document.querySelector<HTMLElement>('main [aria-invalid="true"]');
    if (wrong) wrong.focus();
    else saving.save();
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
  if (!dirty) return null;
  return (
    <div
      role="region"
      aria-label="Not saved yet"
      className="border-ink bg-sheet flex max-h-[40vh] shrink-0 items-start gap-6 overflow-y-auto border-t-[1.5px] px-4 py-2.5"
    >
      <div className="min-w-0 flex-1" aria-live="polite">
        {refusal ? (
          <>
            {problems.slice(0, TOLD).map((problem) => (
              <ProblemLine
                key={`${problem.path} ${problem.message}`}
                problem={problem}
                field={saving.fieldOf(problem)}
              />
            ))}
            {problems.length > TOLD && <p className="text-gap">And {problems.length - TOLD} more.</p>}
            {refusal.conflicts && (
              <Conflicts conflicts={refusal.conflicts} busy={busy} onChoose={saving.save} />
            )}
          </>
        ) : (
          <ImpactList answer={preview} />
        )}
      </div>
      <div className="flex shrink-0 gap-2">
        <Button onClick={reset}>Discard</Button>
        <Button kind="primary" disabled={busy} onClick={save} title="Ctrl S">
          {busy ? 'Saving …' : verb}
        </Button>
      </div>
    </div>
  );
}

/** What is wrong, with the label of its field, which it leads to; without one where no field is shown. */
function ProblemLine({ problem, field }: { readonly problem: Problem; readonly field: string | null }) {
  const [label, setLabel] = useState<string | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setLabel(labelOf(fieldNamed(field))), 0);
    return () => clearTimeout(timer);
  }, [field]);
  if (label === null) return <p className="text-gap font-semibold">{sentence(problem)}</p>;
  return (
    <p className="text-gap font-semibold">
      <button type="button" className="link font-semibold" onClick={() => fieldNamed(field)?.focus()}>
        {label}
      </button>
      : {asSentence(problem.message)}
    </p>
  );
}

function fieldNamed(name: string | null): HTMLInputElement | null {
  const named = name === null ? [] : document.getElementsByName(name);
  return ([...named].find((one) => one.closest('main')) as HTMLInputElement | undefined) ?? null;
}

function labelOf(field: HTMLInputElement | null): string | null {
  return field?.labels?.[0]?.textContent ?? field?.getAttribute('aria-label') ?? null;
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
