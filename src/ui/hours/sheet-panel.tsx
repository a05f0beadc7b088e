import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { standingOf } from '@/core/clock/standing-of';
import { type Day, formatDate } from '@/core/time/day';
import { formatDay, formatDays, formatSignedHours } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { hoursText } from '@/core/timesheet/figures';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import { isChangeable } from '@/core/timesheet/steps';
import { typedText } from '@/core/timesheet/typed-hours';
import type { SheetDayView, SheetPage } from '@/server/hours/payload';
import { FillButtons } from './fill-buttons';
import { DayTimes } from '../clock/day-times';
import { EntryLines } from '../clock/entry-lines';
import { useCommand } from '../commands/use-command';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextArea } from '../kit/inputs/text-input';
import { ErrorState, Refused } from '../kit/states';
import { Adjustment } from './adjustment';
import { DayAxis } from './day-axis';
import { PunchQuestions } from './punch-questions';
import { TimeOff } from './time-off';
import { TotalsTable } from './totals-table';
import { TypedForm } from './typed-form';
import { useSheet } from './use-sheet';
import { StepList } from './step-list';
import { STATE_WORDS } from './words';

const EnterPanel = dynamic(() => import('../requests/calendar/enter-panel').then((part) => part.EnterPanel), {
  ssr: false,
});

/** Room for the axis of a day in the panel, in pixels. */
const WIDTH = 340;

/** One person's period: each date with what was planned, clocked and counts, by kind of pay, and how far it is. */
export function SheetPanel({
  person,
  name,
  on,
  figures,
  asOf,
  onClose,
}: {
  readonly person: string;
  readonly name: string;
  readonly on: Day;
  readonly figures: HoursRules['figures'];
  readonly asOf: number;
  readonly onClose: () => void;
}) {
  const { data: sheet, isError, refetch } = useSheet(person, on, asOf);
  return (
    <>
      <div className="flex items-start gap-2">
        <h2 className="mr-auto font-serif text-lg leading-6 font-semibold">{name}</h2>
        <Button kind="small" onClick={onClose}>
          Close
        </Button>
      </div>
      {isError ? (
        <ErrorState onRetry={() => void refetch()}>These hours cannot be read just now.</ErrorState>
      ) : sheet?.person === person ? (
        <Sheet sheet={sheet} figures={figures} />
      ) : (
        <p className="text-muted py-2">Loading the hours …</p>
      )}
    </>
  );
}

const FROM_WORDS: Readonly<Record<SheetPage['from'], string>> = {
  clock: 'clocked',
  typed: 'typed',
  plan: 'as planned, only confirmed',
};

function Sheet({ sheet, figures }: { readonly sheet: SheetPage; readonly figures: HoursRules['figures'] }) {
  const { period, days, state, look } = sheet;
  const clock = useMemo(
    () => zoneClock(sheet.timeZone, period.first - 2, period.first + period.days + 2),
    [sheet.timeZone, period],
  );
  const [isAll, setAll] = useState(false);
  const first = days.filter((day) => day.look.length > 0);
  const shown = days.filter((day) => isAll || first.length === 0 || first.includes(day));
  return (
    <>
      <p className="text-muted text-sm">
        {FROM_WORDS[sheet.from]}, {STATE_WORDS[state]}
        {look > 0 && `, ${look} to look at`}. Outline planned, line clocked, bar counts.
      </p>
      {sheet.changedBy !== null && (
        <p className="text-gap text-sm font-semibold">
          Changed since {STATE_WORDS[state]}
          {sheet.changedBy !== 0 && `: ${formatSignedHours(sheet.changedBy)}`}.
        </p>
      )}
      <PunchQuestions sheet={sheet} clock={clock} />
      {sheet.canApprove && <FillButtons sheet={sheet} command="hours.fill" />}
      {shown
        .filter((day) => isAll || isAnything(day))
        .map((day) => (
          <DaySection key={day.date} {...{ sheet, day, clock, figures }} />
        ))}
      <Button kind="small" className="mt-3" aria-expanded={isAll} onClick={() => setAll(!isAll)}>
        {isAll ? 'Only days with something on them' : `All ${days.length} days`}
      </Button>
      <section aria-label="This period" className="border-rule mt-4 border-t pt-2">
        <h3 className="font-semibold">This period</h3>
        <TotalsTable totals={sheet.totals} figures={figures} currency={sheet.currency} />
        {sheet.weeks.length > 1 && (
          <p className="text-muted mt-1 text-sm">
            {sheet.weeks
              .filter(({ minutes }) => minutes > 0)
              .map(
                ({ first: week, minutes }) => `${formatDays(week, 7, true)}: ${hoursText(minutes, figures)}`,
              )
              .join(' · ')}
          </p>
        )}
        <TimeOff sheet={sheet} figures={figures} />
        <Balance sheet={sheet} figures={figures} />
      </section>
      <StepList steps={sheet.steps} className="border-rule mt-4 border-t pt-2 text-sm" />
      <Decide sheet={sheet} />
      <p className="mt-3">
        <Link
          className="link link-primary font-semibold"
          href={`/hours/${encodeURIComponent(sheet.site)}/print/${encodeURIComponent(sheet.person)}?on=${formatDate(period.first)}`}
        >
          Print the period
        </Link>
      </p>
    </>
  );
}

