import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useMemo, useState } from 'react';
import { type Day, formatDate } from '@/core/time/day';
import { formatDay, formatDays, formatLongDay } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { hoursText } from '@/core/timesheet/figures';
import { typedText } from '@/core/timesheet/typed-hours';
import type { SheetDayView, SheetPage } from '@/server/hours/payload';
import { FillButtons } from '../hours/fill-buttons';
import { EntryLines } from '../clock/entry-lines';
import { useCommand } from '../commands/use-command';
import { TotalsTable } from '../hours/totals-table';
import { TypedForm } from '../hours/typed-form';
import { StepList } from '../hours/step-list';
import { questionText } from '../hours/punch-questions';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextArea } from '../kit/inputs/text-input';
import { ErrorState, Refused } from '../kit/states';
import { useOwnData } from './own-data';
import { OwnClock } from './own-clock';
import { OwnPunchAsk } from './own-punch-ask';
import { useStaff } from './staff-context';

/** One's own hours: today, the week and the period, put right or typed, and submitted. */
export function OwnHours() {
  const { isReadOnly } = useStaff();
  const [on, setOn] = useState<Day | null>(null);
  const { fresh, trouble, again } = useOwnData<{ sheet: SheetPage }>(
    `/api/me/hours${on === null ? '' : `?on=${formatDate(on)}`}`,
  );
  const sheet = fresh?.data.sheet;
  if (isReadOnly) return <p>What somebody worked is theirs to see here; you find it under Hours.</p>;
  return (
    <>
      <div className="flex items-center gap-1">
        <h1 className="mr-auto font-serif text-xl font-semibold">
          {sheet ? formatDays(sheet.period.first, sheet.period.days) : 'Hours'}
        </h1>
        {sheet && (
          <>
            <Button
              kind="quiet"
              className="min-h-11 min-w-11"
              aria-label="The period before"
              onClick={() => setOn(sheet.period.first - 1)}
            >
              <ChevronLeft size={18} aria-hidden />
            </Button>
            <Button
              kind="quiet"
              className="min-h-11 min-w-11"
              aria-label="The next period"
              disabled={sheet.period.first + sheet.period.days > sheet.today}
              onClick={() => setOn(sheet.period.first + sheet.period.days)}
            >
              <ChevronRight size={18} aria-hidden />
            </Button>
          </>
        )}
      </div>
      {trouble !== null && <ErrorState onRetry={again}>{trouble}</ErrorState>}
      {trouble === null && !sheet && <p className="text-muted">Loading your hours …</p>}
      <OwnClock onClocked={again} />
      {sheet && <Period key={sheet.period.first} sheet={sheet} again={again} />}
    </>
  );
}

