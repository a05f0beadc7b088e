'use client';

import { useState } from 'react';
import type { Member, Pattern } from '@/core/patterns/pattern';
import { counted } from '@/core/time/format';
import { sampleSpan } from '@/core/time/parse-time';
import type { RecurringPayload } from '@/server/week/payload';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { newId } from '../commands/new-id';
import { useCommand, usePreview } from '../commands/use-command';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { ImpactList } from '../commands/week-impacts';
import { PatternShares } from './pattern-shares';
import { RuleFields } from './rule-fields';
import { Button } from '../kit/button';
import { Cycle, DayInput } from './pattern-days';
import { Combobox } from '../kit/inputs/combobox';

interface Props {
  readonly recurring: RecurringPayload;
  readonly stored: Pattern;
  readonly isNew: boolean;
  readonly onSaved: (id: string) => void;
  readonly onGone: () => void;
}

/** One pattern: its days, who works it, and over which dates; what it comes to stands beside it. */
export function PatternForm({ recurring, stored, isNew, onSaved, onGone }: Props) {
  const form = useCommandForm('pattern.save', {
    stored: { site: recurring.site.id, pattern: stored, weeks: 4 },
    key: `pattern ${stored.id}`,
    isNew,
    isReady: ({ pattern }) =>
      pattern.name.trim() !== '' && pattern.shifts.length > 0 && pattern.members.length > 0,
    onSaved: ({ pattern }) => onSaved(pattern.id),
    onReset: () => isNew && onGone(),
  });
  const { draft, change: set } = form.part('pattern');
  const { weeks } = form.values;
  const dirty = isNew || JSON.stringify(draft) !== JSON.stringify(stored);
  const missing = [
    draft.name.trim() === '' ? 'a name' : '',
    draft.shifts.length === 0 ? 'a shift' : '',
    draft.members.length === 0 ? 'somebody who works it' : '',
  ].filter(Boolean);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col">
      <CommandForm form={form} className="ml-0 max-w-[900px]">
        <div className="flex flex-wrap items-end gap-3">
          <Field label="Name">
            <TextInput
              name="pattern.name"
              value={draft.name}
              onChange={(name) => set({ name })}
              maxLength={80}
              placeholder="Early and late"
              className="w-[230px]"
              autoFocus={isNew}
            />
          </Field>
          <Field label="From">
            <DateInput
              name="pattern.since"
              label="First day"
              value={draft.since}
              onChange={(since) => since !== null && set(isNew ? { since, anchor: since } : { since })}
            />
          </Field>
          <Field label="To, empty: for good">
            <DateInput
              name="pattern.until"
              label="Last day"
              value={draft.until}
              onChange={(until) => set({ until })}
            />
          </Field>
          {draft.rule === null && (
            <Field label="Weeks in the cycle">
              <Select
                value={draft.weeks}
                onChange={(count) =>
                  set({ weeks: count, shifts: draft.shifts.filter((one) => one.day < count * 7) })
                }
                options={[1, 2, 3, 4, 5, 6, 7, 8].map((n) => [n, String(n)] as const)}
              />
            </Field>
          )}
        </div>
        {draft.rule === null ? (
          <Cycle draft={draft} recurring={recurring} onChange={(shifts) => set({ shifts })} />
        ) : (
          <section className="mt-5">
            <h2 className="font-serif text-lg font-semibold mb-2">The shift and its dates</h2>
            <div className="flex flex-wrap items-start gap-4">
              <Field label={`Shift, as ${sampleSpan(recurring.hourFormat)} bar`}>
                <DayInput
                  day={0}
                  draft={draft}
                  recurring={recurring}
                  label="Shift"
                  onChange={(shifts) => set({ shifts: shifts.slice(0, 1) })}
                />
              </Field>
              <RuleFields rule={draft.rule} anchor={draft.anchor} onChange={(rule) => set({ rule })} />
            </div>
          </section>
        )}
        <Members draft={draft} recurring={recurring} onChange={(members) => set({ members })} />
        {missing.length === 0 && <PatternShares draft={draft} recurring={recurring} />}
        <section className="mt-5">
          <label className="flex items-center gap-2">
            Written at once into
            <CountInput
              name="weeks"
              value={weeks}
              onChange={(next) => form.change({ weeks: next })}
              most={26}
              label="Weeks written at once"
            />
            weeks; later ones get it when they are started.
          </label>
          {draft.shifts.some(({ role }) => role === null) && (
            <p className="text-gap mt-2">Some of its shifts have no role: type one behind their times.</p>
          )}
          {dirty && missing.length > 0 && (
            <p className="text-muted mt-2">Still missing: {missing.join(', ')}.</p>
          )}
          {!isNew && !dirty && <End site={recurring.site.id} pattern={stored} onGone={onGone} />}
        </section>
      </CommandForm>
    </div>
  );
}

