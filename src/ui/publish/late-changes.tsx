import Link from 'next/link';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { PersonNews } from '@/core/publish/publish-changes';
import { newsByPerson } from '@/core/publish/publish-changes';
import { isOtherShift } from '@/core/publish/publication';
import type { Shift } from '@/core/plan/types';
import { formatDate } from '@/core/time/day';
import { formatDay } from '@/core/time/format';
import type { PublicationLine, PublishPayload, Told } from '@/server/publish/payload';
import { coverLink } from '../plan/state/cover-link';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';
import { shiftText } from './changes-table';

interface Props {
  readonly line: PublicationLine;
  readonly page: PublishPayload;
}

/** Late changes of a publication that wait for an answer, or for what becomes of a no. */
export function LateChanges({ line, page }: Props) {
  const late = line.told.filter(({ isLate }) => isLate);
  if (late.length === 0) return null;
  return (
    <ul aria-label="Late changes" className="mt-1 flex flex-col gap-1">
      {late.map((one) => (
        <li key={one.news} className={isOpen(one) ? 'border-gap border-l-2 pl-2' : ''}>
          <span className="font-semibold">{nameOf(one, page)}</span>, {formatDay(one.date)}, late:{' '}
          {answerText(one)}
          {isOpen(one) && <Decision line={line} page={page} told={one} />}
        </li>
      ))}
    </ul>
  );
}

function nameOf({ person }: Told, page: PublishPayload): string {
  return page.people[person] ?? person;
}

function isOpen({ answer, decision }: Told): boolean {
  return answer === 'no' && decision === null;
}

function answerText({ answer, decision }: Told): string {
  if (answer === null) return 'no answer yet';
  if (answer === 'yes') return 'yes';
  return decision === 'keep' ? 'no, kept all the same' : decision ? 'no, given back' : 'no';
}

/** What may become of a no. What giving back would publish stands there before it is done. */
function Decision({ line, page, told }: Props & { readonly told: Told }) {
  const { run, busy, problem } = useCommand();
  const [isAsked, ask] = useState(false);
  const [draft, setDraft] = useState<'keep' | 'drop'>('keep');
  const items = (newsByPerson(line.changes).get(told.person) ?? []).filter(({ before, after }) =>
    told.late.includes((after ?? before)!.id),
  );
  const theirs = items.find(({ after }) => after !== null)?.after;
  const others = items.map((item) => otherDraft(item, line, page)).filter((one) => one !== undefined);
  const base = { site: page.site.id, news: told.news };
  if (!isAsked)
    return (
      <span className="mt-0.5 flex flex-wrap gap-x-3">
        <Button
          kind="link"
          disabled={busy}
          onClick={() => void run('late.decide', { ...base, decision: 'keep' }, 'Kept')}
        >
          Keep it
        </Button>
        <Button kind="link" onClick={() => ask(true)}>
          Give it back …
        </Button>
        {theirs && (
          <Link
            className="link link-primary font-semibold"
            prefetch={false}
            href={coverLink(page.site.id, weekOf(theirs, page), theirs.id)}
          >
            Who can cover?
          </Link>
        )}
        {problem && <span className="text-gap font-semibold">{asSentence(problem.message)}</span>}
      </span>
    );
  const give = () =>
    run(
      'late.decide',
      { ...base, decision: 'give back', ...(others.length > 0 ? { draft } : {}) },
      'Given back',
    );
  return (
    <div className="mt-1 flex flex-col gap-1.5">
      <ul>
        {items.map((item) => (
          <li key={(item.after ?? item.before)!.id}>{backText(item, page)}</li>
        ))}
      </ul>
      {others.map((shift, i) => (
        <p key={i}>The plan has another draft: {shift ? namedShift(shift, page) : 'the shift is gone'}.</p>
      ))}
      {others.length > 0 && (
        <Segmented
          label="The other draft"
          isLoose
          value={draft}
          onChange={setDraft}
          options={[
            { value: 'keep', name: 'Keep it as a draft' },
            { value: 'drop', name: 'Drop it' },
          ]}
        />
      )}
      <p className="text-muted">
        Just this is published, at once; who it touches is told, and it cannot be undone.
      </p>
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
      <span className="flex gap-2">
        <Button kind="primary" disabled={busy} onClick={() => void give()}>
          Give it back
        </Button>
        <Button onClick={() => ask(false)}>Cancel</Button>
      </span>
    </div>
  );
}

/** `Wed 25 Nov 11–19 Floor again`, or that a shift which came to somebody is open. */
function backText({ before, after }: PersonNews, page: PublishPayload): string {
  return before
    ? `${formatDay(before.date)} ${shiftText(before, page)} again`
    : `${formatDay(after!.date)} ${shiftText(after!, page)} is open`;
}

function namedShift(shift: Shift, page: PublishPayload): string {
  const who = shift.person === null ? 'open' : (page.people[shift.person] ?? shift.person);
  return `${who}, ${formatDay(shift.date)} ${shiftText(shift, page)}`;
}

/** The draft of a shift where it is not as it was told: null where it is gone, undefined where it is the same. */
function otherDraft(
  item: PersonNews,
  { changes }: PublicationLine,
  page: PublishPayload,
): Shift | null | undefined {
  const { id } = (item.after ?? item.before)!;
  const told = changes.find(({ before, after }) => (after ?? before)!.id === id)?.after ?? null;
  const draft = page.changes.find(({ before, after }) => (after ?? before)!.id === id);
  if (!draft) return undefined;
  return isOtherShift(told, draft.after) ? draft.after : undefined;
}

function weekOf({ date }: Shift, { from }: PublishPayload): string {
  return formatDate(from + Math.floor((date - from) / 7) * 7);
}
