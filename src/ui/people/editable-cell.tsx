'use client';

import { useState } from 'react';
import { type Resolver, get, useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import { parseLength } from '@/core/time/parse-hours';
import { bareHours, formatHours } from '@/core/time/format';
import type { PersonRow } from '@/server/people/payload';
import { sentence } from '../commands/sentence';
import { useCommand } from '../commands/use-command';
import { schemaErrors } from '../forms/schema-errors';
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
export function EditableCell(props: CellProps) {
  const [isOpen, open] = useState(false);
  const shown = cellText(props);
  if (isOpen) return <OpenCell {...props} onClose={() => open(false)} />;
  return (
    <button
      type="button"
      className="hover:border-rule -ml-[5px] block min-h-6 w-full min-w-[40px] rounded-[3px] border border-transparent px-1 text-left"
      aria-label={`${labelOf(props)}: ${shown || 'nothing'}. Change it`}
      onClick={() => open(true)}
    >
      {shown}
    </button>
  );
}

/** What stands in a cell, as people read it. */
export function cellText({ person, field }: CellProps): string {
  const value = person[field];
  if (value === null) return '';
  if (isLength(field)) return formatHours(value as number);
  return field === 'contractKind' ? kindText(value as string) : String(value);
}

interface CellProps {
  readonly person: PersonRow;
  readonly field: EditableField;
}

function isLength(field: EditableField): boolean {
  return field === 'contractMinutes' || field === 'maxWeekMinutes';
}

function labelOf({ person, field }: CellProps): string {
  return `${NAMES[field]} of ${person.name}`;
}

/** What a typed text means in a field: null for nothing; undefined: it cannot be read. */
function meantBy(field: EditableField, text: string): string | number | null | undefined {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  return isLength(field) ? (parseLength(trimmed) ?? undefined) : trimmed;
}

interface CellForm {
  text: string;
}

function OpenCell({ person, field, onClose }: CellProps & { readonly onClose: () => void }) {
  const value = person[field];
  const written = value === null ? '' : isLength(field) ? bareHours(value as number) : String(value);
  const { run, busy, problem } = useCommand();
  const resolver: Resolver<CellForm> = async ({ text }, _, options) => {
    const wrong = (message: string) => ({ values: {}, errors: { text: { type: 'value', message } } });
    const meant = meantBy(field, text);
    if (meant === undefined) return wrong('type hours as 38 or 37:30');
    const input = { ids: [person.id], patch: { [field]: meant } };
    const errors = await schemaErrors('people.updateMany', input, options as never);
    const fault = (get(errors, `patch.${field}`) as { message?: unknown } | undefined)?.message;
    return typeof fault === 'string' ? wrong(fault) : { values: { text }, errors: {} };
  };
  const form = useForm<CellForm>({ defaultValues: { text: written }, resolver, shouldFocusError: false });
  const text = useWatch({ control: form.control, name: 'text' });
  const save = form.handleSubmit(async ({ text: typed }) => {
    const next = meantBy(field, typed);
    if (next === value) return onClose();
    // Enter saves, and so does leaving the field meanwhile.
    if (busy) return;
    const done = await run(
      'people.updateMany',
      { ids: [person.id], patch: { [field]: next } },
      `${NAMES[field]} saved`,
      // Somebody else may have written into the same cell since it was read.
      { opened: { ids: [person.id], patch: { [field]: value } } },
    );
    if (done) onClose();
  });
  const label = labelOf({ person, field });
  const { message } = form.formState.errors.text ?? {};
  const wrong = problem ? sentence(problem) : message ? asSentence(message) : null;
  if (field === 'contractKind')
    return (
      <Select
        label={label}
        autoFocus
        value={text}
        onBlur={onClose}
        onChange={(kind) => {
          form.setValue('text', kind);
          void save();
        }}
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
        value={text}
        onFocus={(event) => event.target.select()}
        onChange={(next) => form.setValue('text', next)}
        onBlur={() => void save()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') void save();
          if (event.key === 'Escape') onClose();
        }}
      />
      {wrong && <CellFault text={wrong} />}
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
