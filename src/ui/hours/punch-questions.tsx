import { useState } from 'react';
import type { PunchKind } from '@/core/clock/punch';
import { formatDay, formatTime } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { PunchRequestView, SheetPage } from '@/server/hours/payload';
import { PUNCH_NAMES } from '../clock/day-times';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';

/** What somebody asks to have put right at the clock, with an answer to each. */
export function PunchQuestions({ sheet, clock }: { readonly sheet: SheetPage; readonly clock: ZoneClock }) {
  const waiting = sheet.requests.filter(({ state }) => state === 'waiting');
  if (waiting.length === 0) return null;
  return (
    <section aria-label="Asked" className="border-rule mt-3 border-t pt-2">
      <h3 className="font-semibold">Asked about the clock</h3>
      <ul>
        {waiting.map((request) => (
          <Question key={request.id} {...{ sheet, request, clock }} />
        ))}
      </ul>
    </section>
  );
}

/** `Out 16:40 on Mon 16 November`, `take away In 8:00 …`, or `In 8:05 instead of 8:50 …`. */
export function questionText(
  { punch, kind, at }: PunchRequestView,
  { punches, hourFormat }: Pick<SheetPage, 'punches' | 'hourFormat'>,
  clock: ZoneClock,
): string {
  const time = (minute: number) => formatTime(clock.wall(minute), hourFormat);
  const was = punches.find(({ id }) => id === punch);
  const named = (one: string | null) => (one === null ? 'Clocked' : PUNCH_NAMES[one as PunchKind]);
  const on = formatDay(Math.floor(clock.wall(at) / 1440));
  if (kind === null) return `Take away ${named(was?.kind ?? null)} ${time(at)} on ${on}`;
  return `${named(kind)} ${time(at)}${was ? ` instead of ${time(was.at)}` : ''} on ${on}`;
}

function Question({
  sheet,
  request,
  clock,
}: {
  readonly sheet: SheetPage;
  readonly request: PunchRequestView;
  readonly clock: ZoneClock;
}) {
  const [answer, setAnswer] = useState('');
  const { run, busy, problem } = useCommand();
  const say = (isAgreed: boolean) =>
    run('clock.answer', {
      ...{ id: request.id, site: sheet.site, punch: newId(), isAgreed, answer: answer.trim() },
    });
  return (
    <li className="mt-1 text-sm">
      {questionText(request, sheet, clock)}: {request.reason}
      {sheet.canClock && (
        <div className="mt-1 flex flex-wrap items-end gap-2">
          <Field label="Answer">
            <TextInput value={answer} maxLength={500} onChange={setAnswer} />
          </Field>
          <Button kind="primary" busy={busy} onClick={() => void say(true)}>
            Agree
          </Button>
          <Button disabled={busy || answer.trim() === ''} onClick={() => void say(false)}>
            Decline
          </Button>
        </div>
      )}
      <Refused problem={problem} />
    </li>
  );
}
