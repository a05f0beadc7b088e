'use client';

import { useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { asSentence } from '@/core/sentence';
import { formatDay } from '@/core/time/format';
import type { RequestsPage } from '@/server/requests/page';
import type { RequestView } from '@/server/leave/payload';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { LeaveMark } from '../leave/leave-mark';
import { STANDING_WORDS } from '@/core/leave/request';
import { KIND_WORDS, STATE_WORDS } from '@/core/requests/request';
import type { RequestView as ShiftRequestView } from '@/server/requests/payload';
import { Trail } from './trail';

/** Something decided, of whatever kind, with when that was. */
type Ended = { readonly id: string; readonly at: string; readonly text: string } & (
  | { readonly leave: RequestView; readonly shift: null }
  | { readonly leave: null; readonly shift: ShiftRequestView }
);

/** What was decided, the latest first, with who did what and when. */
export function Decided({
  page,
  requests,
}: {
  readonly page: RequestsPage;
  readonly requests: readonly RequestView[];
}) {
  const [text, setText] = useState('');
  const [chosen, choose] = useState<string | null>(null);
  const all = endedOf(requests, page.decidedShifts);
  const shown = all.filter((one) => one.text.toLowerCase().includes(text.trim().toLowerCase()));
  const current = shown.find(({ id }) => id === chosen) ?? shown[0];
  if (all.length === 0)
    return (
      <main className="flex-1 px-6 py-5">
        <EmptyState title="Nothing was decided yet.">
          What is approved or declined at {page.siteName} stays here, with who decided it and when.
        </EmptyState>
      </main>
    );
  return (
    <SplitPanel
      label="The request and its trail"
      className="w-[400px]"
      list={{ isChosen: shown.some(({ id }) => id === chosen), onBack: () => choose(null) }}
      side={
        current &&
        (current.leave ? (
          <DecidedPanel key={current.id} request={current.leave} page={page} />
        ) : (
          <DecidedShiftPanel key={current.id} request={current.shift} />
        ))
      }
    >
      <main>
        <TextInput
          label="Find by name, kind or date"
          placeholder="Find by name, kind or date"
          className="mb-2 w-[280px]"
          value={text}
          onChange={setText}
        />
        <ul aria-label="Decided requests" className="border-rule border-t">
          {shown.map((one) => (
            <li key={one.id} className="border-fine border-b">
              <button
                type="button"
                aria-pressed={one.id === current?.id}
                onClick={() => choose(one.id)}
                className={`flex w-full cursor-pointer items-center gap-2 px-2 py-1.5 text-left ${
                  one.id === current?.id ? 'bg-sheet' : 'hover:bg-sheet'
                }`}
              >
                {one.leave ? <LeaveEnded request={one.leave} /> : <ShiftEnded request={one.shift} />}
              </button>
            </li>
          ))}
        </ul>
        {shown.length === 0 && <p className="text-muted py-4">No request is like that.</p>}
      </main>
    </SplitPanel>
  );
}

function endedOf(leave: readonly RequestView[], shifts: readonly ShiftRequestView[]): Ended[] {
  const all: Ended[] = [
    ...leave.map((one): Ended => ({
      ...{ id: one.id, at: one.trail.at(-1)?.at ?? one.at, leave: one, shift: null },
      text: `${one.name} ${one.type.name} ${one.when}`,
    })),
    ...shifts.map((one): Ended => ({
      ...{ id: one.id, at: one.trail.at(-1)?.at ?? one.at, leave: null, shift: one },
      text: `${one.text} ${KIND_WORDS[one.kind]}`,
    })),
  ];
  return all.sort((a, b) => (a.at < b.at ? 1 : -1));
}

function LeaveEnded({
  request: { name, type, when, isAbsence, standing, total },
}: {
  readonly request: RequestView;
}) {
  return (
    <>
      <span className="min-w-[140px] font-semibold">{name}</span>
      <LeaveMark type={type} />
      <span className="min-w-0 truncate">{when}</span>
      <span className="text-muted ml-auto whitespace-nowrap">
        {isAbsence && standing === 'approved' ? 'could not come' : STANDING_WORDS[standing]}
      </span>
      <span className="w-[72px] text-right whitespace-nowrap">{formatAmount(total, type.unit)}</span>
    </>
  );
}

function ShiftEnded({ request: { text, state, isTakenBack } }: { readonly request: ShiftRequestView }) {
  return (
    <>
      <span className="min-w-0 font-semibold">{text}</span>
      <span className="text-muted ml-auto pl-2 whitespace-nowrap">
        {isTakenBack ? 'taken back' : STATE_WORDS[state]}
      </span>
    </>
  );
}

/** A request about shifts that is over; an approval can be taken back while none of them has begun. */
function DecidedShiftPanel({ request }: { readonly request: ShiftRequestView }) {
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