function isAnything({ worked, planned, credited, look, entry, typed }: SheetDayView): boolean {
  return worked !== 0 || planned > 0 || credited > 0 || look.length > 0 || entry !== null || typed.length > 0;
}

function DaySection({
  sheet,
  day,
  clock,
  figures,
}: {
  readonly sheet: SheetPage;
  readonly day: SheetDayView;
  readonly clock: ReturnType<typeof zoneClock>;
  readonly figures: HoursRules['figures'];
}) {
  const { entry, typed, look, date } = day;
  const canChange = sheet.canClock && isChangeable(sheet.state) && date <= sheet.today;
  const [isTyping, setTyping] = useState(false);
  const [isEntering, setEntering] = useState(false);
  const canEnterLeave = isChangeable(sheet.state) && sheet.leaveTypes.length > 0;
  const start = day.shifts[0] ? clock.wall(day.shifts[0].start) - date * 1440 - 180 : 0;
  const typeButton = canChange && sheet.canApprove && !isTyping && (
    <Button kind="small" onClick={() => setTyping(true)}>
      {typed.length > 0 ? 'Change typed hours' : 'Type hours'}
    </Button>
  );
  const more = (
    <>
      {typeButton}
      {canEnterLeave && !isEntering && (
        <Button kind="small" onClick={() => setEntering(true)}>
          It was leave …
        </Button>
      )}
    </>
  );
  return (
    <section aria-label={formatDay(date)} className="border-rule mt-3 border-t pt-2">
      <h3 className="flex items-baseline gap-2">
        <span className="mr-auto font-semibold">{formatDay(date)}</span>
        <span className="text-sm">
          {hoursText(day.worked + day.credited, figures)}
          <span className="text-muted"> of {hoursText(day.planned, figures)}</span>
        </span>
      </h3>
      <DayAxis {...{ day, clock }} hourFormat={sheet.hourFormat} width={WIDTH} />
      {look.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-1">
          {look.map((text) => (
            <Badge key={text} severity={text.startsWith('overtime') ? 'note' : 'warn'}>
              {text}
            </Badge>
          ))}
        </p>
      )}
      {entry && (
        <EntryLines {...{ entry, clock }} hourFormat={sheet.hourFormat} activities={sheet.activities} />
      )}
      {typed.length > 0 && (
        <ul className="text-sm">
          {typed.map((row) => (
            <li key={row.id}>
              {row.about === null ? 'Typed' : `About ${formatDay(row.about)}`}{' '}
              {typedText(row, sheet.hourFormat)}
              {row.kind !== null && `, ${sheet.kinds.find(({ id }) => id === row.kind)?.name ?? row.kind}`}
              {row.note && <span className="text-muted">: {row.note}</span>}
            </li>
          ))}
        </ul>
      )}
      {day.lines.some(({ kind }) => kind.kind !== 'regular') && (
        <p className="text-muted text-sm">
          {day.lines.map(({ name, minutes }) => `${name} ${hoursText(minutes, figures)}`).join(', ')}
        </p>
      )}
      {sheet.from === 'clock' && (
        <DayTimes
          activities={sheet.activities}
          {...{ site: sheet.site, person: sheet.person, date, punches: sheet.punches, clock, canChange }}
          blockMinutes={sheet.blockMinutes}
          hourFormat={sheet.hourFormat}
          standing={entry ? standingOf(entry).sort((a, b) => a.at - b.at) : []}
          missing={look.includes('no out') ? 'out' : 'in'}
          from={Math.max(0, start)}
        >
          {more}
        </DayTimes>
      )}
      {sheet.from !== 'clock' && <div className="mt-1 flex flex-wrap gap-1.5">{more}</div>}
      {isEntering && (
        <div className="border-rule mt-2 border p-2">
          <EnterPanel
            page={{ types: sheet.leaveTypes, hourFormat: sheet.hourFormat, weekStart: sheet.weekStart }}
            people={[{ person: sheet.person, name: sheet.name }]}
            {...{ person: sheet.person, from: date, to: date }}
            onDone={() => setEntering(false)}
          />
          <Button className="mt-2" onClick={() => setEntering(false)}>
            Cancel
          </Button>
        </div>
      )}
      {isTyping && <TypedForm {...{ sheet, day }} command="hours.enter" onDone={() => setTyping(false)} />}
      {sheet.state === 'locked' && sheet.canApprove && <Adjustment {...{ sheet, date }} />}
    </section>
  );
}

