'use client';

import { useState } from 'react';
import type { AskedLeave } from '@/core/leave/asked';
import { asSentence } from '@/core/sentence';
import { formatLongDay } from '@/core/time/format';
import { DAY, type Span } from '@/core/time/span';
import type { LeaveBar, LeaveRow } from '@/server/leave/calendar';
import type { RequestsPage } from '@/server/requests/page';
import { newId } from '../../commands/new-id';
import { useCommand, usePreview } from '../../commands/use-command';
import { ImpactList } from '../../commands/week-impacts';
import { Button } from '../../kit/button';
import { DateInput } from '../../kit/inputs/date-input';
import { Field } from '../../kit/inputs/field';
import { LeaveMark } from '../../leave/leave-mark';

/** A stretch of leave on the calendar: put on other days, or taken back, with what follows shown before. */
export function BarPanel({
  row,
  bar,
  to,
  page,
  onDone,
}: {
  readonly row: LeaveRow;
  readonly bar: LeaveBar;
  /** Where it was dragged to; null: nowhere. */
  readonly to: Span | null;
  readonly page: RequestsPage;
  readonly onDone: () => void;
}) {
  const [id] = useState(newId);
  const [span, setSpan] = useState<Span>(to ?? bar);
  const { run, busy, problem } = useCommand();
  const { request, type, state } = bar;
  const isMoved = span.from !== bar.from || span.to !== bar.to;
  const asked = askedOf(span);
  const may = page.mayEnter && state === 'approved' && request !== null;
  const input = { person: row.person, request: request ?? '', id, asked };
  const preview = usePreview('leave.move', may && isMoved ? input : null);
  const days = Array.from(
    { length: Math.ceil(bar.to / DAY) - Math.floor(bar.from / DAY) },
    (_, i) => Math.floor(bar.from / DAY) + i,
  );
  const move = async () => {
    if (await run('leave.move', input, `Moved leave of ${row.name}`)) onDone();
  };
  const back = async () => {
    const all = { person: row.person, request: request ?? '', days, reason: '' };
    if (await run('leave.cancel', all, `Took leave of ${row.name} back`)) onDone();
  };
  return (
    <article aria-label={`Leave of ${row.name}`} className="flex flex-col gap-3">
      <header>
        <h2 className="font-serif text-xl font-semibold">{row.name}</h2>
        <p className="flex items-center gap-2">
          {type && <LeaveMark type={type} />} {type?.name ?? 'Leave that came with a plan file'},{' '}
          {state === 'approved' ? 'approved' : 'waiting for somebody else'}
        </p>
      </header>
      <div className="flex flex-wrap gap-3">
        <Field label="First day away">
          <DateInput
            isNeeded
            disabled={!may}
            value={Math.floor(span.from / DAY)}
            onChange={(day) =>
              day !== null && setSpan({ from: day * DAY, to: Math.max(span.to, (day + 1) * DAY) })
            }
          />
        </Field>
        <Field label="Last day away">
          <DateInput
            isNeeded
            disabled={!may}
            value={Math.ceil(span.to / DAY) - 1}
            onChange={(day) =>
              day !== null && setSpan({ from: Math.min(span.from, day * DAY), to: (day + 1) * DAY })
            }
          />
        </Field>
      </div>
      {may && isMoved && (
        <section aria-label="If you move it">
          <h3 className="font-semibold">If it is put on these days</h3>
          {preview && !preview.ok ? (
            <p className="text-gap font-semibold">{asSentence(preview.problem.message)}</p>
          ) : (
            <ImpactList answer={preview} named={6} />
          )}
        </section>
      )}
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      {may && (
        <>
          <div className="flex flex-wrap gap-2">
            <Button kind="primary" disabled={!isMoved || busy || !preview?.ok} onClick={() => void move()}>
              Put it there
            </Button>
            {isMoved ? (
              <Button onClick={() => setSpan(bar)}>As it was</Button>
            ) : (
              <Button disabled={busy} onClick={() => void back()}>
                Take it back
              </Button>
            )}
          </div>
          <p className="text-muted text-sm">
            {row.name} is told at once. What it was, until {formatLongDay(Math.ceil(bar.to / DAY) - 1)}, stays
            in its trail.
          </p>
        </>
      )}
    </article>
  );
}

function askedOf({ from, to }: Span): AskedLeave {
  const first = Math.floor(from / DAY);
  const last = Math.ceil(to / DAY) - 1;
  return { kind: 'span', from: first, to: last, fromMinute: from - first * DAY, toMinute: to - last * DAY };
}
