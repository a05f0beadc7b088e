import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { formatHours } from '@/core/time/format';
import { parseLength } from '@/core/time/parse-hours';
import { hoursText } from '@/core/timesheet/figures';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import { isChangeable } from '@/core/timesheet/steps';
import { type TimeOffRate, overtimeOf, timeOffFor } from '@/core/timesheet/time-off';
import type { SheetPage, TimeOffView } from '@/server/hours/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';

/** What overtime of a period became time off, and a way to have more of it become so. */
export function TimeOff({
  sheet,
  figures,
}: {
  readonly sheet: SheetPage;
  readonly figures: HoursRules['figures'];
}) {
  const { timeOff, state } = sheet;
  const [isOpen, setOpen] = useState(false);
  const { run, busy, problem } = useCommand();
  if (!timeOff) return null;
  const canChange = isChangeable(state);
  const lines = linesOf(sheet);
  const overtime = overtimeOf(lines);
  // What was put right afterwards may have left less overtime than was given.
  const lost =
    timeOff.given.reduce((sum, { minutes }) => sum + minutes, 0) -
    lines.reduce((sum, { kind, minutes }) => (kind.kind === 'time-off' ? sum + minutes : sum), 0);
  const takeBack = (entry: string) =>
    void run('leave.reverse', { person: sheet.person, entry, note: 'Overtime is paid after all' });
  return (
    <>
      {timeOff.given.map(({ entry, name, minutes, credited }) => (
        <p key={entry} className="mt-1 flex items-baseline gap-2 text-sm">
          <span className="mr-auto">
            {hoursText(minutes, figures)} of overtime became {hoursText(credited, figures)} of {name}.
          </span>
          {canChange && (
            <Button kind="link" className="shrink-0" disabled={busy} onClick={() => takeBack(entry)}>
              Take back
            </Button>
          )}
        </p>
      ))}
      {lost > 0 && (
        <p className="text-gap text-sm font-semibold">
          {hoursText(lost, figures)} of that is overtime no more: take it back and give what there is.
        </p>
      )}
      <Refused problem={problem} />
      {canChange && overtime > 0 && timeOff.types.length > 0 && !isOpen && (
        <Button kind="small" className="mt-2" onClick={() => setOpen(true)}>
          Overtime as time off
        </Button>
      )}
      {isOpen && (
        <Form {...{ sheet, figures, overtime }} types={timeOff.types} onDone={() => setOpen(false)} />
      )}
    </>
  );
}

function linesOf({ days }: SheetPage) {
  return days.flatMap(({ date, lines }) => lines.map((line) => ({ ...line, date })));
}

function Form({
  sheet,
  figures,
  overtime,
  types,
  onDone,
}: {
  readonly sheet: SheetPage;
  readonly figures: HoursRules['figures'];
  /** Minutes that are still to be paid. */
  readonly overtime: number;
  readonly types: TimeOffView['types'];
  readonly onDone: () => void;
}) {
  const form = useForm<{ text: string; type: string; rate: TimeOffRate }>({
    defaultValues: { text: formatHours(overtime), type: types[0].id, rate: 'hour' },
  });
  const { text, type, rate } = useWatch({ control: form.control }) as {
    text: string;
    type: string;
    rate: TimeOffRate;
  };
  const { run, busy, problem } = useCommand();
  const minutes = parseLength(text);
  const made = minutes ? timeOffFor(linesOf(sheet), minutes, rate) : null;
  const chosen = types.find(({ id }) => id === type)!;
  const fault = !minutes
    ? 'Type a length such as 2:30.'
    : made
      ? null
      : `There is ${hoursText(overtime, figures)} of overtime in this period.`;
  const save = async () => {
    const input = {
      id: newId(),
      person: sheet.person,
      first: sheet.period.first,
      minutes: minutes!,
      type,
      rate,
    };
    if (await run('hours.time-off', input)) onDone();
  };
  return (
    <div role="group" aria-label="Overtime as time off" className="mt-2 flex flex-col gap-2">
      <div className="flex flex-wrap items-end gap-2">
        <Field label="How much overtime">
          <TextInput
            className="w-[90px]"
            value={text}
            fault={fault}
            onChange={(value) => form.setValue('text', value)}
          />
        </Field>
        <Field label="An hour gives">
          <Select
            value={rate}
            onChange={(one) => form.setValue('rate', one)}
            options={[
              ['hour', 'an hour'],
              ['as-paid', 'as much as it is paid'],
            ]}
          />
        </Field>
        {types.length > 1 && (
          <Field label="As">
            <Select
              value={type}
              onChange={(one) => form.setValue('type', one)}
              options={types.map(({ id, name }) => [id, name])}
            />
          </Field>
        )}
      </div>
      {made && (
        <p className="text-sm">
          {hoursText(minutes!, figures)} of overtime is not paid. {chosen.name} goes from{' '}
          <span className="whitespace-nowrap">{hoursText(chosen.balance, figures)}</span> to{' '}
          <span className="whitespace-nowrap">{hoursText(chosen.balance + made.credited, figures)}</span>.
        </p>
      )}
      <Refused problem={problem} />
      <div className="flex gap-2">
        <Button kind="primary" busy={busy} disabled={!made} onClick={() => void save()}>
          Make it time off
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </div>
  );
}
