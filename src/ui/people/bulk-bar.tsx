'use client';

import { useState } from 'react';
import type { PeopleChoices } from '@/server/people/payload';
import { ImpactList } from '../commands/week-impacts';
import { LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { sentence } from '../commands/sentence';
import { useCommand, usePreview } from '../commands/use-command';
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
  const [value, setValue] = useState<string>('');
  const [minutes, setMinutes] = useState<number | null>(null);
  const { run, busy, problem } = useCommand();
  const isLength = deed === 'contractMinutes' || deed === 'maxWeekMinutes';
  const ready = isLength ? minutes !== null : value.trim() !== '';
  const input = ready ? { ids, patch: { [deed]: isLength ? minutes : value.trim() } } : null;
  const preview = usePreview('people.updateMany', input);
  const fault = problem ?? (preview && !preview.ok ? preview.problem : null);
  const choose = (next: BulkAction) => {
    setDeed(next);
    setValue('');
    setMinutes(null);
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
        <Select label="What to do" value={deed} onChange={choose} options={BULK_ACTIONS} />
        {isLength ? (
          <LengthInput label="Hours" value={minutes} onChange={setMinutes} />
        ) : options ? (
          <Select
            label="Which"
            value={value}
            onChange={setValue}
            options={[['', 'choose …'], ...options.map((one) => [one.id, one.name] as const)]}
          />
        ) : deed === 'contractKind' ? (
          <Select
            label="Which"
            value={value}
            onChange={setValue}
            options={[['', 'choose …'], ...CONTRACTS]}
          />
        ) : (
          <TextInput label="Group" value={value} onChange={setValue} maxLength={120} />
        )}
        <Button
          kind="primary"
          className="whitespace-nowrap"
          disabled={busy || !ready || fault !== null}
          onClick={() =>
            input !== null &&
            void run(
              'people.updateMany',
              input,
              `Changed ${ids.length} ${ids.length === 1 ? 'person' : 'people'}`,
            ).then((done) => done && choose(deed))
          }
        >
          {busy ? 'Changing …' : `Change ${ids.length}`}
        </Button>
      </span>
      <span className="min-w-0 flex-1" aria-live="polite">
        {fault ? (
          <span className="text-gap font-semibold">{sentence(fault)}</span>
        ) : (
          input !== null && <ImpactList answer={preview} />
        )}
      </span>
    </div>
  );
}
