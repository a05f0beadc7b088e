'use client';

import { useState } from 'react';
import { formatHours } from '@/core/time/format';
import type { PersonDraft, PersonPayload } from '@/server/people/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { OwnFields } from './own-fields';
import { CONTRACTS } from './contracts';
import { Hours } from './person-hours';
import { Pay, type PersonFormPart, Roles, UsualWeek } from './person-work';
import { Combobox } from '../kit/inputs/combobox';

/** Everything about a person but when they can work. */
export function PersonPart({ page }: { readonly page: PersonPayload }) {
  const form = useCommandForm('person.update', {
    stored: { id: page.id, person: page.person },
    key: `person ${page.id}`,
  });
  const part = { page, ...form.part('person') };
  return (
    <CommandForm
      form={form}
      className="grid max-w-[1120px] grid-cols-2 gap-x-14 gap-y-8 max-[900px]:grid-cols-1"
    >
      <Contact {...part} />
      <Work {...part} />
      <Roles {...part} />
      {page.choices.seesPay && <Pay {...part} />}
      <UsualWeek {...part} />
      <Hours {...part} />
      <OwnFields {...part} />
    </CommandForm>
  );
}

const text = (value: string) => (value === '' ? null : value);

function Contact({ page, draft, change }: PersonFormPart) {
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-2">Person</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Name">
          <TextInput
            name="person.name"
            value={draft.name}
            onChange={(name) => change({ name })}
            maxLength={120}
          />
        </Field>
        <Field label="Number">
          <TextInput
            name="person.number"
            value={draft.number ?? ''}
            onChange={(number) => change({ number: text(number) })}
            maxLength={40}
          />
        </Field>
        <Field label="E-mail">
          <TextInput
            name="person.email"
            value={draft.email ?? ''}
            onChange={(email) => change({ email: text(email) })}
            type="email"
          />
        </Field>
        <Field label="Phone">
          <TextInput
            name="person.phone"
            value={draft.phone ?? ''}
            onChange={(phone) => change({ phone: text(phone) })}
            type="tel"
          />
        </Field>
        <Field label="Birth date">
          <DateInput
            name="person.birthDate"
            value={draft.birthDate}
            onChange={(birthDate) => change({ birthDate })}
          />
        </Field>
        <Field label="Manager">
          <Combobox
            name="person.manager"
            className="w-full"
            value={draft.manager ?? ''}
            onChange={(manager) => change({ manager: text(manager) })}
            options={[
              { value: '', name: 'none' },
              ...page.managers.map(({ id, name }) => ({ value: id, name })),
            ]}
          />
        </Field>
        <Field label="Groups, with commas" className="col-span-2">
          <GroupsInput value={draft.groups} onChange={(groups) => change({ groups })} />
        </Field>
        <Field label="Notes" className="col-span-2">
          <TextArea
            name="person.notes"
            rows={3}
            maxLength={5000}
            value={draft.notes ?? ''}
            onChange={(notes) => change({ notes: text(notes) })}
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
    <TextInput
      name="person.groups"
      className="w-full"
      value={typed ?? value.join(', ')}
      onChange={(next) => {
        setTyped(next);
        const groups = next.split(',').map((group) => group.trim());
        onChange(groups.filter(Boolean));
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
          <DateInput
            name="person.employedFrom"
            value={draft.employedFrom}
            onChange={(employedFrom) => change({ employedFrom })}
          />
        </Field>
        <Field label="Last day" hint="Shifts after it turn open when this is saved.">
          <DateInput
            name="person.employedTo"
            value={draft.employedTo}
            onChange={(employedTo) => change({ employedTo })}
          />
        </Field>
        <Field label="Contract">
          <Select
            name="person.contractKind"
            value={draft.contractKind ?? ''}
            onChange={(kind) =>
              change({ contractKind: kind === '' ? null : (kind as PersonDraft['contractKind']) })
            }
            options={[['', 'not set'], ...CONTRACTS]}
          />
        </Field>
        <Field label="Contract hours a week">
          <LengthInput
            name="person.contractMinutes"
            value={draft.contractMinutes}
            onChange={(contractMinutes) => change({ contractMinutes })}
          />
        </Field>
        <Field label="At most a week">
          <LengthInput
            name="person.maxWeekMinutes"
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
            name="person.standardDayMinutes"
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
        {draft.sites.length > 1 && (
          <Field
            label="Home site"
            className="col-span-2"
            hint="Its weekend, holidays and approver count for their leave."
          >
            <Select
              name="person.homeSite"
              value={draft.homeSite ?? ''}
              onChange={(homeSite) => change({ homeSite: homeSite || null })}
              options={[
                ['', `The first: ${page.choices.sites.find(({ id }) => draft.sites.includes(id))?.name}`],
                ...draft.sites.map((id) => [id, siteName(page, id)] as const),
              ]}
            />
          </Field>
        )}
      </div>
    </section>
  );
}

function siteName({ choices }: PersonPayload, id: string): string {
  return choices.sites.find((site) => site.id === id)?.name ?? id;
}
