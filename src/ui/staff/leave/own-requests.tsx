import dynamic from 'next/dynamic';
import { useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { asSentence, capitalised } from '@/core/sentence';
import type { OwnLeavePage, OwnRequest } from '@/server/leave/payload';
import { useCommand } from '../../commands/use-command';
import { Button } from '../../kit/button';
import { LeaveMark } from '../../leave/leave-mark';
import { STANDING_WORDS } from '@/core/leave/request';
import { Happened } from '../happened';
import { useStaff } from '../staff-context';

const AskForm = dynamic(() => import('./ask-form').then((part) => part.AskForm), { ssr: false });

/** What one asked for, the latest first, and what became of it. */
export function OwnRequests({ page, again }: { readonly page: OwnLeavePage; readonly again: () => void }) {
  const [isAll, showAll] = useState(false);
  const shown = isAll
    ? page.requests
    : page.requests.filter(({ last, isNews }) => isNews || last >= page.today - 31);
  return (
    <section aria-labelledby="asked">
      <h2 id="asked" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        What I asked for
      </h2>
      {page.requests.length === 0 && <p className="text-muted py-2">Nothing yet.</p>}
      <ul>
        {shown.map((one) => (
          <li key={one.id} className="border-fine border-b py-3">
            <Request request={one} page={page} again={again} />
          </li>
        ))}
      </ul>
      {shown.length < page.requests.length && (
        <Button kind="link" className="min-h-11" onClick={() => showAll(true)}>
          Show all {page.requests.length}
        </Button>
      )}
    </section>
  );
}

function Request({
  request,
  page,
  again,
}: {
  readonly request: OwnRequest;
  readonly page: OwnLeavePage;
  readonly again: () => void;
}) {
  const { isReadOnly, page: own } = useStaff();
  const { run, busy, problem } = useCommand();
  const [isOpen, open] = useState(false);
  const { id, type, standing, when, total, note, trail, back, next, isNews, isAbsence, days } = request;
  const ahead = days.filter(
    ({ state, date }) => state === 'approved' && date >= page.today && !back.includes(date),
  );
  const does = async (work: Promise<unknown>) => {
    if (await work) again();
  };
  if (isOpen)
    return (
      <AskForm
        page={page}
        draft={request}
        onClose={() => {
          open(false);
          again();
        }}
      />
    );
  return (
    <article aria-label={`${type.name}, ${when}`} className={isNews ? 'border-ink border-l-4 pl-3' : ''}>
      <p className="flex items-center gap-2">
        <LeaveMark type={type} />
        <span className="mr-auto font-semibold">{when}</span>
        <span>{formatAmount(total, type.unit)}</span>
      </p>
      <p>
        {isAbsence ? 'Could not come' : type.name}: <b>{STANDING_WORDS[standing]}</b>
        {next !== null && back.length === 0 && `, ${next} decides`}
        {back.length > 0 && ', asked back'}
        {reasonOf(request) && `. ${asSentence(reasonOf(request))}`}
      </p>
      {note && <p className="text-muted italic">{note}</p>}
      <Happened trail={trail} />
      {!isReadOnly && (
        <div className="flex flex-wrap gap-2">
          {isNews && (
            <Button
              kind="primary"
              className="min-h-11"
              disabled={busy}
              onClick={() => void does(run('leave.see', { request: id }, 'Seen'))}
            >
              Seen
            </Button>
          )}
          {standing === 'draft' && (
            <Button kind="primary" className="min-h-11" onClick={() => open(true)}>
              Go on …
            </Button>
          )}
          {(standing === 'draft' || standing === 'waiting') && (
            <Button
              className="min-h-11"
              disabled={busy}
              onClick={() => void does(run('leave.withdraw', { request: id }, 'Withdrawn'))}
            >
              {standing === 'draft' ? 'Drop the draft' : 'Withdraw it'}
            </Button>
          )}
          {ahead.length > 0 && standing !== 'waiting' && (
            <Button
              className="min-h-11"
              disabled={busy}
              onClick={() =>
                void does(
                  isAbsence
                    ? run(
                        'leave.back-at-work',
                        { person: own.person, request: id, days: ahead.map(({ date }) => date), reason: '' },
                        'Good to have you back',
                      )
                    : run('leave.ask-back', { request: id, days: ahead.map(({ date }) => date) }, 'Asked'),
                )
              }
            >
              {isAbsence ? backWord(ahead[0].date, page.today) : 'Ask for it back'}
            </Button>
          )}
        </div>
      )}
      {problem && <p className="text-gap font-semibold">{asSentence(problem.message)}</p>}
    </article>
  );
}

function backWord(first: number, today: number): string {
  return first === today ? 'I am back today' : 'I am back';
}

function reasonOf({ trail }: OwnRequest): string {
  return capitalised(trail.at(-1)?.reason ?? '');
}
