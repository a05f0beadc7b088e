'use client';

import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import type { RequestsPage } from '@/server/requests/page';
import { newId } from '../commands/new-id';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Combobox } from '../kit/inputs/combobox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextArea } from '../kit/inputs/text-input';

interface Values {
  readonly person: string;
  readonly type: string;
  readonly to: number;
  readonly note: string;
}

/** Notes that somebody cannot come, from now on, with what that does to the plan shown before. */
export function AbsenceDialog({
  page,
  person = '',
  onClose,
}: {
  readonly page: Pick<RequestsPage, 'people' | 'absenceTypes' | 'today'>;
  /** Who it is, where that is known. */
  readonly person?: string;
  readonly onClose: () => void;
}) {
  const [id] = useState(newId);
  const form = useForm<Values>({
    defaultValues: { person, type: page.absenceTypes[0]?.id ?? '', to: page.today, note: '' },
  });
  const values = useWatch({ control: form.control }) as Values;
  const isReady = values.person !== '' && values.type !== '';
  const input = { id, ...values };
  const preview = usePreview('leave.absent.enter', isReady ? input : null);
  const { run, busy, problem } = useCommand();
  const name = page.people.find((one) => one.id === values.person)?.name ?? 'Somebody';
  const refused = preview && !preview.ok ? preview.problem : problem;
  const note = async () => {
    if (await run('leave.absent.enter', input, `${name} cannot come`)) onClose();
  };
  return (
    <Dialog title="Somebody cannot come" className="w-[560px]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <Field label="Who">
          <Combobox
            className="w-full"
            value={values.person}
            placeholder="Somebody at home here"
            options={page.people.map((one) => ({ value: one.id, name: one.name }))}
            onChange={(person) => form.setValue('person', person)}
          />
        </Field>
        <div className="flex flex-wrap gap-3">
          <Field label="Why">
            <Select
              value={values.type}
              onChange={(type) => form.setValue('type', type)}
              options={page.absenceTypes.map((one) => [one.id, one.name] as const)}
            />
          </Field>
          <Field label="Last day away, as far as it is known">
            <DateInput isNeeded value={values.to} onChange={(to) => to !== null && form.setValue('to', to)} />
          </Field>
        </div>
        <TextArea
          label="Note"
          placeholder="Note"
          rows={2}
          maxLength={1000}
          value={values.note}
          onChange={(text) => form.setValue('note', text)}
        />
        {refused && <p className="text-gap font-semibold">{asSentence(refused.message)}</p>}
        {isReady && preview?.ok && <ImpactList answer={preview} named={6} />}
        <Button kind="primary" disabled={busy || !preview?.ok} onClick={() => void note()}>
          {name} cannot come
        </Button>
        <p className="text-muted text-sm">
          From now on, and it holds at once. Shifts turn open where Set-up, Leave limits says so; else they
          are named over the queue with who could cover them.
        </p>
      </div>
    </Dialog>
  );
}