/** The running balance of who has hours to fill: how it stands, opening to its days. */
function Balance({ sheet, figures }: { readonly sheet: SheetPage; readonly figures: HoursRules['figures'] }) {
  const last = sheet.balance.at(-1);
  if (!last) return null;
  return (
    <details className="mt-2 text-sm">
      <summary className="cursor-pointer">
        Balance of the period {formatSignedHours(last.balance)} against what is due
      </summary>
      <ul>
        {sheet.balance
          .filter(({ worked, credited, due }) => worked + credited + due > 0)
          .map(({ date, worked, credited, due, balance }) => (
            <li key={date}>
              {formatDay(date)}: {hoursText(worked + credited, figures)} of {hoursText(due, figures)},{' '}
              {formatSignedHours(balance)}
            </li>
          ))}
      </ul>
    </details>
  );
}

/** What is decided about a period: approve, lock, send back with a reason, or write to payroll. */
function Decide({ sheet }: { readonly sheet: SheetPage }) {
  const { state, site, person, canApprove, canLock } = sheet;
  const { first } = sheet.period;
  const [writes, setWrites] = useState<'back' | 'note' | null>(null);
  const [text, setText] = useState('');
  const { run, busy, problem } = useCommand();
  const isOver = first + sheet.period.days <= sheet.today;
  const canSendBack =
    (state === 'submitted' && canApprove) || (state === 'approved' && (canApprove || canLock));
  const send = async () => {
    const done =
      writes === 'back'
        ? await run('hours.sendBack', { person, first, reason: text.trim() })
        : await run('hours.note', { person, first, text: text.trim() });
    if (!done) return;
    setWrites(null);
    setText('');
  };
  return (
    <section aria-label="Decide" className="border-rule mt-4 border-t pt-3">
      {writes && (
        <Field label={writes === 'back' ? 'Why it goes back' : 'Note to payroll'} className="mb-2">
          <TextArea value={text} maxLength={500} onChange={setText} />
        </Field>
      )}
      <Refused problem={problem} className="mb-2" />
      <div className="flex flex-wrap gap-2">
        {writes ? (
          <>
            <Button kind="primary" busy={busy} disabled={text.trim() === ''} onClick={() => void send()}>
              {writes === 'back' ? 'Send back' : 'Write it'}
            </Button>
            <Button onClick={() => setWrites(null)}>Cancel</Button>
          </>
        ) : (
          <>
            {canApprove && isChangeable(state) && (
              <Button
                kind="primary"
                busy={busy}
                onClick={() => void run('hours.approve', { site, first, people: [person] })}
              >
                Approve
              </Button>
            )}
            {canLock && state === 'approved' && isOver && (
              <Button
                kind="primary"
                busy={busy}
                onClick={() => void run('hours.lock', { site, first, people: [person] })}
              >
                Lock
              </Button>
            )}
            {canSendBack && <Button onClick={() => setWrites('back')}>Send back</Button>}
            {state !== 'locked' && <Button onClick={() => setWrites('note')}>Note to payroll</Button>}
          </>
        )}
      </div>
    </section>
  );
}
