import dynamic from 'next/dynamic';
import { useState } from 'react';
import { formatAvailability } from '@/core/availability/format-availability';
import { versionOn } from '@/core/availability/versions';
import { asSentence } from '@/core/sentence';
import { formatDays, formatLongDay } from '@/core/time/format';
import type { AvailabilityProposal } from '@/server/staff/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { When } from '../layout/when';
import { useStaff } from './staff-context';

const Form = dynamic(() => import('./availability-form').then((part) => part.AvailabilityForm), {
  ssr: false,
});

/** When one can work, as it stands, and what one proposed instead. */
export function OwnAvailability() {
  const { page, isReadOnly } = useStaff();
  const [isOpen, open] = useState(false);
  const now = versionOn(page.availability, page.today);
  const later = page.availability.filter(({ since }) => since !== null && since > page.today);
  const shown = page.proposals.filter(({ state }, i) => state === 'waiting' || i === 0);
  return (
    <section aria-labelledby="availability">
      <h2 id="availability" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        When I can work
      </h2>
      <p className="py-2">{now ? inWords(now.blocks, page) : 'Any time: nothing was said yet.'}</p>
      {later.map((version) => (
        <p key={version.id} className="pb-2">
          From {formatLongDay(version.since!)}
          {version.until !== null && ` until ${formatLongDay(version.until)}`}:{' '}
          {inWords(version.blocks, page)}
        </p>
      ))}
      {shown.map((one) => (
        <Proposal key={one.id} proposal={one} />
      ))}
      {!isReadOnly && !isOpen && (
        <Button className="min-h-11 w-full" onClick={() => open(true)}>
          Propose a change …
        </Button>
      )}
      {isOpen && <Form onClose={() => open(false)} />}
    </section>
  );
}

type Words = Pick<ReturnType<typeof useStaff>['page'], 'hourFormat' | 'weekStart' | 'openHours'>;

function inWords(
  blocks: AvailabilityProposal['version']['blocks'],
  { hourFormat, weekStart, openHours }: Words,
): string {
  return formatAvailability(blocks, hourFormat, weekStart, openHours);
}

const STATE = {
  waiting: 'Proposed, not decided yet',
  accepted: 'Accepted',
  declined: 'Declined',
  withdrawn: 'Withdrawn',
} as const;

function Proposal({ proposal }: { readonly proposal: AvailabilityProposal }) {
  const { page, isReadOnly, patch } = useStaff();
  const { run, busy, problem } = useCommand();
  const { id, at, state, reason, version, countsFrom } = proposal;
  const withdraw = async () => {
    if (!(await run('availability.withdraw', { proposal: id }, 'Withdrawn'))) return;
    patch((before) => ({
      ...before,
      proposals: before.proposals.map((one) => (one.id === id ? { ...one, state: 'withdrawn' } : one)),
    }));
  };
  return (
    <div className="border-rule bg-sheet mb-3 border px-3 py-2">
      <p className="font-semibold">
        {STATE[state]}
        {state === 'declined' && reason && `: ${reason}`}
        {countsFrom !== null && ` from ${formatLongDay(countsFrom)}`}
      </p>
      <p>
        {version.since !== null && `From ${formatDays(version.since, 1)}`}
        {version.until !== null && ` until ${formatDays(version.until, 1)}`}: {inWords(version.blocks, page)}
      </p>
      {version.comment && <p className="italic">{version.comment}</p>}
      <p className="text-muted text-sm">
        <When at={at} />
      </p>
      {state === 'waiting' && !isReadOnly && (
        <Button kind="link" className="min-h-11" disabled={busy} onClick={() => void withdraw()}>
          Withdraw it
        </Button>
      )}
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
    </div>
  );
}
