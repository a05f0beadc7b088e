'use client';

import { useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import type { RequestsPage } from '@/server/leave/page';
import type { QueuedRequest, RequestView } from '@/server/leave/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { LeaveMark } from '../leave/leave-mark';
import { When } from '../layout/when';
import { Absent } from './absent';
import { AbsenceDialog } from './absence-dialog';
import { DecidePanel } from './decide-panel';

/** What waits for a decision: a line each, and beside it what deciding the chosen one would do. */
export function Waiting({
  page,
  waiting,
}: {
  readonly page: RequestsPage;
  readonly waiting: NonNullable<RequestsPage['waiting']>;
}) {
  const { mine, others } = waiting;
  const [chosen, choose] = useState<string | null>(null);
  const [isAbsence, setAbsence] = useState(false);
  const [ticked, tick] = useState<ReadonlySet<string>>(new Set());
  const { run, busy, problem } = useCommand();
  const current = mine.find(({ id }) => id === chosen) ?? mine[0];
  const easy = mine.filter(isEasy);
  const together = mine.filter(({ id }) => ticked.has(id));
  const approve = async () => {
    const input = { people: together.map(({ person }) => person), requests: together.map(({ id }) => id) };
    if (await run('leave.approve', input, `Approved ${counted(together.length, 'request')}`)) tick(new Set());
  };
  const cannotCome = page.mayEnter && page.absenceTypes.length > 0 && (
    <>
      <Button className="ml-auto" onClick={() => setAbsence(true)}>
        Somebody cannot come …
      </Button>
      {isAbsence && <AbsenceDialog page={page} onClose={() => setAbsence(false)} />}
    </>
  );
  if (mine.length === 0)
    return (
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className="flex">{cannotCome}</div>
        <Absent absent={page.absent} />
        <EmptyState title="Nothing waits for you.">
          Leave that people at {page.siteName} ask for stands here, with what approving it would do.
        </EmptyState>
        <OthersTurn requests={others} />
      </main>
    );
  return (
    <SplitPanel
      label="The request, and what deciding it would do"
      className="w-[440px]"
      list={{ isChosen: mine.some(({ id }) => id === chosen), onBack: () => choose(null) }}
      side={current && <DecidePanel key={current.id} request={current} page={page} />}
    >
      <main>
        <Absent absent={page.absent} />
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <h2 className="font-serif text-lg font-semibold">{counted(mine.length, 'request')} for you</h2>
          {easy.length > 0 && together.length === 0 && (
            <Button kind="link" onClick={() => tick(new Set(easy.map(({ id }) => id)))}>
              Tick {easy.length === 1 ? 'the one' : `the ${easy.length}`} that nothing speaks against
            </Button>
          )}
          {together.length > 0 && (
            <Button kind="primary" disabled={busy} onClick={() => void approve()}>
              Approve {counted(together.length, 'ticked request')}
            </Button>
          )}
          {cannotCome}
        </div>
        {problem && <p className="text-gap mb-2 font-semibold">{asSentence(problem.message)}</p>}
        <ul aria-label="Requests that wait for you" className="border-rule border-t">
          {mine.map((one) => (
            <li key={one.id} className="border-fine flex items-start gap-2 border-b">
              <Checkbox
                className="mt-2.5 ml-1"
                checked={ticked.has(one.id)}
                disabled={!isEasy(one)}
                aria-label={
                  isEasy(one)
                    ? `Tick the request of ${one.name}`
                    : `The request of ${one.name} is decided by itself`
                }
                onChange={(on) => {
                  const next = new Set(ticked);
                  if (on) next.add(one.id);
                  else next.delete(one.id);
                  tick(next);
                }}
              />
              <button
                type="button"
                aria-pressed={one.id === current?.id}
                onClick={() => choose(one.id)}
                className={`min-w-0 flex-1 cursor-pointer px-2 py-2 text-left ${
                  one.id === current?.id ? 'bg-sheet' : 'hover:bg-sheet'
                }`}
              >
                <Line request={one} />
              </button>
            </li>
          ))}
        </ul>
        <OthersTurn requests={others} />
      </main>
    </SplitPanel>
  );
}

/** Whether a request can be approved with others: nothing speaks against it. */
function isEasy({ look, touched, back }: QueuedRequest): boolean {
  return (
    back.length === 0 &&
    touched.length === 0 &&
    look.faults.length === 0 &&
    look.closed.length === 0 &&
    look.limits.length === 0
  );
}

function Line({ request }: { readonly request: QueuedRequest }) {
  const { name, type, when, total, at, touched, look, back } = request;
  const against = [
    ...(touched.length > 0 ? [counted(touched.length, 'shift')] : []),
    ...(look.limits.length > 0 ? [counted(look.limits.length, 'limit')] : []),
    ...(look.closed.length > 0 ? ['no leave then'] : []),
    ...(look.balance && look.balance.after < 0 ? ['balance below 0'] : []),
  ];
  return (
    <>
      <span className="flex items-center gap-2">
        <span className="font-semibold">{name}</span>
        <LeaveMark type={type} />
        <span className="min-w-0 truncate">
          {back.length > 0 ? 'gives back ' : ''}
          {when}
        </span>
        <span className="ml-auto whitespace-nowrap">{formatAmount(total, type.unit)}</span>
      </span>
      <span className="text-muted flex gap-2 text-sm">
        <span>
          {type.name}, asked <When at={at} />
        </span>
        {against.length > 0 && <span className="text-brass ml-auto font-semibold">{against.join(', ')}</span>}
      </span>
    </>
  );
}

/** Requests that somebody else has to decide first. */
function OthersTurn({ requests }: { readonly requests: readonly RequestView[] }) {
  if (requests.length === 0) return null;
  return (
    <section className="mt-6" aria-labelledby="others-turn">
      <h2 id="others-turn" className="font-serif text-lg font-semibold">
        For others to decide
      </h2>
      <ul className="border-rule mt-1 border-t">
        {requests.map(({ id, name, type, when, total, next }) => (
          <li key={id} className="border-fine flex flex-wrap items-center gap-2 border-b py-1.5">
            <span className="font-semibold">{name}</span>
            <LeaveMark type={type} />
            <span>{when}</span>
            <span className="text-muted">{next} decides</span>
            <span className="ml-auto">{formatAmount(total, type.unit)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
