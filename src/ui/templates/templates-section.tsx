'use client';

import { useRef, useState } from 'react';
import type { ShiftTemplate } from '@/core/plan/shift-spec';
import { widestHours } from '@/core/time/parse-time';
import type { RecurringPayload } from '@/server/week/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { newId } from '../commands/new-id';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { BreaksInput, DutiesInput, TimesInput, freshForm } from '../patterns/spec-fields';
import { Button } from '../kit/button';

/** Shift templates, placed by typing their short name, and the stations of the site. */
export function TemplatesSection({ recurring }: { readonly recurring: RecurringPayload }) {
  const { site, templates: stored } = recurring;
  const [follow, setFollow] = useState<readonly string[]>([]);
  const changedIn = (templates: readonly ShiftTemplate[]) =>
    templates.filter((template) => {
      const before = stored.find((one) => one.id === template.id);
      return before && JSON.stringify(before.form) !== JSON.stringify(template.form);
    });
  const form = useCommandForm('templates.save', {
    stored: { site: site.id, templates: stored, follow: [] },
    key: `templates ${site.id}`,
    clean: (input) => ({
      ...input,
      templates: written(input.templates, stored),
      follow: follow.filter((id) => changedIn(input.templates).some((one) => one.id === id)),
    }),
  });
  const draft = form.values.templates;
  const setDraft = (templates: readonly ShiftTemplate[]) => form.change({ templates });
  const changed = changedIn(draft);
  const change = (id: string, part: Partial<ShiftTemplate>) =>
    setDraft(draft.map((one) => (one.id === id ? { ...one, ...part } : one)));
  const list = useRef<HTMLUListElement>(null);
  const add = () => {
    setDraft([...draft, { id: newId(), name: '', short: '', form: freshForm(540, 1020, null) }]);
    setTimeout(() => list.current?.querySelector<HTMLElement>('li:last-child input')?.focus(), 0);
  };
  return (
    <CommandForm form={form}>
      <h1 className="font-serif text-lg font-semibold">Shift templates</h1>
      <p className="text-muted mt-0.5 mb-3">
        A shift saved under a name. Its short name is typed into a cell of the plan in place of times: E, or E
        L for two.
      </p>
      {draft.length === 0 && (
        <p className="mb-2">There is none yet. The shifts you type most often are worth one.</p>
      )}
      <ul ref={list}>
        {draft.map((template, i) => (
          <TemplateLine
            key={template.id}
            name={`templates.${i}`}
            template={template}
            recurring={recurring}
            onChange={(part) => change(template.id, part)}
            onRemove={() => setDraft(draft.filter((one) => one.id !== template.id))}
          />
        ))}
      </ul>
      <Button className="mt-1" onClick={add}>
        Add a template
      </Button>
      {changed.length > 0 && (
        <fieldset className="border-rule mt-4 border-t pt-3">
          <legend className="font-serif text-lg font-semibold pr-2">Shifts made from what changes</legend>
          {changed.map(({ id, name }) => (
            <div key={id}>
              <Checkbox
                checked={follow.includes(id)}
                onChange={(on) => setFollow(on ? [...follow, id] : follow.filter((one) => one !== id))}
              >
                those of {name} from today on follow, unless they were changed by hand
              </Checkbox>
            </div>
          ))}
        </fieldset>
      )}
      <Stations recurring={recurring} />
    </CommandForm>
  );
}

/** Templates that say something, without empty lines in their check-lists. */
function written(templates: readonly ShiftTemplate[], stored: readonly ShiftTemplate[]): ShiftTemplate[] {
  const fresh = JSON.stringify(freshForm(540, 1020, null));
  const isBlank = ({ id, name, short, form }: ShiftTemplate) =>
    name.trim() === '' &&
    short.trim() === '' &&
    JSON.stringify(form) === fresh &&
    !stored.some((one) => one.id === id);
  return templates
    .filter((one) => !isBlank(one))
    .map((one) => {
      const tasks = one.form.tasks.map((task) => task.trim()).filter(Boolean);
      return { ...one, form: { ...one.form, tasks } };
    });
}

