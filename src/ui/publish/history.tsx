import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { newsByPerson } from '@/core/publish/publish-changes';
import { counted, formatDays } from '@/core/time/format';
import type { PublicationLine, PublishPayload } from '@/server/publish/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { TextArea } from '../kit/inputs/text-input';
import { When } from '../layout/when';
import { type Comparison, Comparisons } from './comparisons';
import { DaySpan } from './day-span';
import { LateChanges } from './late-changes';

/** What was published and withdrawn before, and the way to withdraw. */
export function History({
  page,
  onCompare,
}: {
  readonly page: PublishPayload;
  /** Shows what lies between two states of these days, in place of what would be published. */
  readonly onCompare: (comparison: Comparison) => void;
}) {
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
        {page.history.map((line, at) => (
          <Line key={line.id} line={line} page={page}>
            <Comparisons page={page} at={at} onCompare={onCompare} />
          </Line>
        ))}
      </ul>
      <Withdraw page={page} />
    </>
  );
}

function Line({
  line,
  page,
  children,
}: {
  readonly line: PublicationLine;
  readonly page: PublishPayload;
  readonly children: React.ReactNode;
}) {
  const { at, actor, kind, from, to, isPartial, message, changes, told } = line;
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
        {children}
        <Content line={line} page={page} />
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

/** What a publication brought for each person, and when they saw it. */
function Content({ line, page }: { readonly line: PublicationLine; readonly page: PublishPayload }) {
  const seenBy = new Map(line.told.map(({ person, seenAt }) => [person, seenAt]));
  const rows = [...newsByPerson(line.changes)].map(([person, items]) => ({
    person,
    name: person === null ? 'Open shifts' : (page.people[person] ?? person),
    text: (['new', 'changed', 'gone'] as const)
      .map((kind) => [items.filter((item) => item.kind === kind).length, kind] as const)
      .filter(([count]) => count > 0)
      .map(([count, kind]) => `${count} ${kind}`)
      .join(', '),
  }));
  rows.sort((a, b) => Number(a.person === null) - Number(b.person === null) || a.name.localeCompare(b.name));
  return (
    <ul className="mt-1 pl-3" aria-label="What it brought, and who has seen it">
      {rows.map(({ person, name, text }) => (
        <li key={person ?? ''}>
          {name}: {text}
          <span className="text-muted">{person !== null && <Seen at={seenBy.get(person)} />}</span>
        </li>
      ))}
    </ul>
  );
}

/** When somebody saw what they were told; undefined: they were told nothing, before there was news. */
function Seen({ at }: { readonly at: string | null | undefined }) {
  if (at === undefined) return null;
  return at === null ? (
    ', not seen'
  ) : (
    <>
      , seen <When at={at} />
    </>
  );
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
