'use client';

import { useState } from 'react';
import { parseLength } from '@/core/time/parse-hours';
import { bareHours, formatHours } from '@/core/time/format';
import type { PersonRow } from '@/server/people/payload';
import { sentence } from '../commands/sentence';
import { useCommand } from '../commands/use-command';
import { CONTRACTS } from './contracts';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';

export type EditableField =
  'number' | 'email' | 'phone' | 'contractKind' | 'contractMinutes' | 'maxWeekMinutes';

const NAMES: Readonly<Record<EditableField, string>> = {
  number: 'Number',
  email: 'E-mail',
  phone: 'Phone',
  contractKind: 'Contract',
  contractMinutes: 'Contract hours',
  maxWeekMinutes: 'Weekly maximum',
};

/** A cell of the table that is changed where it stands; saved when it is left, and undone from the notice. */
export function EditableCell({
  person,
  field,
}: {
  readonly person: PersonRow;
  readonly field: EditableField;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const { run, problem } = useCommand();
  const isLength = field === 'contractMinutes' || field === 'maxWeekMinutes';
  const value = person[field];
  const label = `${NAMES[field]} of ${person.name}`;
  const shown =
    value === null
      ? ''
      : isLength
        ? formatHours(value as number)
        : field === 'contractKind'
          ? kindText(value as string)
          : value;
  const written = value === null ? '' : isLength ? bareHours(value as number) : String(value);
  const save = async (text: string) => {
    const trimmed = text.trim();
    const next = trimmed === '' ? null : isLength ? parseLength(trimmed) : trimmed;
    if (isLength && trimmed !== '' && next === null) return setWrong('Type hours as 38 or 37:30.');
    if (next === value) return setTyped(null);
    const done = await run(
      'people.updateMany',
      { ids: [person.id], patch: { [field]: next } },
      `${NAMES[field]} saved`,
      // Somebody else may have written into the same cell since it was read.
      { opened: { ids: [person.id], patch: { [field]: value } } },
    );
    if (done) {
      setTyped(null);
      setWrong(null);
    } else setWrong('Not saved');
  };
  if (typed === null)
    return (
      <button
        type="button"
        className="hover:border-rule -ml-[5px] block min-h-6 w-full min-w-[40px] rounded-[3px] border border-transparent px-1 text-left"
        aria-label={`${label}: ${shown || 'nothing'}. Change it`}
        onClick={() => setTyped(written)}
      >
        {shown}
      </button>
    );
  if (field === 'contractKind')
    return (
      <Select
        label={label}
        autoFocus
        value={typed}
        onBlur={() => setTyped(null)}
        onChange={(kind) => void save(kind)}
        options={[['', 'not set'], ...CONTRACTS]}
      />
    );
  return (
    <span className="relative block">
      <TextInput
        className="w-full min-w-[60px]"
        style={{ minHeight: 24 }}
        label={label}
        aria-invalid={wrong !== null || undefined}
        autoFocus
        value={typed}
        onFocus={(event) => event.target.select()}
        onChange={setTyped}
        onBlur={() => void save(typed)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') void save(typed);
          if (event.key === 'Escape') {
            setTyped(null);
            setWrong(null);
          }
        }}
      />
      {wrong && <CellFault text={problem ? sentence(problem) : wrong} />}
    </span>
  );
}

function CellFault({ text }: { readonly text: string }) {
  return (
    <span
      role="alert"
      className="border-gap bg-sheet text-gap absolute top-full left-0 z-20 border px-2 py-1 text-xs whitespace-nowrap"
    >
      {text}
    </span>
  );
}

function kindText(kind: string): string {
  return CONTRACTS.find(([one]) => one === kind)?.[1] ?? kind;
}
