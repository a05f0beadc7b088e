'use client';

import { useState } from 'react';
import { counted } from '@/core/time/format';
import type { CommandInputs } from '@/server/commands/list';
import type { PeopleChoices } from '@/server/people/payload';
import { ImpactList } from '../commands/week-impacts';
import { FaultsProvider } from '../kit/inputs/faults';
import { LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { sentence } from '../commands/sentence';
import { useCommandForm } from '../forms/use-command-form';
import { CONTRACTS } from './contracts';
import { Button } from '../kit/button';

const BULK_ACTIONS = [
  ['addRole', 'Give the role'],
  ['dropRole', 'Remove a role'],
  ['moveTo', 'Move to the site'],
  ['addSite', 'Add the site'],
  ['dropSite', 'Remove from the site'],
  ['contractMinutes', 'Set contract hours to'],
  ['maxWeekMinutes', 'Set the weekly maximum to'],
  ['contractKind', 'Set the contract to'],
  ['addGroup', 'Put into the group'],
  ['dropGroup', 'Remove from the group'],
] as const;

type PeoplePatch = CommandInputs['people.updateMany']['patch'];
type BulkAction = (typeof BULK_ACTIONS)[number][0];

/** One change for everybody chosen, with what would follow before it is done. */
export function BulkBar({
  ids,
  choices,
  onClear,
}: {
  readonly ids: readonly string[];
  readonly choices: PeopleChoices;
  readonly onClear: () => void;
}) {
  const [deed, setDeed] = useState<BulkAction>('addRole');
  const form = useCommandForm('people.updateMany', {
    stored: NOTHING,
    key: 'people together',
    // Only what is shown is sent.
    clean: (input) => ({ ids, patch: written({ [deed]: input.patch[deed] }) }),
    isReady: (input) => deed in input.patch,
    isNew: true,
    said: `Changed ${counted(ids.length, 'person', 'people')}`,
    onSaved: () => choose(deed),
  });
  const { patch } = form.values;
  const { preview, busy, refusal } = form.saving;
  const set = (value: string | number | null) => form.change({ patch: { [deed]: value } });
  const value = String(patch[deed] ?? '');
  const isLength = deed === 'contractMinutes' || deed === 'maxWeekMinutes';
  const choose = (next: BulkAction) => {
    setDeed(next);
    form.saving.reset();
  };
  const options =
    deed === 'addRole' || deed === 'dropRole'
      ? choices.roles
      : deed === 'moveTo' || deed === 'addSite' || deed === 'dropSite'
        ? choices.sites
        : null;
  return (
    <div
      role="region"
      aria-label="Change those chosen"
      className="border-ink bg-sheet flex max-h-[40vh] shrink-0 items-start gap-5 overflow-y-auto border-t-[1.5px] px-4 py-2.5"
    >
      <span className="flex items-center gap-2 whitespace-nowrap">
        <span className="font-semibold">{ids.length} chosen</span>
        <Button kind="link" onClick={onClear}>
          none
        </Button>
      </span>
      <span className="flex items-center gap-2">
        <FaultsProvider value={form.faultOf}>
          <Select label="What to do" value={deed} onChange={choose} options={BULK_ACTIONS} />
          {isLength ? (
            <LengthInput
              name={`patch.${deed}`}
              label="Hours"
              value={(patch[deed] as number | undefined) ?? null}
              onChange={set}
            />
          ) : options ? (
            <Select
              label="Which"
              value={value}
              onChange={set}
              options={[['', 'choose …'], ...options.map((one) => [one.id, one.name] as const)]}
            />
          ) : deed === 'contractKind' ? (
            <Select label="Which" value={value} onChange={set} options={[['', 'choose …'], ...CONTRACTS]} />
          ) : (
            <TextInput name={`patch.${deed}`} label="Group" value={value} onChange={set} maxLength={120} />
          )}
        </FaultsProvider>
        <Button
          kind="primary"
          className="whitespace-nowrap"
          disabled={busy || !form.saving.dirty || refusal !== null}
          onClick={() => form.saving.save()}
        >
          {busy ? 'Changing …' : `Change ${ids.length}`}
        </Button>
      </span>
      <span className="min-w-0 flex-1" aria-live="polite">
        {refusal ? (
          <span className="text-gap font-semibold">{sentence(refusal)}</span>
        ) : (
          form.saving.dirty && <ImpactList answer={preview} />
        )}
      </span>
    </div>
  );
}

const NOTHING: { readonly ids: readonly string[]; readonly patch: PeoplePatch } = { ids: [], patch: {} };

/** A change without what was chosen and left empty. */
function written(patch: PeoplePatch): PeoplePatch {
  return Object.fromEntries(
    Object.entries(patch)
      .map(([name, value]) => [name, typeof value === 'string' ? value.trim() : value] as const)
      .filter(([, value]) => value !== '' && value !== null && value !== undefined),
  );
}
