'use client';

import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { type AskedLeave, wholeDays } from '@/core/leave/asked';
import { asSentence } from '@/core/sentence';
import type { Day } from '@/core/time/day';
import type { LeaveRow } from '@/server/leave/calendar';
import type { RequestsPage } from '@/server/requests/page';
import { newId } from '../../commands/new-id';
import { useCommand, usePreview } from '../../commands/use-command';
import { ImpactList } from '../../commands/week-impacts';
import { Button } from '../../kit/button';
import { Combobox } from '../../kit/inputs/combobox';
import { Field } from '../../kit/inputs/field';
import { Segmented } from '../../kit/inputs/segmented';
import { Select } from '../../kit/inputs/select';
import { TextArea } from '../../kit/inputs/text-input';
import { EmptyState } from '../../kit/states';
import { AskFields } from '../../leave/ask-fields';
import { LookDays, useLook } from '../../leave/look';

interface Values {
  readonly person: string;
  readonly type: string;
  readonly asked: AskedLeave;
  readonly note: string;
  readonly approve: boolean;
}

/** Enters leave for somebody, with what it comes to and what follows shown before. */
export function EnterPanel({
  page,
  people,
  person,
  from,
  to,
  onDone,
}: {
  readonly page: Pick<RequestsPage, 'types' | 'hourFormat' | 'weekStart'>;
  readonly people: readonly Pick<LeaveRow, 'person' | 'name'>[];
  readonly person: string | null;
  readonly from: Day;
  readonly to: Day;
  readonly onDone: () => void;
}) {
  const [id] = useState(newId);
  const form = useForm<Values>({
    defaultValues: {
      ...{ person: person ?? '', type: page.types[0]?.id ?? '', asked: wholeDays(from, to) },
      ...{ note: '', approve: true },
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const { type: typeId, asked, note } = values;
  const isReady = values.person !== '' && typeId !== '';
  const { look, trouble } = useLook(isReady ? { person: values.person, type: typeId, asked, note } : null);
  const input = { id, ...values };
  const isFine = look !== null && look.faults.length === 0;
  const preview = usePreview('leave.enter', isReady && isFine ? input : null);
  const { run, busy, problem } = useCommand();
  const type = page.types.find((one) => one.id === typeId);
  const name = people.find((one) => one.person === values.person)?.name ?? '';
  if (!type)
    return (
      <EmptyState title="There is no kind of leave yet.">Set-up, Leave is where they are made.</EmptyState>
    );
  const enter = async () => {
    if (await run('leave.enter', input, values.approve ? `Entered leave of ${name}` : `Asked for ${name}`))
      onDone();
  };
  return (
    <section aria-label="Enter leave" className="flex flex-col gap-3">
      <h2 className="font-serif text-xl font-semibold">Enter leave</h2>
      <Field label="Whose">
        <Combobox
          className="w-full"
          value={values.person}
          placeholder="Somebody at home here"
          options={people.map((one) => ({ value: one.person, name: one.name }))}
          onChange={(next) => form.setValue('person', next)}
        />
      </Field>
      <Field label="Kind">
        <Select
          className="max-w-none w-full"
          value={typeId}
          onChange={(next) => form.setValue('type', next)}
          options={page.types.map((one) => [one.id, one.name] as const)}
        />
      </Field>
      <AskFields
        asked={asked}
        onAsked={(next) => form.setValue('asked', next)}
        hourFormat={page.hourFormat}
        weekStart={page.weekStart}
      />
      <TextArea
        label="Note"
        placeholder="Note"
        rows={2}
        maxLength={1000}
        value={note}
        onChange={(text) => form.setValue('note', text)}
      />
      <Segmented
        label="What becomes of it"
        value={values.approve ? 'holds' : 'waits'}
        onChange={(what) => form.setValue('approve', what === 'holds')}
        options={[
          { value: 'holds', name: 'It holds at once' },
          { value: 'waits', name: 'It waits for a decision' },
        ]}
      />
      {trouble && <p className="text-gap font-semibold">{asSentence(trouble)}</p>}
      {look && <LookDays look={look} unit={type.unit} hourFormat={page.hourFormat} isOwn={false} />}
      {look?.faults.map((fault) => (
        <p key={fault} className="text-gap font-semibold">
          {fault}
        </p>
      ))}
      {isFine && (
        <section aria-label="If you enter it" className="border-rule border-t pt-2">
          <h3 className="font-semibold">If it is entered</h3>
          {preview && !preview.ok ? (
            <p className="text-gap font-semibold">{asSentence(preview.problem.message)}</p>
          ) : (
            <ImpactList answer={preview} named={6} />
          )}
        </section>
      )}
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <Button kind="primary" disabled={busy || !preview?.ok} onClick={() => void enter()}>
        {values.approve ? 'Enter it' : 'Ask for it'}
      </Button>
    </section>
  );
}
