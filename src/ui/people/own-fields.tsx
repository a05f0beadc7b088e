'use client';

import { useState } from 'react';
import type { PersonDraft, PersonPayload } from '@/server/people/payload';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { sentence } from '../commands/sentence';
import { useCommand } from '../commands/use-command';
import { RemoveButton } from '../kit/remove-button';
import { Button } from '../kit/button';

/** The fields that the business defines for all its people, with this person's values. */
export function OwnFields({
  page,
  draft,
  change,
}: {
  readonly page: PersonPayload;
  readonly draft: PersonDraft;
  readonly change: (part: Partial<PersonDraft>) => void;
}) {
  const { fields } = page.choices;
  const [name, setName] = useState('');
  const [editing, edit] = useState(false);
  const { run, busy, problem } = useCommand();
  const save = async (next: readonly { id: string | null; name: string }[], said: string) => {
    if (await run('fields.save', { fields: next }, said, { opened: { fields } })) setName('');
  };
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Own fields</h2>
      <p className="text-muted mb-2">
        What this business records about everybody besides, such as a locker or a shirt size.
      </p>
      <div className="grid grid-cols-2 gap-3">
        {fields.map((field) => (
          <span key={field.id} className="flex items-end gap-1">
            <Field label={field.name} className="flex-1">
              <TextInput
                name={`person.fields.${field.id}`}
                value={draft.fields[field.id] ?? ''}
                maxLength={500}
                onChange={(value) => {
                  const { [field.id]: _old, ...others } = draft.fields;
                  change({ fields: value === '' ? others : { ...others, [field.id]: value } });
                }}
              />
            </Field>
            {editing && (
              <RemoveButton
                label={`Remove the field ${field.name} for everybody`}
                onClick={() =>
                  void save(
                    fields.filter((one) => one.id !== field.id),
                    `Removed the field ${field.name}`,
                  )
                }
              />
            )}
          </span>
        ))}
      </div>
      <div className="mt-2 flex items-center gap-2">
        <TextInput
          label="Name of a new field"
          placeholder="New field"
          value={name}
          onChange={setName}
          maxLength={120}
        />
        <Button
          disabled={busy || name.trim() === ''}
          onClick={() => void save([...fields, { id: null, name }], `Added the field ${name.trim()}`)}
        >
          Add the field
        </Button>
        {fields.length > 0 && (
          <Button kind="link" aria-pressed={editing} onClick={() => edit(!editing)}>
            {editing ? 'Done' : 'Remove fields'}
          </Button>
        )}
      </div>
      {problem && <p className="text-gap">{sentence(problem)}</p>}
    </section>
  );
}
