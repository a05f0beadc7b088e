'use client';

import { useState } from 'react';
import { formatHours } from '@/core/time/format';
import type { PersonDraft, PersonPayload } from '@/server/people/payload';
import { Checkbox } from '../kit/checkbox';
import { DateInput } from '../kit/date-input';
import { Field } from '../kit/field';
import { LengthInput } from '../kit/parsed-input';
import { Select } from '../kit/select';
import { TextInput } from '../kit/text-input';
import { SaveBar } from '../kit/save-bar';
import { useCommand } from '../commands/use-command';
import { useDraft } from '../commands/use-draft';
import { OwnFields } from './own-fields';
import { CONTRACTS } from './contracts';
import { Pay, type PersonFormPart, Roles, UsualWeek } from './person-work';

/** Everything about a person but when they can work. */
export function PersonPart({ page }: { readonly page: PersonPayload }) {
  const { draft, change, reset, dirty, saved, base } = useDraft<PersonDraft>(
    page.person,
    `person ${page.id}`,
  );
  const { run, busy, problem } = useCommand();
  const input = dirty ? { id: page.id, person: draft } : null;
  const opened = { id: page.id, person: base };
  const part = { page, draft, change };
  return (
    <>
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className="mx-auto grid max-w-[1120px] grid-cols-2 gap-x-14 gap-y-8 max-[900px]:grid-cols-1">
          <Contact {...part} />
          <Work {...part} />
          <Roles {...part} />
          <Pay {...part} />
          <UsualWeek {...part} />
          <OwnFields {...part} />
        </div>
      </main>
      <SaveBar
        kind="person.update"
        input={input}
        busy={busy}
        problem={problem}
        onReset={reset}
        opened={opened}
        onSave={(wanted, prefer) =>
          void run('person.update', wanted, undefined, { opened, prefer }).then((done) => done && saved())
        }
      />
    </>
  );
}

const text = (value: string) => (value === '' ? null : value);

function Contact({ page, draft, change }: PersonFormPart) {
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-2">Person</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Name">
          <TextInput value={draft.name} onChange={(name) => change({ name })} maxLength={120} />
        </Field>
        <Field label="Number">
          <TextInput
            value={draft.number ?? ''}
            onChange={(number) => change({ number: text(number) })}
            maxLength={40}
          />
        </Field>
        <Field label="E-mail">
          <TextInput
            value={draft.email ?? ''}
            onChange={(email) => change({ email: text(email) })}
            type="email"
          />
        </Field>
        <Field label="Phone">
          <TextInput
            value={draft.phone ?? ''}
            onChange={(phone) => change({ phone: text(phone) })}
            type="tel"
          />
        </Field>
        <Field label="Birth date">
          <DateInput value={draft.birthDate} onChange={(birthDate) => change({ birthDate })} />
        </Field>
        <Field label="Manager">
          <Select
            value={draft.manager ?? ''}
            onChange={(manager) => change({ manager: text(manager) })}
            options={[['', 'none'], ...page.managers.map((person) => [person.id, person.name] as const)]}
          />
        </Field>
        <Field label="Groups, with commas" className="col-span-2">
          <GroupsInput value={draft.groups} onChange={(groups) => change({ groups })} />
        </Field>
        <Field label="Notes" className="col-span-2">
          <textarea
            className="textarea"
            rows={3}
            maxLength={5000}
            value={draft.notes ?? ''}
            onChange={(event) => change({ notes: text(event.target.value) })}
          />
        </Field>
      </div>
    </section>
  );
}

function GroupsInput({
  value,
  onChange,
}: {
  readonly value: readonly string[];
  readonly onChange: (groups: string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      className="input"
      value={typed ?? value.join(', ')}
      onChange={(event) => {
        setTyped(event.target.value);
        onChange(
          event.target.value
            .split(',')
            .map((group) => group.trim())
            .filter(Boolean),
        );
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

function Work({ page, draft, change }: PersonFormPart) {
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-2">Employment</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="First day">
          <DateInput value={draft.employedFrom} onChange={(employedFrom) => change({ employedFrom })} />
        </Field>
        <Field label="Last day" hint="Shifts after it turn open when this is saved.">
          <DateInput value={draft.employedTo} onChange={(employedTo) => change({ employedTo })} />
        </Field>
        <Field label="Contract">
          <Select
            value={draft.contractKind ?? ''}
            onChange={(kind) =>
              change({ contractKind: kind === '' ? null : (kind as PersonDraft['contractKind']) })
            }
            options={[['', 'not set'], ...CONTRACTS]}
          />
        </Field>
        <Field label="Contract hours a week">
          <LengthInput
            value={draft.contractMinutes}
            onChange={(contractMinutes) => change({ contractMinutes })}
          />
        </Field>
        <Field label="At most a week">
          <LengthInput
            value={draft.maxWeekMinutes}
            onChange={(maxWeekMinutes) => change({ maxWeekMinutes })}
          />
        </Field>
        <Field
          label="A day of leave counts"
          hint={
            draft.standardDayMinutes === null && draft.contractMinutes !== null
              ? `${formatHours(Math.round(draft.contractMinutes / 5))}, a fifth of the contract`
              : undefined
          }
        >
          <LengthInput
            value={draft.standardDayMinutes}
            onChange={(standardDayMinutes) => change({ standardDayMinutes })}
          />
        </Field>
        <fieldset className="col-span-2">
          <legend className="text-muted text-xs">Works at</legend>
          <div className="flex flex-wrap gap-x-4">
            {page.choices.sites.map((site) => (
              <Checkbox
                key={site.id}
                checked={draft.sites.includes(site.id)}
                onChange={(on) =>
                  change({
                    sites: on
                      ? [...draft.sites, site.id].sort()
                      : draft.sites.filter((one) => one !== site.id),
                  })
                }
              >
                {site.name}
              </Checkbox>
            ))}
          </div>
        </fieldset>
      </div>
    </section>
  );
}
