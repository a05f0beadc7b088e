import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { edgeText, exceptionText } from '@/core/clock/explain';
import { type Entry, standingOf } from '@/core/clock/entries';
import type { PunchKind, StandingPunch } from '@/core/clock/punch';
import { asSentence } from '@/core/sentence';
import { formatDay, formatHours, formatTime, formatTimeSpan } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { TodayPage, TodayPunch } from '@/server/today/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { TimeInput } from '../kit/inputs/time-input';
import { ClockButton } from './clock-button';
import type { ShownPerson } from './people-of';
import { standingText } from './standing-text';

const KIND_NAMES: Record<PunchKind, string> = {
  in: 'In',
  out: 'Out',
  'break-begins': 'Break begins',
  'break-ends': 'Break ends',
  change: 'Other work',
};

/** What somebody can be clocked as next, the likeliest first. */
function nextKinds({ standing }: ShownPerson): readonly (readonly [PunchKind, string])[] {
  if (standing.presence === 'in')
    return [
      ['out', 'Clock out'],
      ['break-begins', 'Break begins'],
    ];
  if (standing.presence === 'on-break')
    return [
      ['break-ends', 'Break ends'],
      ['out', 'Clock out'],
    ];
  return [['in', 'Clock in']];
}

/** The day of one person: what was clocked, what it counts as and why, and how it is put right. */
export function PersonPanel({
  page,
  person,
  clock,
  onClose,
}: {
  readonly page: TodayPage;
  readonly person: ShownPerson;
  readonly clock: ZoneClock;
  readonly onClose: () => void;
}) {
  const { of, entries, planned, standing } = person;
  const [mending, setMending] = useState<string | null>(null);
  const span = (start: number, end: number) =>
    formatTimeSpan(clock.wall(start), clock.wall(end), page.hourFormat);
  return (
    <>
      <div className="flex items-start gap-2">
        <h2 className="mr-auto font-serif text-lg leading-6 font-semibold">{of.name}</h2>
        <Button kind="small" onClick={onClose}>
          Close
        </Button>
      </div>
      <p className="text-muted text-sm">
        {standingText(standing, clock, page.hourFormat)}
        {planned.length > 0 && `; planned ${planned.map(({ start, end }) => span(start, end)).join(', ')}`}
      </p>
      {of.phone && <p className="text-muted text-sm">{of.phone}</p>}
      {page.canClock && (
        <div className="mt-3 flex flex-wrap gap-2">
          {nextKinds(person).map(([kind, label], i) => (
            <ClockButton
              key={kind}
              {...{ site: page.site, person: of, kind, label }}
              look={i === 0 ? 'primary' : 'plain'}
            />
          ))}
        </div>
      )}
      {entries.filter(hasAnything).map((entry) => (
        <section key={entry.date} className="border-rule mt-4 border-t pt-2">
          <h3 className="font-semibold">{formatDay(entry.date)}</h3>
          <ul className="text-sm leading-[18px]">
            {entry.parts.flatMap(({ stints }) =>
              stints.flatMap(({ start, end, breaks, isRunning }, i) => [
                <li key={`in ${i}`}>In {edgeText(start, clock, page.hourFormat)}</li>,
                ...breaks.map((one, at) => (
                  <li key={`break ${i} ${at}`}>
                    Break{' '}
                    {one.minutes === null
                      ? formatTime(clock.wall(one.from), page.hourFormat)
                      : span(one.from, one.to)}
                    {one.minutes !== null && `, ${one.minutes} min${one.isPaid ? ', paid' : ''}`}
                  </li>
                )),
                ...(isRunning ? [] : [<li key={`out ${i}`}>Out {edgeText(end, clock, page.hourFormat)}</li>]),
              ]),
            )}
          </ul>
          {entry.worked > 0 && <p className="mt-1 text-sm">Counts {formatHours(entry.worked)}.</p>}
          <p className="mt-1 flex flex-wrap gap-1">
            {entry.exceptions.map((one, i) => (
              <Badge key={i} severity={one.code === 'overtime' ? 'note' : 'warn'}>
                {exceptionText(one)}
              </Badge>
            ))}
          </p>
          {page.canClock && (
            <ul aria-label="Clocked" className="mt-2 text-sm">
              {standingOf(entry)
                .sort((a, b) => a.at - b.at)
                .map((punch) => (
                  <li key={punch.id} className="border-fine border-t py-1">
                    <span className="flex items-center gap-2">
                      <span className="mr-auto">
                        {punch.kind ? KIND_NAMES[punch.kind] : 'Clocked'}{' '}
                        {formatTime(clock.wall(punch.at), page.hourFormat)}
                        {punch.isByHand && <span className="text-muted"> {byHand(of.punches, punch)}</span>}
                      </span>
                      <Button
                        kind="small"
                        aria-expanded={mending === punch.id}
                        onClick={() => setMending(mending === punch.id ? null : punch.id)}
                      >
                        Change
                      </Button>
                    </span>
                    {mending === punch.id && (
                      <Correction {...{ page, punch, clock }} onDone={() => setMending(null)} />
                    )}
                  </li>
                ))}
            </ul>
          )}
        </section>
      ))}
      {page.canClock && <Forgotten {...{ page, person, clock }} />}
    </>
  );
}

