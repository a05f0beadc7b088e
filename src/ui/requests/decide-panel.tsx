'use client';

import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { formatAmount } from '@/core/leave/leave-type';
import { asSentence } from '@/core/sentence';
import { counted, formatDay } from '@/core/time/format';
import type { RequestsPage } from '@/server/requests/page';
import type { QueuedRequest, ShiftChoice } from '@/server/leave/payload';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { TextArea } from '../kit/inputs/text-input';
import { DecisionFoot } from '../kit/page';
import { LookDays } from '../leave/look';
import { LeaveMark } from '../leave/leave-mark';
import { ShiftChoices } from './shift-choices';
import { Trail } from './trail';

interface Values {
  readonly days: readonly number[];
  readonly reason: string;
  readonly shifts: readonly ShiftChoice[];
}

/** One request with its counted days and what approving it would do, and the decision. */
export function DecidePanel({
  request,
  page,
}: {
  readonly request: QueuedRequest;
  readonly page: RequestsPage;
}) {
  const { run, busy, problem } = useCommand();
  const { id, person, name, type, look, touched, note, instead, remarks, back, trail, when, askedBy } =
    request;
  const form = useForm<Values>({
    defaultValues: {
      days: request.days.map(({ date }) => date),
      reason: '',
      shifts: touched
        .filter(({ mayChange }) => mayChange)
        .map(({ id: shift, site }) => ({ id: shift, site, become: 'open' as const, to: null })),
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const [isSome, some] = useState(false);
  const [isDeclining, decline] = useState(false);
  const input = { person, request: id, ...values };
  const preview = usePreview('leave.decide', back.length > 0 || isDeclining ? null : input);
  const chosen = new Set(values.days);
  const counted_ = look.days.filter(({ amount }) => amount > 0);
  const approve = () =>
    run(
      'leave.decide',
      input,
      values.days.length === request.days.length
        ? `Approved leave of ${name}`
        : `Approved some days of ${name}`,
    );
  const refuse = () => run('leave.decide', { ...input, days: [], shifts: [] }, `Declined leave of ${name}`);
  if (back.length > 0) return <BackPanel request={request} />;
  return (
    <article aria-label={`${name} asks for leave`} className="flex min-h-full flex-col gap-4">
      <header>
        <h2 className="font-serif text-xl font-semibold">{name} asks</h2>
        <p className="flex items-center gap-2">
          <LeaveMark type={type} /> {type.name}, {when}
        </p>
        {askedBy !== name && <p className="text-muted text-sm">Asked by {askedBy}</p>}
      </header>
      {instead && <p className="border-brass border-l-4 pl-3">{instead}</p>}
      {remarks.map((text) => (
        <p key={text} className="border-brass border-l-4 pl-3">
          {text}
        </p>
      ))}
      <LookDays look={look} unit={type.unit} hourFormat={page.hourFormat} isOwn={false} />
      {note && <p className="italic">“{note}”</p>}
      {look.faults.length > 0 && (
        <ul className="text-gap font-semibold">
          {look.faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
      {touched.length > 0 && (
        <ShiftChoices
          touched={touched}
          choices={values.shifts}
          onChoices={(shifts) => form.setValue('shifts', shifts)}
        />
      )}
      <section aria-label="If you approve" className="border-rule border-t pt-3">
        <h3 className="font-semibold">If you approve</h3>
        {isDeclining ? (
          <p className="text-muted">Nothing changes.</p>
        ) : preview && !preview.ok ? (
          <p className="text-gap font-semibold">{asSentence(preview.problem.message)}</p>
        ) : (
          <ImpactList answer={preview && preview.ok ? { ...preview, remarks: [] } : preview} named={6} />
        )}
      </section>
      {isSome && (
        <fieldset className="flex flex-col gap-1">
          <legend className="font-semibold">Days that are approved</legend>
          {counted_.map(({ date, amount }) => (
            <Checkbox
              key={date}
              checked={chosen.has(date)}
              onChange={(on) => form.setValue('days', withDay(request, values.days, date, on))}
            >
              {formatDay(date)}, {formatAmount(amount, type.unit)}
            </Checkbox>
          ))}
        </fieldset>
      )}
      <TextArea
        label={isDeclining ? 'Why it is declined' : 'A word to go with it'}
        placeholder={isDeclining ? 'Why, which is needed' : 'A word to go with it, if there is one'}
        rows={2}
        maxLength={1000}
        value={values.reason}
        onChange={(reason) => form.setValue('reason', reason)}
      />
      <p className="text-muted text-sm">
        {name} is told at once; it cannot be undone, but leave can be taken back later.
      </p>
      <Trail trail={trail} />
      <DecisionFoot problem={problem}>
        {isDeclining ? (
          <>
            <Button
              kind="primary"
              disabled={busy || values.reason.trim() === ''}
              onClick={() => void refuse()}
            >
              Decline
            </Button>
            <Button onClick={() => decline(false)}>Back</Button>
          </>
        ) : (
          <>
            <Button
              kind="primary"
              disabled={busy || values.days.length === 0 || preview === null || !preview.ok}
              onClick={() => void approve()}
            >
              {isSome && chosen.size < request.days.length
                ? `Approve ${counted(counted_.filter(({ date }) => chosen.has(date)).length, 'day')}`
                : 'Approve'}
            </Button>
            {counted_.length > 1 && (
              <Button
                onClick={() => {
                  if (isSome)
                    form.setValue(
                      'days',
                      request.days.map(({ date }) => date),
                    );
                  some(!isSome);
                }}
              >
                {isSome ? 'All days' : 'Some days …'}
              </Button>
            )}
            <Button onClick={() => decline(true)}>Decline …</Button>
          </>
        )}
      </DecisionFoot>
    </article>
  );
}

/** Days that count are chosen; those between them that do not go with the ones around them. */
function withDay(request: QueuedRequest, days: readonly number[], date: number, on: boolean): number[] {
  const counting = new Set(request.look.days.filter(({ amount }) => amount > 0).map((one) => one.date));
  const chosen = new Set(days.filter((one) => counting.has(one)));
  if (on) chosen.add(date);
  else chosen.delete(date);
  if (chosen.size === 0) return [];
  const all = request.days.map((one) => one.date);
  if (chosen.size === counting.size) return all;
  // Without all of them, a day that does not count stays where a chosen one is right before or after it.
  return all.filter(
    (one) => chosen.has(one) || (!counting.has(one) && isBetween(all, chosen, counting, one)),
  );
}

function isBetween(
  all: readonly number[],
  chosen: ReadonlySet<number>,
  counting: ReadonlySet<number>,
  date: number,
): boolean {
  const before = all.filter((one) => one < date && counting.has(one)).at(-1);
  const after = all.find((one) => one > date && counting.has(one));
  return before !== undefined && after !== undefined && chosen.has(before) && chosen.has(after);
}

/** Days that somebody asks to give back. */
function BackPanel({ request }: { readonly request: QueuedRequest }) {
  const { id, person, name, type, back, trail } = request;
  const { run, busy, problem } = useCommand();
  const [reason, setReason] = useState('');
  const preview = usePreview('leave.back', { person, request: id, agree: true, reason: '' });
  const decide = (agree: boolean) =>
    run(
      'leave.back',
      { person, request: id, agree, reason },
      agree ? `${name} gives leave back` : `Leave of ${name} stays`,
    );
  return (
    <article aria-label={`${name} asks to give leave back`} className="flex flex-col gap-4">
      <header>
        <h2 className="font-serif text-xl font-semibold">{name} gives back</h2>
        <p className="flex items-center gap-2">
          <LeaveMark type={type} /> {type.name}: {back.map(formatDay).join(', ')}
        </p>
      </header>
      <section aria-label="If you agree">
        <h3 className="font-semibold">If you agree</h3>
        <ImpactList answer={preview} named={6} />
      </section>
      <TextArea label="A word to go with it" rows={2} maxLength={1000} value={reason} onChange={setReason} />
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex gap-2">
        <Button kind="primary" disabled={busy} onClick={() => void decide(true)}>
          Agree
        </Button>
        <Button disabled={busy} onClick={() => void decide(false)}>
          Keep it as leave
        </Button>
      </div>
      <Trail trail={trail} />
    </article>
  );
}
