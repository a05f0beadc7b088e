import type { Day } from '@/core/time/day';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { type AskedLeave, askedDays, wholeDays } from '@/core/leave/asked';
import { formatAmount } from '@/core/leave/leave-type';
import { asSentence } from '@/core/sentence';
import { DAY } from '@/core/time/span';
import type { OwnLeavePage, OwnRequest } from '@/server/leave/payload';
import { newId } from '../../commands/new-id';
import { useCommand } from '../../commands/use-command';
import { Button } from '../../kit/button';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';
import { TextArea } from '../../kit/inputs/text-input';
import { AskFields } from '../../leave/ask-fields';
import { LookDays, useLook } from '../../leave/look';
import { useStaff } from '../staff-context';

interface Values {
  readonly type: string;
  readonly asked: AskedLeave;
  readonly note: string;
}

/** Asks for leave: below, while one chooses, what it comes to. `draft`: what was kept to be sent later; `day`: the day it is about at first. */
export function AskForm({
  page,
  draft,
  day = null,
  onClose,
}: {
  readonly page: OwnLeavePage;
  readonly draft?: OwnRequest;
  readonly day?: Day | null;
  readonly onClose: () => void;
}) {
  const { page: own } = useStaff();
  const types = page.types.filter(({ mayAsk }) => mayAsk);
  const [id] = useState(() => draft?.id ?? newId());
  const form = useForm<Values>({
    defaultValues: {
      type: draft?.type.id ?? types[0].type.id,
      asked: draft?.asked ?? wholeDays(day ?? page.today + 14, day ?? page.today + 14),
      note: draft?.note ?? '',
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const type = (types.find((one) => one.type.id === values.type) ?? types[0]).type;
  const { look, trouble } = useLook({ ...values, person: null });
  const { run, busy, problem } = useCommand();
  const send = async (isSent: boolean) => {
    const said = isSent ? (type.approval === 'nobody' ? 'Noted' : 'Sent') : 'Kept as a draft';
    if (await run('leave.ask', { id, ...values, send: isSent }, said)) onClose();
  };
  const offer = (amount: number) => form.setValue('asked', shortened(values.asked, amount));
  return (
    <section aria-label="Ask for leave" className="border-ink bg-sheet flex flex-col gap-4 border p-3">
      <Field label="Kind">
        <Select
          className="max-w-none w-full min-h-11"
          value={values.type}
          onChange={(next) => form.setValue('type', next)}
          options={types.map((one) => [one.type.id, one.type.name] as const)}
        />
      </Field>
      <AskFields
        asked={values.asked}
        onAsked={(asked) => form.setValue('asked', asked)}
        hourFormat={own.hourFormat}
        weekStart={own.weekStart}
      />
      <TextArea
        label={type.needsNote ? 'Note, which is needed' : 'Note'}
        placeholder={type.needsNote ? 'Why' : 'Note, if there is something to say'}
        rows={2}
        maxLength={1000}
        value={values.note}
        onChange={(note) => form.setValue('note', note)}
      />
      {trouble && <p className="text-gap font-semibold">{asSentence(trouble)}</p>}
      <div aria-live="polite">
        {look && <LookDays look={look} unit={type.unit} hourFormat={own.hourFormat} isOwn />}
        {look?.faults.map((fault) => (
          <p key={fault} className="text-gap mt-2 font-semibold">
            {fault}
          </p>
        ))}
        {look && look.nearest.length > 0 && isShortenable(values.asked) && (
          <div className="mt-2 flex gap-2">
            {look.nearest.map((amount) => (
              <Button key={amount} className="min-h-11" onClick={() => offer(amount)}>
                Ask for {formatAmount(amount, type.unit)}
              </Button>
            ))}
          </div>
        )}
      </div>
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex flex-wrap gap-2">
        <Button
          kind="primary"
          className="min-h-12 basis-full"
          disabled={busy || !look || look.faults.length > 0}
          onClick={() => void send(true)}
        >
          {type.approval === 'nobody' ? 'Note it' : 'Send'}
        </Button>
        <Button
          className="min-h-12 flex-1"
          disabled={busy || askedDays(values.asked).length === 0}
          onClick={() => void send(false)}
        >
          Keep as a draft
        </Button>
        <Button kind="quiet" className="min-h-12" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}

/** Whether hours can be taken off or put on at its end. */
function isShortenable(asked: AskedLeave): boolean {
  return asked.kind === 'span' && asked.from === asked.to;
}

/** Part of a day that is so many minutes long. */
function shortened(asked: AskedLeave, minutes: number): AskedLeave {
  if (asked.kind !== 'span') return asked;
  const from = Math.max(0, Math.min(asked.fromMinute, DAY - minutes));
  return { ...asked, fromMinute: from, toMinute: Math.min(DAY, from + minutes) };
}
