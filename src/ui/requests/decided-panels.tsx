import { useState } from 'react';
import { formatAvailability } from '@/core/availability/format-availability';
import { STANDING_WORDS } from '@/core/leave/request';
import { KIND_WORDS, STATE_WORDS } from '@/core/requests/request';
import { asSentence } from '@/core/sentence';
import { formatDay, formatLongDay } from '@/core/time/format';
import type { RequestView } from '@/server/leave/payload';
import type { RequestsPage } from '@/server/requests/page';
import type { RequestView as ShiftRequestView } from '@/server/requests/payload';
import type { ProposalView } from '@/server/staff/payload';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { TextArea } from '../kit/inputs/text-input';
import { LeaveMark } from '../leave/leave-mark';
import { Trail } from './trail';

/** A request about shifts that is over; an approval can be taken back while none of them has begun. */
export function DecidedShiftPanel({ request }: { readonly request: ShiftRequestView }) {
  const { id, site, kind, text, state, note, trail, isTakenBack } = request;
  const [isOpen, open] = useState(false);
  const [reason, setReason] = useState('');
  const { run, busy, problem } = useCommand();
  const input = { site, request: id, reason };
  const preview = usePreview('request.take-back', isOpen ? { ...input, reason: '' } : null);
  return (
    <article aria-label={text} className="flex flex-col gap-3">
      <header>
        <h2 className="font-serif text-xl leading-7 font-semibold">{text}</h2>
        <p>
          {KIND_WORDS[kind]}: <b>{isTakenBack ? 'approved, then taken back' : STATE_WORDS[state]}</b>
        </p>
      </header>
      {note && <p className="italic">“{note}”</p>}
      {state === 'approved' && !isTakenBack && !isOpen && (
        <div>
          <Button onClick={() => open(true)}>Take the approval back …</Button>
        </div>
      )}
      {isOpen && (
        <div className="border-rule flex flex-col gap-2 border-t pt-2">
          <p>Each shift goes back to whose it was, at once, and they are told.</p>
          {preview && preview.ok && <ImpactList answer={preview} named={4} />}
          {preview && !preview.ok && (
            <p className="text-gap font-semibold">{asSentence(preview.problem.message)}</p>
          )}
          <TextArea
            label="Why"
            placeholder="Why"
            rows={2}
            maxLength={500}
            value={reason}
            onChange={setReason}
          />
          {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
          <div className="flex gap-2">
            <Button
              kind="primary"
              disabled={busy || (preview !== undefined && preview !== null && !preview.ok)}
              onClick={() =>
                void run('request.take-back', input, 'Took the approval back').then(
                  (done) => done && open(false),
                )
              }
            >
              Take back
            </Button>
            <Button onClick={() => open(false)}>Close</Button>
          </div>
        </div>
      )}
      <Trail trail={trail} />
    </article>
  );
}

/** Availability that was proposed, and what became of it. */
export function DecidedProposalPanel({
  proposal: { name, version, state, countsFrom, trail },
  page: { hourFormat, weekStart, openHours },
}: {
  readonly proposal: ProposalView;
  readonly page: RequestsPage;
}) {
  return (
    <article aria-label={`Availability of ${name}`} className="flex flex-col gap-3">
      <header>
        <h2 className="font-serif text-xl leading-7 font-semibold">
          {name} proposes availability from {formatLongDay(version.since!)}
          {version.until !== null && ` until ${formatLongDay(version.until)}`}
        </h2>
        <p>
          Availability: <b>{state}</b>
          {countsFrom !== null && `, from ${formatLongDay(countsFrom)}`}
        </p>
      </header>
      {version.comment && <p className="italic">“{version.comment}”</p>}
      <p>{formatAvailability(version.blocks, hourFormat, weekStart, openHours)}</p>
      <Trail trail={trail} />
    </article>
  );
}

/** A decided request; what is approved of it can be taken back. */
export function DecidedPanel({
  request,
  page,
}: {
  readonly request: RequestView;
  readonly page: RequestsPage;
}) {
  const { id, person, name, type, when, standing, note, days, trail, isAbsence } = request;
  const approved = days.filter(({ state }) => state === 'approved');
  const [isOpen, open] = useState(false);
  return (
    <article aria-label={`Leave of ${name}`} className="flex flex-col gap-3">
      <header>
        <h2 className="font-serif text-xl font-semibold">{name}</h2>
        <p className="flex items-center gap-2">
          <LeaveMark type={type} /> {isAbsence ? 'Could not come: ' : ''}
          {type.name}, {when}
        </p>
        <p>
          <b>{STANDING_WORDS[standing]}</b>
          {standing === 'partly-approved' && `: ${approved.map(({ date }) => formatDay(date)).join(', ')}`}
        </p>
      </header>
      {note && <p className="italic">“{note}”</p>}
      {approved.length > 0 && page.mayEnter && !isOpen && (
        <div>
          <Button onClick={() => open(true)}>Take days back …</Button>
        </div>
      )}
      {isOpen && (
        <TakeBack
          {...{ id, person, name }}
          days={approved.map(({ date }) => date)}
          onDone={() => open(false)}
        />
      )}
      <Trail trail={trail} />
    </article>
  );
}

function TakeBack({
  id,
  person,
  name,
  days,
  onDone,
}: {
  readonly id: string;
  readonly person: string;
  readonly name: string;
  readonly days: readonly number[];
  readonly onDone: () => void;
}) {
  const [chosen, choose] = useState<readonly number[]>(days);
  const [reason, setReason] = useState('');
  const { run, busy, problem } = useCommand();
  const input = { person, request: id, days: chosen, reason };
  const preview = usePreview('leave.cancel', chosen.length > 0 ? input : null);
  return (
    <div className="border-rule flex flex-col gap-2 border-t pt-2">
      <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
        <legend className="font-semibold">Days that are leave no more</legend>
        {days.map((date) => (
          <Checkbox
            key={date}
            checked={chosen.includes(date)}
            onChange={(on) =>
              choose(on ? [...chosen, date].sort((a, b) => a - b) : chosen.filter((one) => one !== date))
            }
          >
            {formatDay(date)}
          </Checkbox>
        ))}
      </fieldset>
      {chosen.length > 0 && <ImpactList answer={preview} named={4} />}
      <TextArea label="Why" placeholder="Why" rows={2} maxLength={1000} value={reason} onChange={setReason} />
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <div className="flex gap-2">
        <Button
          kind="primary"
          disabled={busy || chosen.length === 0}
          onClick={() =>
            void run('leave.cancel', input, `Took leave of ${name} back`).then((done) => done && onDone())
          }
        >
          Take back
        </Button>
        <Button onClick={onDone}>Close</Button>
      </div>
      <p className="text-muted text-sm">{name} is told at once.</p>
    </div>
  );
}