function End({
  site,
  pattern,
  onGone,
}: {
  readonly site: string;
  readonly pattern: Pattern;
  readonly onGone: () => void;
}) {
  const [looking, look] = useState(false);
  const input = { site, id: pattern.id };
  const preview = usePreview('pattern.remove', looking ? input : null);
  const { run, busy } = useCommand();
  if (!looking)
    return (
      <Button kind="link" className="mt-2" onClick={() => look(true)}>
        End this pattern
      </Button>
    );
  return (
    <div className="border-rule mt-3 border-t pt-2">
      <ImpactList answer={preview} />
      <div className="mt-2 flex gap-2">
        <Button
          kind="primary"
          disabled={busy || !preview?.ok}
          onClick={() => void run('pattern.remove', input, 'Pattern ended').then((done) => done && onGone())}
        >
          End it
        </Button>
        <Button onClick={() => look(false)}>Cancel</Button>
      </div>
    </div>
  );
}

function Members({
  draft,
  recurring,
  onChange,
}: {
  readonly draft: Pattern;
  readonly recurring: RecurringPayload;
  readonly onChange: (members: readonly Member[]) => void;
}) {
  const cycle = draft.rule === null && draft.weeks > 1;
  const next = draft.members.length % draft.weeks;
  const add = (person: string | null) =>
    onChange([...draft.members, { id: newId(), person, offset: cycle ? next : 0 }]);
  const names = new Map(recurring.people.map((person) => [person.id, person.name]));
  return (
    <section className="mt-5">
      <h2 className="font-serif text-lg font-semibold mb-1">Who works it</h2>
      <ul>
        {draft.members.map((member) => (
          <li key={member.id} className="border-fine flex min-h-8 items-center gap-3 border-b">
            <span className="w-[210px] truncate font-semibold">
              {member.person === null ? 'Open shifts' : (names.get(member.person) ?? 'somebody who has left')}
            </span>
            {cycle && (
              <label className="flex items-center gap-1.5">
                <span className="text-muted">begins</span>
                <Select
                  label={`Start of ${names.get(member.person ?? '') ?? 'open shifts'}`}
                  value={member.offset}
                  onChange={(offset) =>
                    onChange(draft.members.map((one) => (one.id === member.id ? { ...one, offset } : one)))
                  }
                  options={Array.from(
                    { length: draft.weeks },
                    (_, i) => [i, i === 0 ? 'with week 1' : `${counted(i, 'week')} later`] as const,
                  )}
                />
              </label>
            )}
            <RemoveButton
              className="ml-auto"
              label={`Remove ${names.get(member.person ?? '') ?? 'open shifts'} from the pattern`}
              onClick={() => onChange(draft.members.filter((one) => one.id !== member.id))}
            />
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Combobox
          label="Person to add"
          value={null}
          onChange={add}
          placeholder="Add a person …"
          options={recurring.people.map(({ id, name }) => ({ value: id, name }))}
        />
        <Button onClick={() => add(null)}>Add open shifts</Button>
      </div>
    </section>
  );
}