/** Whether something was clocked, or is to be looked at. */
function hasAnything({ parts, repeated, exceptions }: Entry): boolean {
  return parts.length + repeated.length + exceptions.length > 0;
}

/** By whom it was set, and why: `set by Ilse Brandt: left at 15`. */
function byHand(punches: readonly TodayPunch[], { id }: StandingPunch): string {
  const its = punches.find((one) => one.id === id);
  return `set by ${its?.recordedBy ?? 'hand'}${its?.note ? `: ${its.note}` : ''}`;
}

interface Mending {
  readonly kind: PunchKind;
  readonly minute: number;
  readonly reason: string;
}

const KINDS = (Object.entries(KIND_NAMES) as [PunchKind, string][]).filter(([kind]) => kind !== 'change');

function Correction({
  page,
  punch,
  clock,
  onDone,
}: {
  readonly page: TodayPage;
  readonly punch: StandingPunch;
  readonly clock: ZoneClock;
  readonly onDone: () => void;
}) {
  const wall = clock.wall(punch.at);
  const midnight = Math.floor(wall / 1440) * 1440;
  const form = useForm<Mending>({
    defaultValues: { kind: punch.kind ?? 'in', minute: wall - midnight, reason: '' },
  });
  const values = useWatch({ control: form.control }) as Mending;
  const { run, busy, problem } = useCommand();
  const correct = async (isKept: boolean) => {
    const instead = isKept ? { kind: values.kind, at: clock.elapsed(midnight + values.minute) } : null;
    const input = { id: newId(), site: page.site, punch: punch.id, instead, reason: values.reason.trim() };
    if (await run('clock.correct', input)) onDone();
  };
  const hasReason = values.reason.trim() !== '';
  return (
    <div className="mt-1.5 flex flex-col gap-2 pb-1">
      <div className="flex gap-2">
        <Select
          label="What it was"
          value={values.kind}
          onChange={(kind) => form.setValue('kind', kind)}
          options={KINDS}
        />
        <TimeInput
          label="When it was"
          value={values.minute}
          step={page.blockMinutes}
          hourFormat={page.hourFormat}
          onChange={(minute) => minute !== null && form.setValue('minute', minute)}
        />
      </div>
      <Field label="Why">
        <TextInput value={values.reason} maxLength={500} onChange={(text) => form.setValue('reason', text)} />
      </Field>
      {problem && (
        <p role="alert" className="text-gap font-semibold">
          {asSentence(problem.message)}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" busy={busy} disabled={!hasReason} onClick={() => void correct(true)}>
          Correct
        </Button>
        <Button kind="danger" disabled={busy || !hasReason} onClick={() => void correct(false)}>
          Take away
        </Button>
      </div>
    </div>
  );
}

/** Enters what nobody clocked, at a time that is over. */
function Forgotten({
  page,
  person,
  clock,
}: {
  readonly page: TodayPage;
  readonly person: ShownPerson;
  readonly clock: ZoneClock;
}) {
  const form = useForm<Mending>({
    defaultValues: { kind: nextKinds(person)[0][0], minute: 540, reason: '' },
  });
  const values = useWatch({ control: form.control }) as Mending;
  const { run, busy, problem } = useCommand();
  const enter = () =>
    run('clock.punch', {
      ...{ id: newId(), site: page.site, person: person.person, kind: values.kind },
      ...{ at: clock.elapsed(page.date * 1440 + values.minute), note: values.reason.trim() },
    });
  return (
    <section aria-labelledby="forgotten-title" className="border-rule mt-4 border-t pt-2">
      <h3 id="forgotten-title" className="font-semibold">
        Enter what was forgotten
      </h3>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Select
          label="What was forgotten"
          value={values.kind}
          onChange={(kind) => form.setValue('kind', kind)}
          options={KINDS}
        />
        <TimeInput
          label="When it was"
          value={values.minute}
          step={page.blockMinutes}
          hourFormat={page.hourFormat}
          onChange={(minute) => minute !== null && form.setValue('minute', minute)}
        />
        <Button busy={busy} onClick={() => void enter()}>
          Enter
        </Button>
      </div>
      {problem && (
        <p role="alert" className="text-gap mt-1 font-semibold">
          {asSentence(problem.message)}
        </p>
      )}
    </section>
  );
}