function Period({ sheet, again }: { readonly sheet: SheetPage; readonly again: () => void }) {
  const { period, days, figures, today, state, requests } = sheet;
  const clock = useMemo(
    () => zoneClock(sheet.timeZone, period.first - 2, period.first + period.days + 2),
    [sheet.timeZone, period],
  );
  const shown = days.filter(
    ({ date, worked, planned, credited, entry, typed }) =>
      date <= today &&
      (sheet.from === 'typed' ||
        worked !== 0 ||
        planned > 0 ||
        credited > 0 ||
        entry !== null ||
        typed.length > 0),
  );
  const ofToday = days.find(({ date }) => date === today);
  const week = sheet.weeks.find(({ first }) => first <= today && today < first + 7);
  const figure = (name: string, minutes: number) => (
    <p key={name} className="flex-1">
      <span className="text-muted block text-sm">{name}</span>
      <strong className="font-serif text-lg">{hoursText(minutes, figures)}</strong>
    </p>
  );
  return (
    <>
      <div className="flex">
        {ofToday && figure('Today', ofToday.worked)}
        {week && sheet.weeks.length > 1 && figure('This week', week.minutes)}
        {figure('This period', sheet.worked)}
      </div>
      <Submit sheet={sheet} again={again} />
      <section aria-labelledby="own-days">
        <h2 id="own-days" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
          Days
        </h2>
        <FillButtons sheet={sheet} command="hours.fill-own" className="min-h-11" onDone={again} />
        {shown.length === 0 && <p className="text-muted py-2">There is nothing in this period yet.</p>}
        {[...shown].reverse().map((day) => (
          <OwnDay key={day.date} {...{ sheet, day, clock, again }} />
        ))}
      </section>
      {requests.length > 0 && (
        <section aria-labelledby="own-asked">
          <h2 id="own-asked" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
            What you asked
          </h2>
          <ul>
            {requests.map((request) => (
              <li key={request.id} className="border-fine border-b py-2">
                {questionText(request, sheet, clock)}: {request.state}
                {request.answer && <span className="text-muted block">{request.answer}</span>}
                {request.state === 'waiting' && <Withdraw id={request.id} again={again} />}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-labelledby="own-kinds">
        <h2 id="own-kinds" className="border-ink mb-1 border-b pb-1 font-serif text-lg font-semibold">
          By kind of pay
        </h2>
        <TotalsTable totals={sheet.totals} figures={figures} currency={sheet.currency} />
      </section>
      {state !== 'locked' && <Note sheet={sheet} again={again} />}
      <StepList steps={sheet.steps} className="text-muted text-sm" />
    </>
  );
}

function OwnDay({
  sheet,
  day,
  clock,
  again,
}: {
  readonly sheet: SheetPage;
  readonly day: SheetDayView;
  readonly clock: ReturnType<typeof zoneClock>;
  readonly again: () => void;
}) {
  const { figures, hourFormat, state, from } = sheet;
  const { entry, typed, look } = day;
  const { page, go } = useStaff();
  const [isOpen, setOpen] = useState<'type' | 'ask' | null>(null);
  const close = () => {
    setOpen(null);
    again();
  };
  return (
    <details className="border-fine border-b">
      <summary className="flex min-h-12 cursor-pointer items-center gap-2">
        <span className="mr-auto">{formatDay(day.date)}</span>
        {look.slice(0, 1).map((text) => (
          <Badge key={text} severity="warn">
            {text}
          </Badge>
        ))}
        <strong>{hoursText(day.worked + day.credited, figures)}</strong>
      </summary>
      <div className="pb-3">
        {day.planned > 0 && <p className="text-muted text-sm">Planned {hoursText(day.planned, figures)}</p>}
        {entry && from === 'clock' && (
          <EntryLines {...{ entry, clock, hourFormat }} activities={sheet.activities} />
        )}
        {typed.map((row) => (
          <p key={row.id} className="text-sm">
            {typedText(row, hourFormat)}
            {row.note && <span className="text-muted">: {row.note}</span>}
          </p>
        ))}
        {state === 'open' && isOpen === null && from !== 'plan' && (
          <Button className="mt-2 min-h-11" onClick={() => setOpen(from === 'typed' ? 'type' : 'ask')}>
            {from === 'typed' ? 'Type hours' : sheet.ownPunches ? 'Put right' : 'Ask to put right'}
          </Button>
        )}
        {state === 'open' && isOpen === null && page.decidedLeave !== null && (
          <Button className="mt-2 ml-2 min-h-11" onClick={() => go('leave', `?from=${formatDate(day.date)}`)}>
            It was leave …
          </Button>
        )}
        {isOpen === 'type' && <TypedForm {...{ sheet, day }} command="hours.type" onDone={close} />}
        {isOpen === 'ask' && <OwnPunchAsk {...{ sheet, day, clock }} onDone={close} />}
      </div>
    </details>
  );
}

/** How far the period is, by when it is due, and handing it in. */
function Submit({ sheet, again }: { readonly sheet: SheetPage; readonly again: () => void }) {
  const { state, person, period, deadline, look, from, today } = sheet;
  const [isAsking, setAsking] = useState(false);
  const { run, busy, problem } = useCommand();
  const submit = async () => {
    if (!(await run('hours.submit', { person, first: period.first }))) return;
    setAsking(false);
    again();
  };
  if (state !== 'open')
    return (
      <p role="status">
        {state === 'submitted'
          ? 'Submitted, and not approved yet.'
          : state === 'approved'
            ? 'Approved.'
            : 'Locked: it is paid so.'}
        {sheet.changedBy !== null && ' They were changed since.'}
      </p>
    );
  return (
    <div>
      <p className={today > deadline ? 'text-gap font-semibold' : 'text-muted'}>
        To be submitted by {formatLongDay(deadline)}.
        {look > 0 && ` ${look} ${look === 1 ? 'thing is' : 'things are'} to be looked at.`}
      </p>
      {isAsking ? (
        <div className="mt-2">
          <p>
            {from === 'plan'
              ? 'You confirm that you worked as planned.'
              : `You submit ${hoursText(sheet.worked, sheet.figures)} as they stand; they are changed by whoever approves them from then on.`}
            {period.first + period.days > today && ' The period is not over yet.'}
          </p>
          <div className="mt-2 flex gap-2">
            <Button kind="primary" className="min-h-12 flex-1" busy={busy} onClick={() => void submit()}>
              {from === 'plan' ? 'Confirm' : 'Submit'}
            </Button>
            <Button className="min-h-12 flex-1" onClick={() => setAsking(false)}>
              Not yet
            </Button>
          </div>
        </div>
      ) : (
        <Button kind="primary" className="mt-2 min-h-12 w-full" onClick={() => setAsking(true)}>
          {from === 'plan' ? 'Confirm …' : 'Submit …'}
        </Button>
      )}
      <Refused problem={problem} className="mt-2" />
    </div>
  );
}

function Note({ sheet, again }: { readonly sheet: SheetPage; readonly again: () => void }) {
  const [text, setText] = useState('');
  const { run, busy, problem } = useCommand();
  const write = async () => {
    const input = { person: sheet.person, first: sheet.period.first, text: text.trim() };
    if (!(await run('hours.own-note', input))) return;
    setText('');
    again();
  };
  return (
    <div className="flex flex-col gap-2">
      <Field label="Note to payroll">
        <TextArea value={text} maxLength={500} onChange={setText} />
      </Field>
      <Refused problem={problem} />
      <Button
        className="min-h-11 self-start"
        busy={busy}
        disabled={text.trim() === ''}
        onClick={() => void write()}
      >
        Write it
      </Button>
    </div>
  );
}

function Withdraw({ id, again }: { readonly id: string; readonly again: () => void }) {
  const { run, busy } = useCommand();
  return (
    <Button
      kind="link"
      className="min-h-11"
      disabled={busy}
      onClick={async () => {
        if (await run('clock.withdraw', { id })) again();
      }}
    >
      Take back
    </Button>
  );
}
