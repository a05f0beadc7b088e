import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Day } from '@/core/time/day';
import { formatDay } from '@/core/time/format';
import { parseLength } from '@/core/time/parse-hours';
import type { SheetPage } from '@/server/hours/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';

/** Puts a date of a locked period right by a line in a later one. */
export function Adjustment({ sheet, date: about }: { readonly sheet: SheetPage; readonly date: Day }) {
  const [isOpen, setOpen] = useState(false);
  const form = useForm({ defaultValues: { way: 1, text: '', date: sheet.today, reason: '' } });
  const { way, text, date, reason } = useWatch({ control: form.control }) as {
    way: number;
    text: string;
    date: Day;
    reason: string;
  };
  const { run, busy, problem } = useCommand();
  if (!isOpen)
    return (
      <Button kind="small" className="mt-1" onClick={() => setOpen(true)}>
        Put right in a later period
      </Button>
    );
  const minutes = parseLength(text);
  const save = async () => {
    const input = {
      id: newId(),
      person: sheet.person,
      about,
      date,
      kind: null,
      minutes: way * (minutes ?? 0),
    };
    if (await run('hours.adjust', { ...input, reason: reason.trim() })) setOpen(false);
  };
  return (
    <div role="group" aria-label={`Put ${formatDay(about)} right`} className="mt-2 flex flex-col gap-2">
      <div className="flex flex-wrap items-end gap-2">
        <Select
          label="More or less"
          value={way}
          onChange={(one) => form.setValue('way', one)}
          options={[
            [1, 'more'],
            [-1, 'less'],
          ]}
        />
        <Field label="How long">
          <TextInput
            className="w-[80px]"
            value={text}
            fault={text !== '' && !minutes ? 'Type a length such as 0:30.' : null}
            onChange={(value) => form.setValue('text', value)}
          />
        </Field>
        <Field label="On">
          <DateInput isNeeded value={date} onChange={(day) => day !== null && form.setValue('date', day)} />
        </Field>
      </div>
      <Field label="Why">
        <TextInput value={reason} maxLength={500} onChange={(value) => form.setValue('reason', value)} />
      </Field>
      <Refused problem={problem} />
      <div className="flex gap-2">
        <Button
          kind="primary"
          busy={busy}
          disabled={!minutes || reason.trim() === ''}
          onClick={() => void save()}
        >
          Put right
        </Button>
        <Button onClick={() => setOpen(false)}>Cancel</Button>
      </div>
    </div>
  );
}
