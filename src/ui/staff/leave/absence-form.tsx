import { useForm, useWatch } from 'react-hook-form';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { formatLongDay } from '@/core/time/format';
import type { OwnLeavePage } from '@/server/leave/payload';
import { newId } from '../../commands/new-id';
import { useCommand } from '../../commands/use-command';
import { Button } from '../../kit/button';
import { DateInput } from '../../kit/inputs/date-input';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';
import { TextArea } from '../../kit/inputs/text-input';

/** Says that one cannot come, from now on. */
export function AbsenceForm({
  page,
  onClose,
}: {
  readonly page: OwnLeavePage;
  readonly onClose: () => void;
}) {
  const types = page.types.filter(({ mayAsk }) => mayAsk);
  // What holds at once comes first: being ill is not asked for.
  const sorted = [...types].sort(
    (a, b) => Number(b.type.approval === 'nobody') - Number(a.type.approval === 'nobody'),
  );
  const [id] = useState(newId);
  const form = useForm({ defaultValues: { type: sorted[0].type.id, to: page.today, note: '' } });
  const values = useWatch({ control: form.control }) as { type: string; to: number; note: string };
  const { run, busy, problem } = useCommand();
  const say = async () => {
    if (await run('leave.absent', { id, ...values, person: null }, 'Your schedulers know')) onClose();
  };
  return (
    <section aria-label="I cannot come" className="border-ink bg-sheet flex flex-col gap-4 border p-3">
      <p className="font-semibold">From now on, and nobody has to agree to it.</p>
      <Field label="Why" hint="Only schedulers see it.">
        <Select
          className="max-w-none w-full min-h-11"
          value={values.type}
          onChange={(type) => form.setValue('type', type)}
          options={sorted.map((one) => [one.type.id, one.type.name] as const)}
        />
      </Field>
      <Field label="Last day away, as far as you know">
        <DateInput isNeeded value={values.to} onChange={(to) => to !== null && form.setValue('to', to)} />
      </Field>
      <p className="text-muted">You say when you are back, here, at any time.</p>
      <TextArea
        label="Note"
        placeholder="Note, if there is something to say"
        rows={2}
        maxLength={1000}
        value={values.note}
        onChange={(note) => form.setValue('note', note)}
      />
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex gap-2">
        <Button kind="primary" className="min-h-12 flex-1" disabled={busy} onClick={() => void say()}>
          I cannot come {values.to > page.today ? `until ${formatLongDay(values.to)}` : 'today'}
        </Button>
        <Button kind="quiet" className="min-h-12" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}
