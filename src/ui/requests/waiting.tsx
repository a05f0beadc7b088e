'use client';

import { useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { KIND_WORDS, type RequestKind } from '@/core/requests/request';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import type { RequestsPage } from '@/server/requests/page';
import type { QueuedRequest } from '@/server/leave/payload';
import type { QueuedShiftRequest } from '@/server/requests/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Select } from '../kit/inputs/select';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { LeaveMark } from '../leave/leave-mark';
import { When } from '../layout/when';
import { Absent } from './absent';
import { AbsenceDialog } from './absence-dialog';
import { DecidePanel } from './decide-panel';
import { OthersTurn } from './others-turn';
import { ShiftDecidePanel } from './shift-decide-panel';

/** Something that waits, of whatever kind, by when it begins. */
type Item = { readonly id: string; readonly first: number; readonly isEasy: boolean } & (
  | { readonly kind: 'leave'; readonly leave: QueuedRequest }
  | { readonly kind: RequestKind; readonly shift: QueuedShiftRequest }
);

type Kind = Item['kind'];

/** What waits for a decision: a line each, and beside it what deciding the chosen one would do. */
export function Waiting({
  page,
  leave,
}: {
  readonly page: RequestsPage;
  readonly leave: NonNullable<RequestsPage['waiting']>;
}) {
  const all = itemsOf(leave.mine, page.shifts?.mine ?? []);
  const [kind, setKind] = useState<Kind | 'all'>('all');
  const kinds = [...new Set(all.map((one) => one.kind))];
  const items = all.filter((one) => kind === 'all' || !kinds.includes(kind) || one.kind === kind);
  const [chosen, choose] = useState<string | null>(null);
  const [isAbsence, setAbsence] = useState(false);
  const [ticked, tick] = useState<ReadonlySet<string>>(new Set());
  const { run, busy, problem } = useCommand();
  const current = items.find(({ id }) => id === chosen) ?? items[0];
  const easy = items.filter((one) => one.isEasy);
  const together = items.filter(({ id }) => ticked.has(id));
  const approve = async () => {
    const said = `Approved ${counted(together.length, 'request')}`;
    const leaves = together.flatMap((one) => (one.kind === 'leave' ? one.leave : []));
    const shifts = together.flatMap((one) => (one.kind === 'leave' ? [] : one.shift));
    const input = { people: leaves.map(({ person }) => person), requests: leaves.map(({ id }) => id) };
    if (leaves.length > 0 && !(await run('leave.approve', input, said))) return;
    const requests = shifts.map(({ id }) => id);
    if (shifts.length > 0 && !(await run('request.approve', { site: page.site, requests }, said))) return;
    tick(new Set());
  };
  const others = <OthersTurn leave={leave.others} shifts={page.shifts?.others ?? []} />;
  const cannotCome = page.mayEnter && page.absenceTypes.length > 0 && (
    <>
      <Button className="ml-auto" onClick={() => setAbsence(true)}>
        Somebody cannot come …
      </Button>
      {isAbsence && <AbsenceDialog page={page} onClose={() => setAbsence(false)} />}
    </>
  );
  if (all.length === 0)
    return (
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className="flex">{cannotCome}</div>
        <Absent absent={page.absent} />
        <EmptyState title="Nothing waits for you.">
          What people at {page.siteName} ask for stands here, with what approving it would do.
        </EmptyState>
        {others}
      </main>
    );
  return (
    <SplitPanel
      label="The request, and what deciding it would do"
      className="w-[440px]"
      list={{ isChosen: items.some(({ id }) => id === chosen), onBack: () => choose(null) }}
      side={
        current &&
        (current.kind === 'leave' ? (
          <DecidePanel key={current.id} request={current.leave} page={page} />
        ) : (
          <ShiftDecidePanel
            key={current.id}
            request={current.shift}
            rivals={rivalsOf(current.shift, page.shifts?.mine ?? [])}
            onChoose={choose}
          />
        ))
      }
    >
      <main>
        <Absent absent={page.absent} />
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <h2 className="font-serif text-lg font-semibold">{counted(items.length, 'request')} for you</h2>
          {kinds.length > 1 && (
            <Select
              label="Kind"
              className="w-auto"
              value={kind}
              onChange={setKind}
              options={[['all', 'every kind'], ...kinds.map((one) => [one, kindName(one)] as const)]}
            />
          )}
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
          {items.map((one) => (
            <li key={one.id} className="border-fine flex items-start gap-2 border-b">
              <Checkbox
                className="mt-2.5 ml-1"
                checked={ticked.has(one.id)}
                disabled={!one.isEasy}
                aria-label={
                  one.isEasy
                    ? `Tick the request of ${nameOf(one)}`
                    : `The request of ${nameOf(one)} is decided by itself`
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
                {one.kind === 'leave' ? <LeaveLine request={one.leave} /> : <ShiftLine request={one.shift} />}
              </button>
            </li>
          ))}
        </ul>
        {others}
      </main>
    </SplitPanel>
  );
}

/** What waits by when it begins; those who ask for the same open shift stay together. */
function itemsOf(leave: readonly QueuedRequest[], shifts: readonly QueuedShiftRequest[]): Item[] {
  const items: Item[] = [
    ...leave.map((one): Item => ({
      ...{ id: one.id, first: one.first, isEasy: isEasy(one) },
      ...{ kind: 'leave', leave: one },
    })),
    ...shifts.map((one): Item => ({
      ...{ id: one.id, first: Math.min(...[...one.mine, ...one.theirs].map(({ date }) => date)) },
      ...{ isEasy: one.isEasy, kind: one.kind, shift: one },
    })),
  ];
  return items.sort((a, b) => a.first - b.first);
}

function kindName(kind: Kind): string {
  return kind === 'leave' ? 'Leave' : KIND_WORDS[kind];
}

function nameOf(item: Item): string {
  return item.kind === 'leave' ? item.leave.name : item.shift.askerName;
}

/** Others who ask for the same open shift, the request itself among them. */
function rivalsOf(
  request: QueuedShiftRequest,
  all: readonly QueuedShiftRequest[],
): readonly QueuedShiftRequest[] {
  if (request.rank === null) return [];
  return all.filter(({ kind, theirs }) => kind === 'take' && theirs[0].id === request.theirs[0].id);
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

function LeaveLine({ request }: { readonly request: QueuedRequest }) {
  const { name, type, when, total, at, touched, look, back } = request;
  const against = [
    ...(touched.length > 0 ? [counted(touched.length, 'shift')] : []),
    ...(look.limits.length > 0 ? [counted(look.limits.length, 'limit')] : []),
    ...(look.closed.length > 0 ? ['no leave then'] : []),
    ...(look.balance && look.balance.after < 0 ? ['balance below 0'] : []),
  ];
  return (
    <>
      <span className="flex flex-wrap items-center gap-x-2">
        <span className="font-semibold">{name}</span>
        <LeaveMark type={type} />
        <span className="min-w-0 truncate">
          {back.length > 0 ? 'gives back ' : ''}
          {when}
        </span>
        <span className="ml-auto whitespace-nowrap">{formatAmount(total, type.unit)}</span>
      </span>
      <Under what={`${type.name}, asked`} at={at} against={against} />
    </>
  );
}

function ShiftLine({ request }: { readonly request: QueuedShiftRequest }) {
  const { text, kind, at, fault, effects, owner, rank, moved } = request;
  const snags = effects.flatMap((one) => one.snags);
  const overtime = effects.some((one) => one.overtime > 0);
  const against = [
    ...(rank ? [`${rank.place} of ${rank.of}`] : []),
    ...(moved.length > 0
      ? ['changed since']
      : fault
        ? ['not possible now']
        : snags.length > 0
          ? [counted(snags.length, 'snag')]
          : []),
    ...(overtime ? ['overtime'] : []),
    ...(owner === 'asker' && moved.length === 0 ? ['asked back'] : []),
  ];
  return (
    <>
      <span className="block font-semibold">{text}</span>
      <Under what={`${KIND_WORDS[kind]}, asked`} at={at} against={against} />
    </>
  );
}

function Under({
  what,
  at,
  against,
}: {
  readonly what: string;
  readonly at: string;
  readonly against: readonly string[];
}) {
  return (
    <span className="text-muted flex gap-2 text-sm">
      <span>
        {what} <When at={at} />
      </span>
      {against.length > 0 && <span className="text-brass ml-auto font-semibold">{against.join(', ')}</span>}
    </span>
  );
}
