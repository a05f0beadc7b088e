import { useState } from 'react';
import { formatAvailability } from '@/core/availability/format-availability';
import { versionOn } from '@/core/availability/versions';
import { asSentence } from '@/core/sentence';
import { formatLongDay } from '@/core/time/format';
import type { PersonPayload, ProposedVersion } from '@/server/people/payload';
import { ImpactList } from '../commands/week-impacts';
import { useCommand, usePreview } from '../commands/use-command';
import { Button } from '../kit/button';
import { TextInput } from '../kit/inputs/text-input';
import { When } from '../layout/when';

/** Availability that somebody proposes: now and then side by side, what it would do to plans, and yes or no. */
export function ProposedVersion({
  page,
  proposed,
}: {
  readonly page: PersonPayload;
  readonly proposed: ProposedVersion;
}) {
  const { version, at, id } = proposed;
  const [reason, setReason] = useState('');
  const { run, busy, problem } = useCommand();
  const base = { person: page.id, proposal: id };
  const answer = usePreview('availability.decide', { ...base, isAccepted: true, reason: '' });
  const since = version.since ?? page.choices.today;
  const now = versionOn(page.versions, since);
  const words = (blocks: readonly PersonPayload['versions'][number]['blocks'][number][]) =>
    formatAvailability(blocks, page.hourFormat, page.weekStart, page.openHours);
  return (
    <section aria-label="Proposed" className="border-ink bg-sheet mb-5 border px-4 py-3">
      <h2 className="font-serif text-lg font-semibold">
        {page.person.name} proposes, from {formatLongDay(since)}
        {version.until !== null && ` until ${formatLongDay(version.until)}`}
      </h2>
      <p className="text-muted text-sm">
        <When at={at} />
      </p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt className="text-muted">Then</dt>
        <dd className="font-semibold">{words(version.blocks)}</dd>
        <dt className="text-muted">As it stands</dt>
        <dd>{now ? words(now.blocks) : 'any time, nothing set'}</dd>
        {version.comment && (
          <>
            <dt className="text-muted">Comment</dt>
            <dd className="italic">{version.comment}</dd>
          </>
        )}
      </dl>
      <div className="mt-2">
        <ImpactList answer={answer} />
      </div>
      {problem && <p className="text-gap mt-2 font-semibold">{asSentence(problem.message)}</p>}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button
          kind="primary"
          disabled={busy}
          onClick={() =>
            void run('availability.decide', { ...base, isAccepted: true, reason: '' }, 'Accepted')
          }
        >
          Accept
        </Button>
        <TextInput
          label="Why it is declined"
          className="w-[260px]"
          placeholder="Why it is declined"
          maxLength={1000}
          value={reason}
          onChange={setReason}
        />
        <Button
          disabled={busy || reason.trim() === ''}
          onClick={() => void run('availability.decide', { ...base, isAccepted: false, reason }, 'Declined')}
        >
          Decline
        </Button>
      </div>
    </section>
  );
}
