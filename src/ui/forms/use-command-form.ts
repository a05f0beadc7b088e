import { asSentence } from '@/core/sentence';
import { type FieldValues, type Resolver, get, useForm, useWatch } from 'react-hook-form';
import type { Problem } from '@/core/plan/problem';
import type { CommandInputs } from '@/server/commands/list';
import type { FaultOf } from '../kit/inputs/faults';
import { fieldName, nameIn } from './places';
import { schemaErrors } from './schema-errors';
import type { FormKind } from './schemas';
import { useKeptDraft } from './use-draft';
import { type Saving, useSaving } from './use-saving';

/** A part of a form, and how it is changed. */
export interface Part<T> {
  readonly draft: T;
  readonly change: (part: Partial<T>) => void;
}

/** A form that fills in the input of a command. */
export interface CommandForm<Input> {
  readonly values: Input;
  readonly change: (part: Partial<Input>) => void;
  /** One thing of the input, as a draft of its own. */
  part<Name extends keyof Input>(name: Name): Part<Input[Name]>;
  readonly faultOf: FaultOf;
  readonly saving: Saving;
}

interface Options<Input> {
  /** What it was opened on: what saving would send if nothing were changed. */
  readonly stored: Input;
  /** Names what is edited, for keeping it while the page is looked away from. */
  readonly key: string;
  /** What is sent of a draft: without lines that were added and left empty. */
  readonly clean?: (input: Input) => Input;
  /** Nothing of it is there yet, so it is saved even if nothing was changed. */
  readonly isNew?: boolean;
  /** Whether it says enough to be sent; true unless said. */
  readonly isReady?: (input: Input) => boolean;
  /** What the notice says when it is saved. */
  readonly said?: string;
  readonly onSaved?: (input: Input) => void;
  readonly onReset?: () => void;
}

/**
 * A form of react-hook-form over the input of a command, judged by the command's own schema while it is filled in and
 * by the server when it rests: all that is wrong is told at once, each at its field.
 */
export function useCommandForm<Kind extends FormKind>(
  kind: Kind,
  {
    stored,
    key,
    clean = same,
    isNew = false,
    isReady = always,
    said,
    onSaved,
    onReset,
  }: Options<CommandInputs[Kind]>,
): CommandForm<CommandInputs[Kind]> {
  type Input = CommandInputs[Kind];
  const resolver: Resolver = async (values, _, options) => {
    const errors = await schemaErrors(kind, clean(values as Input), options);
    return Object.keys(errors).length === 0 ? { values, errors: {} } : { values: {}, errors };
  };
  const form = useForm({ defaultValues: stored as FieldValues, resolver, shouldFocusError: false });
  const values = useWatch({ control: form.control }) as Input;
  const kept = useKeptDraft<Input>(stored, key, values, (draft) => form.reset(draft as FieldValues));
  const sent = clean(values);
  const input = (kept.dirty || isNew) && isReady(sent) ? sent : null;
  const saving = useSaving(kind, input, {
    opened: isNew ? undefined : clean(kept.base),
    said,
    reset: () => {
      kept.reset();
      onReset?.();
    },
    onSaved: () => {
      kept.saved();
      onSaved?.(sent);
    },
  });
  const change = (part: Partial<Input>) => {
    for (const [name, value] of Object.entries(part)) form.setValue(name, value, { shouldDirty: true });
    // All of it is judged: what is wrong with one field may lie with another.
    void form.trigger();
  };
  const part = <Name extends keyof Input>(name: Name): Part<Input[Name]> => ({
    draft: values[name],
    change: (more) => {
      const now = form.getValues(name as string) as Input[Name];
      change({ [name]: { ...now, ...more } } as unknown as Partial<Input>);
    },
  });
  const { errors } = form.formState;
  const faultOf: FaultOf = (name) => {
    const at = nameIn(sent, values, name);
    if (at === null) return null;
    const mine = (get(errors, at) as { message?: unknown } | undefined)?.message;
    const told =
      typeof mine === 'string' ? mine : saving.problems.find(({ path }) => fieldName(path) === at)?.message;
    return told === undefined ? null : asSentence(told);
  };
  const fieldOf = ({ path }: Problem) => nameIn(values, sent, fieldName(path));
  return { values, change, part, faultOf, saving: { ...saving, fieldOf } };
}

const same = <T>(input: T): T => input;
const always = () => true;