function TemplateLine({
  name,
  template,
  recurring,
  onChange,
  onRemove,
}: {
  /** Of its part of the form. */
  readonly name: string;
  readonly template: ShiftTemplate;
  readonly recurring: RecurringPayload;
  readonly onChange: (part: Partial<ShiftTemplate>) => void;
  readonly onRemove: () => void;
}) {
  const { form } = template;
  const { hourFormat } = recurring;
  const say = (part: Partial<ShiftTemplate['form']>) => onChange({ form: { ...form, ...part } });
  const called = template.name || 'the new template';
  return (
    <li className="border-fine grid grid-cols-[72px_170px_120px_130px_120px_1fr_28px] items-start gap-x-2.5 gap-y-1.5 border-b py-2.5 max-[900px]:grid-cols-3">
      <Field label="Short" className="row-span-2 max-[900px]:row-span-1">
        <TextInput
          name={`${name}.short`}
          className="w-full"
          value={template.short}
          onChange={(short) => onChange({ short: short.trim() })}
          maxLength={12}
          label={`Short name of ${called}`}
        />
      </Field>
      <Field label="Name">
        <TextInput
          name={`${name}.name`}
          className="w-full"
          value={template.name}
          onChange={(text) => onChange({ name: text })}
          maxLength={80}
        />
      </Field>
      <Field label="Times">
        <TimesInput
          form={form}
          hourFormat={hourFormat}
          openHours={widestHours(recurring.openHours)}
          label={`Times of ${called}`}
          onChange={(next) => onChange({ form: next })}
        />
      </Field>
      <Field label="Role">
        <Select
          name={`${name}.form.role`}
          value={form.role ?? ''}
          onChange={(role) => say({ role: role || null })}
          options={[['', 'As the person'], ...recurring.roles.map(({ id, name }) => [id, name] as const)]}
        />
      </Field>
      <Field label="Breaks, min">
        <BreaksInput
          form={form}
          hourFormat={hourFormat}
          label={`Breaks of ${called}`}
          onChange={(next) => onChange({ form: next })}
        />
      </Field>
      <Field label="Shift name">
        <TextInput
          name={`${name}.form.label`}
          className="w-full"
          value={form.label ?? ''}
          onChange={(label) => say({ label: label || null })}
          maxLength={80}
        />
      </Field>
      <RemoveButton className="mt-5" label={`Give up ${called}`} onClick={onRemove} />
      <Field label="Station">
        <Select
          name={`${name}.form.station`}
          value={form.station ?? ''}
          onChange={(station) => say({ station: station || null })}
          options={[['', 'None'], ...recurring.stations.map(({ name }) => [name, name] as const)]}
        />
      </Field>
      <Field label="Duties, with their times" className="col-span-2">
        <DutiesInput
          form={form}
          hourFormat={hourFormat}
          label={`Duties of ${called}`}
          onChange={(next) => onChange({ form: next })}
        />
      </Field>
      <Field label="Check-list, lines divided by ;" className="col-span-2">
        <TextInput
          name={`${name}.form.tasks`}
          className="w-full"
          value={form.tasks.join('; ')}
          onChange={(text) => say({ tasks: text === '' ? [] : text.split(/;\s?/).slice(0, 60) })}
          maxLength={2000}
        />
      </Field>
    </li>
  );
}

/** Sections, tills, vehicles: where at the site a shift is worked. */
function Stations({ recurring }: { readonly recurring: RecurringPayload }) {
  const { site, stations } = recurring;
  const form = useCommandForm('stations.save', {
    stored: { site: site.id, stations },
    key: `stations ${site.id}`,
    clean: (input) => ({ ...input, stations: namedOnce(input.stations) }),
  });
  const { values, saving } = form;
  const write = (text: string) => {
    // A line keeps its id where its name stands in another line now, or where it is being written.
    const lines = text.split('\n');
    const known = new Map(values.stations.map((one) => [one.name, one.id]));
    form.change({
      stations: lines.map((name, i) => ({
        id: known.get(name) ?? (lines.length === values.stations.length ? values.stations[i].id : newId()),
        name,
      })),
    });
  };
  return (
    <section className="border-rule mt-6 border-t pt-4">
      <h2 className="font-serif text-lg font-semibold">Stations</h2>
      <p className="text-muted mt-0.5 mb-2">
        Where at the site a shift is worked: a section, a till, a vehicle. One name a line.
      </p>
      <TextArea
        className="min-h-[96px] w-[320px] max-w-full"
        label="Stations, a line each"
        value={values.stations.map(({ name }) => name).join('\n')}
        placeholder={'Terrace\nTill 2\nVan'}
        onChange={write}
      />
      {saving.problems.map(({ path, message }) => (
        <p key={path} className="text-gap font-semibold">
          {message}
        </p>
      ))}
      <div className="mt-1.5">
        <Button disabled={!saving.dirty || saving.busy} onClick={() => saving.save()}>
          Save stations
        </Button>
      </div>
    </section>
  );
}

/** Lines with a name, each name once as it is written. */
function namedOnce<T extends { readonly name: string }>(lines: readonly T[]): T[] {
  const seen = new Set<string>();
  return lines
    .map((line) => ({ ...line, name: line.name.trim() }))
    .filter(({ name }) => name !== '' && !seen.has(name) && Boolean(seen.add(name)));
}
