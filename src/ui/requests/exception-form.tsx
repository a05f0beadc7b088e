'use client';

import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { Day } from '@/core/time/day';
import type { BalancesPage } from '@/server/leave/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { LeaveAmountInput } from '../leave/amount-input';

/** Figures of a kind of leave that are different for one person from a date on. */
export function ExceptionForm({
  person,
  type,
  today,
}: {
  readonly person: BalancesPage['people'][number];
  readonly type: BalancesPage['types'][number];
  readonly today: Day;
}) {
  const [isOpen, open] = useState(false);
  const [since, setSince] = useState(today);
  const [amount, setAmount] = useState<number | null>(null);
  const [cap, setCap] = useState<number | null>(null);
  const [note, setNote] = useState('');
  const { run, busy, problem } = useCommand();
  if (!isOpen)
    return (
      <Button className="mt-3" onClick={() => open(true)}>
        Make an exception for {person.name} …
      </Button>
    );
  const figures = { ...(amount === null ? {} : { amount }), ...(cap === null ? {} : { cap }) };
  const save = async () => {
    const input = { id: newId(), person: person.id, type: type.id, since, figures, note };
    if (await run('leave.exception', input, 'Exception saved')) open(false);
  };
  return (
    <section
      aria-label={`An exception for ${person.name}`}
      className="border-rule mt-3 flex flex-col gap-2 border-t pt-3"
    >
      <h3 className="font-semibold">An exception</h3>
      <p className="text-muted text-sm">
        From a date on, in proportion to the year. It counts for what is posted from now on; correct what was
        posted already with a grant.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="From">
          <DateInput isNeeded value={since} onChange={(day) => day !== null && setSince(day)} />
        </Field>
        <Field label="A whole year at full time">
          <LeaveAmountInput unit={type.unit} value={amount} onChange={setAmount} />
        </Field>
        <Field label="At most">
          <LeaveAmountInput unit={type.unit} value={cap} onChange={setCap} />
        </Field>
      </div>
      <Field label="Why">
        <TextInput className="w-full" maxLength={1000} value={note} onChange={setNote} />
      </Field>
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex gap-2">
        <Button
          kind="primary"
          disabled={busy || Object.keys(figures).length === 0}
          onClick={() => void save()}
        >
          Save
        </Button>
        <Button onClick={() => open(false)}>Cancel</Button>
      </div>
    </section>
  );
}
