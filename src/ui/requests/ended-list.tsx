'use client';

import Link from 'next/link';
import { useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { STANDING_WORDS } from '@/core/leave/request';
import { KIND_WORDS, STATE_WORDS, isOver } from '@/core/requests/request';
import { formatLongDay } from '@/core/time/format';
import type { RequestView } from '@/server/leave/payload';
import type { RequestsPage } from '@/server/requests/page';
import type { RequestView as ShiftRequestView } from '@/server/requests/payload';
import type { ProposalView } from '@/server/staff/payload';
import { buttonClass } from '../kit/button';
import { TextInput } from '../kit/inputs/text-input';
import { SplitPanel } from '../kit/page';
import { EmptyState } from '../kit/states';
import { LeaveMark } from '../leave/leave-mark';
import { DecidedPanel, DecidedProposalPanel, DecidedShiftPanel } from './decided-panels';

/** Something that was asked for, of whatever kind, with when something happened to it last. */
type Ended = {
  readonly id: string;
  readonly at: string;
  readonly text: string;
  /** Whether it still waits for somebody. */
  readonly isOpen: boolean;
} & (
  | { readonly kind: 'leave'; readonly leave: RequestView }
  | { readonly kind: 'shift'; readonly shift: ShiftRequestView }
  | { readonly kind: 'availability'; readonly proposal: ProposalView }
);

/** Requests with what became of them, the latest first, and the chosen one with its trail. */
export function EndedList({
  page,
  label,
  tools,
  empty,
}: {
  readonly page: RequestsPage;
  /** What the list is of. */
  readonly label: string;
  readonly tools?: React.ReactNode;
  /** What to say where there is none. */
  readonly empty: { readonly title: string; readonly text: string };
}) {
  const [text, setText] = useState('');
  const [chosen, choose] = useState<string | null>(null);
  const all = endedOf(page);
  const shown = all.filter((one) => one.text.toLowerCase().includes(text.trim().toLowerCase()));
  const current = shown.find(({ id }) => id === chosen) ?? shown[0];
  if (all.length === 0)
    return (
      <main className="flex-1 overflow-y-auto px-6 py-5">
        {tools}
        <EmptyState title={empty.title}>{empty.text}</EmptyState>
      </main>
    );
  return (
    <SplitPanel
      label="The request and its trail"
      className="w-[400px]"
      list={{ isChosen: shown.some(({ id }) => id === chosen), onBack: () => choose(null) }}
      side={current && <Panel key={current.id} one={current} page={page} />}
    >
      <main>
        <div className="mb-2 flex flex-wrap items-center gap-3">
          {tools}
          <TextInput
            label="Find by name, kind or date"
            placeholder="Find by name, kind or date"
            className="w-[280px]"
            value={text}
            onChange={setText}
          />
        </div>
        <ul aria-label={label} className="border-rule border-t">
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
                {one.kind === 'leave' ? (
                  <LeaveEnded request={one.leave} />
                ) : one.kind === 'shift' ? (
                  <ShiftEnded request={one.shift} />
                ) : (
                  <Line
                    text={`${one.proposal.name} proposes availability from ${formatLongDay(one.proposal.version.since!)}`}
                    state={one.proposal.state}
                  />
                )}
              </button>
            </li>
          ))}
        </ul>
        {shown.length === 0 && <p className="text-muted py-4">No request is like that.</p>}
      </main>
    </SplitPanel>
  );
}

function Panel({ one, page }: { readonly one: Ended; readonly page: RequestsPage }) {
  return (
    <>
      {one.isOpen && (
        <Link
          className={buttonClass('plain', 'mb-3')}
          prefetch={false}
          href={`/requests/${encodeURIComponent(page.site)}?request=${encodeURIComponent(one.id)}`}
        >
          Look at it where it waits
        </Link>
      )}
      {one.kind === 'leave' ? (
        <DecidedPanel request={one.leave} page={page} />
      ) : one.kind === 'shift' ? (
        <DecidedShiftPanel request={one.shift} />
      ) : (
        <DecidedProposalPanel proposal={one.proposal} page={page} />
      )}
    </>
  );
}

function endedOf({ decided, decidedShifts, decidedProposals }: RequestsPage): Ended[] {
  const all: Ended[] = [
    ...(decided ?? []).map((one): Ended => ({
      ...{ id: one.id, at: one.trail.at(-1)?.at ?? one.at, kind: 'leave', leave: one },
      text: `${one.name} ${one.type.name} ${one.when}`,
      isOpen: one.standing === 'waiting' || one.back.length > 0,
    })),
    ...decidedShifts.map((one): Ended => ({
      ...{ id: one.id, at: one.trail.at(-1)?.at ?? one.at, kind: 'shift', shift: one },
      text: `${one.text} ${KIND_WORDS[one.kind]}`,
      isOpen: !isOver(one),
    })),
    ...decidedProposals.map((one): Ended => ({
      ...{ id: one.id, at: one.trail.at(-1)?.at ?? one.at, kind: 'availability', proposal: one },
      text: `${one.name} availability ${formatLongDay(one.version.since!)}`,
      isOpen: one.state === 'waiting',
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
  return <Line text={text} state={isTakenBack ? 'taken back' : STATE_WORDS[state]} />;
}

function Line({ text, state }: { readonly text: string; readonly state: string }) {
  return (
    <>
      <span className="min-w-0 font-semibold">{text}</span>
      <span className="text-muted ml-auto pl-2 whitespace-nowrap">{state}</span>
    </>
  );
}
