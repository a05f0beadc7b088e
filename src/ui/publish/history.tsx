import Link from 'next/link';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { newsByPerson } from '@/core/publish/publish-changes';
import { formatDate } from '@/core/time/day';
import { counted, formatDay, formatDays } from '@/core/time/format';
import type { PublicationLine, PublishPayload, Told } from '@/server/publish/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { TextArea } from '../kit/inputs/text-input';
import { When } from '../layout/when';
import { DaySpan } from './day-span';

/** What was published and withdrawn before, and the way to withdraw. */
export function History({ page }: { readonly page: PublishPayload }) {
  return (
    <>
      <h2 className="mt-5 font-serif text-lg font-semibold">Before</h2>
      {page.history.length === 0 && (
        <p className="text-muted text-sm">
          {page.published === 0
            ? 'Nothing of these days has been published.'
            : `${counted(page.published, 'shift')} of these days are published.`}
        </p>
      )}
      <ul>
        {page.history.map((line) => (
          <Line key={line.id} line={line} page={page} />
        ))}
      </ul>
      <Withdraw page={page} />
    </>
  );
}

function Line({ line, page }: { readonly line: PublicationLine; readonly page: PublishPayload }) {
  const { at, actor, kind, from, to, isPartial, message, changes, told } = line;
  const people = [...newsByPerson(changes)].map(([person, items]) => {
    const name = person === null ? 'Open shifts' : (page.people[person] ?? person);
    const count = (wanted: string) => items.filter((item) => item.kind === wanted).length;
    const parts = (['new', 'changed', 'gone'] as const)
      .filter((wanted) => count(wanted) > 0)
      .map((wanted) => `${count(wanted)} ${wanted}`);
    return `${name}: ${parts.join(', ')}`;
  });
  return (
    <li className="border-fine border-b py-2 text-sm leading-[17px]">
      <details>
        <summary className="cursor-pointer">
          <span className="font-semibold">{kind === 'publish' ? 'Published' : 'Withdrawn'}</span>{' '}
          {formatDays(from, to - from, true)}
          {isPartial && ', some rows'}, {counted(changes.length, kind === 'publish' ? 'change' : 'shift')}
          <span className="text-muted block">
            <When at={at} />, {actor}
          </span>
        </summary>
        <ul className="text-muted mt-1 pl-3">
          {people.sort().map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
        {told.length > 0 && <Seen line={line} page={page} />}
      </details>
      {told.length > 0 && (
        <span className="text-muted block">
          Seen by {told.filter(({ seenAt }) => seenAt !== null).length} of {told.length}
        </span>
      )}
      <LateChanges line={line} page={page} />
      {message && <p className="mt-0.5 italic">{message}</p>}
    </li>
  );
}

/** Who has seen a publication and who has not, person by person. */
function Seen({ line, page }: { readonly line: PublicationLine; readonly page: PublishPayload }) {
  const byName = [...line.told].sort((a, b) => nameOf(a, page).localeCompare(nameOf(b, page)));
  return (
    <ul className="mt-1 pl-3" aria-label="Who has seen it">
      {byName.map((one) => (
        <li key={one.news}>
          {nameOf(one, page)}: {one.seenAt === null ? 'not seen' : <When at={one.seenAt} />}
        </li>
      ))}
    </ul>
  );
}

function nameOf({ person }: Told, page: PublishPayload): string {
  return page.people[person] ?? person;
}

/** Late changes of a publication that wait for an answer, or for what becomes of a no. */
function LateChanges({ line, page }: { readonly line: PublicationLine; readonly page: PublishPayload }) {
  const { run, busy, problem } = useCommand();
  const late = line.told.filter(({ isLate }) => isLate);
  if (late.length === 0) return null;
  const decide = (news: string, decision: 'keep' | 'give back') =>
    void run('late.decide', { site: page.site.id, news, decision });
  return (
    <ul aria-label="Late changes" className="mt-1 flex flex-col gap-1">
      {late.map((one) => (
        <li
          key={one.news}
          className={one.answer === 'no' && !one.decision ? 'border-gap border-l-2 pl-2' : ''}
        >
          <span className="font-semibold">{nameOf(one, page)}</span>, {formatDay(one.date)}, late:{' '}
          {answerText(one)}
          {one.answer === 'no' && one.decision === null && (
            <span className="mt-0.5 flex flex-wrap gap-x-3">
              <Button kind="link" disabled={busy} onClick={() => decide(one.news, 'keep')}>
                Keep it
              </Button>
              <Button kind="link" disabled={busy} onClick={() => decide(one.news, 'give back')}>
                Give it back
              </Button>
              <Link
                className="link link-primary font-semibold"
                prefetch={false}
                href={`/plan/${encodeURIComponent(page.site.id)}/${formatDate(page.from)}`}
              >
                Who can cover?
              </Link>
            </span>
          )}
        </li>
      ))}
      {problem && <li className="text-gap font-semibold">{asSentence(problem.message)}</li>}
    </ul>
  );
}

function answerText({ answer, decision }: Told): string {
  if (answer === null) return 'no answer yet';
  if (answer === 'yes') return 'yes';
  return decision === 'keep' ? 'no, kept all the same' : decision ? 'no, given back' : 'no';
}

/** Takes days back, which staff are told with the reason; what has begun stays. */
function Withdraw({ page }: { readonly page: PublishPayload }) {
  const first = Math.max(page.from, page.today + 1);
  const [isOpen, open] = useState(false);
  const [span, setSpan] = useState({ from: first, to: page.to });
  const [reason, setReason] = useState('');
  const { run, busy, problem } = useCommand();
  if (page.published === 0 || first >= page.to) return null;
  if (!isOpen)
    return (
      <Button kind="link" className="mt-2" onClick={() => open(true)}>
        Withdraw published days …
      </Button>
    );
  const withdraw = async () => {
    const done = await run('plan.withdraw', { site: page.site.id, ...span, reason }, 'Withdrawn');
    if (done) open(false);
  };
  return (
    <section aria-label="Withdraw" className="mt-3 flex flex-col gap-2">
      <p className="text-sm">
        Staff no longer see these days and are told why. Drafts stay as they are. It cannot be undone, only
        published again.
      </p>
      <DaySpan
        first={first}
        end={page.to}
        labels={['First day withdrawn', 'Last day withdrawn']}
        span={span}
        onSpan={setSpan}
      />
      <TextArea
        label="Reason"
        rows={2}
        maxLength={2000}
        value={reason}
        placeholder="Reason"
        onChange={setReason}
      />
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <span className="flex gap-2">
        <Button kind="primary" disabled={busy || reason.trim() === ''} onClick={() => void withdraw()}>
          Withdraw
        </Button>
        <Button onClick={() => open(false)}>Cancel</Button>
      </span>
    </section>
  );
}
