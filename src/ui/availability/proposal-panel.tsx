import { useState } from 'react';
import { formatAvailability } from '@/core/availability/format-availability';
import { countsUntil, versionOn, withVersion } from '@/core/availability/versions';
import { asSentence } from '@/core/sentence';
import { formatDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { ProposalSupply, ProposalView } from '@/server/staff/payload';
import { useAnswer } from '../commands/use-answer';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { TextArea } from '../kit/inputs/text-input';
import { DecisionFoot } from '../kit/page';
import { Trail } from '../requests/trail';
import { ComparedWeek, type WeekHabits } from './compared-week';

/**
 * Availability that somebody proposes, painted over what stands, with how many could work then and what it would do
 * to weeks already planned; it can be accepted, from a later day too, or declined.
 */
export function ProposalPanel({
  proposal,
  habits,
}: {
  readonly proposal: ProposalView;
  readonly habits: WeekHabits;
}) {
  const { version, id, person, name, versions, trail } = proposal;
  const first = version.since!;
  const [since, setSince] = useState<number | null>(first);
  const [isDeclining, decline] = useState(false);
  const [reason, setReason] = useState('');
  const { run, busy, problem } = useCommand();
  const isLater = since !== null && since !== first;
  const input = { person, proposal: id, since: isLater ? since : null, reason };
  const preview = usePreview('availability.decide', {
    ...{ ...input, isAccepted: true, reason: '' },
  });
  const query = new URLSearchParams({ proposal: id, ...(isLater && { since: formatDate(since) }) });
  const { answer, failed } = useAnswer<{ readonly supply: ProposalSupply }>(`/api/people/proposal?${query}`);
  const now = versionOn(versions, since ?? first);
  const dated = { ...version, since: since ?? first };
  const until = countsUntil(withVersion(versions, dated), dated);
  const words = (blocks: ProposalView['version']['blocks']) =>
    formatAvailability(blocks, habits.hourFormat, habits.weekStart, habits.openHours);
  const decide = (isAccepted: boolean) =>
    run('availability.decide', { ...input, isAccepted }, isAccepted ? 'Accepted' : 'Declined');
  const dates =
    version.until === null
      ? `from ${formatLongDay(first)}`
      : `${formatLongDay(first)} to ${formatLongDay(version.until)}`;
  return (
    <article aria-label={`${name} proposes availability`} className="flex min-h-full flex-col gap-4">
      <header>
        <h2 className="font-serif text-xl leading-7 font-semibold">
          {name} proposes availability {dates}
        </h2>
        <p className="text-muted text-sm">Availability</p>
      </header>
      {version.comment && <p className="italic">“{version.comment}”</p>}
      <ComparedWeek
        name={name}
        before={now?.blocks ?? []}
        after={version.blocks}
        habits={habits}
        supply={answer?.supply ?? null}
      />
      {failed && <p className="text-muted">How many could work then is not known just now.</p>}
      {until !== version.until && until !== null && (
        <p className="border-brass border-l-4 pl-3">
          From {formatLongDay(until + 1)} what was said for then before counts again.
        </p>
      )}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt className="text-muted">As it stands</dt>
        <dd>{now ? words(now.blocks) : 'any time, nothing was said'}</dd>
        <dt className="text-muted">Then</dt>
        <dd className="font-semibold">{words(version.blocks)}</dd>
      </dl>
      <Field label="It counts from">
        <DateInput value={since} isNeeded onChange={setSince} />
      </Field>
      <section aria-label="If you accept" className="border-rule flex flex-col gap-2 border-t pt-3">
        <h3 className="font-semibold">If you accept</h3>
        {preview && !preview.ok ? (
          <p className="text-gap font-semibold">{asSentence(preview.problem.message)}</p>
        ) : (
          <ImpactList answer={preview} named={4} />
        )}
      </section>
      {isDeclining && (
        <TextArea
          label="Why it is declined"
          placeholder="Why, which is needed"
          rows={2}
          maxLength={1000}
          value={reason}
          onChange={setReason}
        />
      )}
      <Trail trail={trail} />
      <DecisionFoot problem={problem}>
        {isDeclining ? (
          <>
            <Button kind="primary" disabled={busy || reason.trim() === ''} onClick={() => void decide(false)}>
              Decline
            </Button>
            <Button onClick={() => decline(false)}>Cancel</Button>
          </>
        ) : (
          <>
            <Button
              kind="primary"
              disabled={busy || since === null || (preview !== null && !preview.ok)}
              onClick={() => void decide(true)}
            >
              {isLater ? `Accept from ${formatLongDay(since)}` : 'Accept'}
            </Button>
            <Button onClick={() => decline(true)}>Decline …</Button>
          </>
        )}
      </DecisionFoot>
    </article>
  );
}
