import { useState } from 'react';
import { KIND_WORDS, STATE_WORDS, isOver } from '@/core/requests/request';
import { asSentence } from '@/core/sentence';
import type { OwnRequests as Own, RequestView } from '@/server/requests/payload';
import type { CommandInputs, CommandKind } from '@/server/commands/list';
import { useCommand } from '../../commands/use-command';
import { Button } from '../../kit/button';
import { TextArea } from '../../kit/inputs/text-input';
import { ErrorState, Refused } from '../../kit/states';
import { useOwnData } from '../own-data';
import { Happened } from '../happened';
import { useStaff } from '../staff-context';
import { ExchangeLine } from './exchange-line';

/** What one is asked, what others give up, and what became of what one asked for oneself. */
export function OwnRequests() {
  const { isReadOnly } = useStaff();
  const { fresh, trouble, again } = useOwnData<{ requests: Own }>('/api/me/requests');
  const { asked = [], offered = [], mine = [] } = fresh?.data.requests ?? {};
  if (isReadOnly) return null;
  return (
    <>
      {trouble !== null && <ErrorState onRetry={again}>{trouble}</ErrorState>}
      {asked.length > 0 && (
        <Part title="Colleagues ask you">
          {asked.map((one) => (
            <Asked key={one.id} request={one} again={again} />
          ))}
        </Part>
      )}
      {offered.length > 0 && (
        <Part title="Given up by colleagues">
          {offered.map((one) => (
            <li key={one.id} className="border-fine border-b py-3">
              <p className="font-semibold">{one.mine.map(({ text }) => text).join(', ')}</p>
              <p className="text-muted">{one.text}</p>
              <ExchangeLine effect={one.effect} />
              <Answers
                again={again}
                actions={[['Take it', 'request.answer', { request: one.id, answer: 'yes', words: '' }]]}
              />
            </li>
          ))}
        </Part>
      )}
      {mine.length > 0 && (
        <Part title="What I asked for">
          {mine.map((one) => (
            <Mine key={one.id} request={one} again={again} />
          ))}
        </Part>
      )}
    </>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="border-ink border-b pb-1 font-serif text-lg font-semibold">{title}</h2>
      <ul>{children}</ul>
    </section>
  );
}

type Action = {
  readonly [K in CommandKind]: readonly [name: string, kind: K, input: CommandInputs[K]];
}[CommandKind];

/** What takes something back is never what is usually said. */
const BACK: ReadonlySet<string> = new Set(['Withdraw', 'Drop it', 'Take my yes back']);

/** What can be said to a request, a button each; the first is what is usually said. */
function Answers({ actions, again }: { readonly actions: readonly Action[]; readonly again: () => void }) {
  const { run, busy, problem } = useCommand();
  return (
    <>
      <Refused problem={problem} />
      <div className="mt-2 flex flex-wrap gap-2">
        {actions.map(([name, kind, input], i) => (
          <Button
            key={name}
            kind={i === 0 && !BACK.has(name) ? 'primary' : 'plain'}
            className="min-h-11"
            disabled={busy}
            onClick={() => void run(kind, input as never, name).then((done) => done && again())}
          >
            {name}
          </Button>
        ))}
      </div>
    </>
  );
}

/** A request of a colleague to oneself. */
function Asked({ request, again }: { readonly request: RequestView; readonly again: () => void }) {
  const { id, text, note, state, moved } = request;
  const answer = (yes: 'yes' | 'no') => ({ request: id, answer: yes, words: '' });
  return (
    <li className="border-fine border-b py-3">
      <article aria-label={text}>
        <p className="font-semibold">{text}</p>
        {note && <p className="italic">“{note}”</p>}
        {moved.map((line) => (
          <p key={line}>{line} Who asked has to ask anew.</p>
        ))}
        {state === 'waiting' && <p className="text-muted">You said yes; it waits for whoever plans.</p>}
        <Answers
          again={again}
          actions={
            state === 'waiting'
              ? [['Take my yes back', 'request.answer', answer('no')]]
              : moved.length > 0
                ? [['No', 'request.answer', answer('no')]]
                : [
                    ['Yes', 'request.answer', answer('yes')],
                    ['No', 'request.answer', answer('no')],
                  ]
          }
        />
      </article>
    </li>
  );
}

/** A request of one's own, with what became of it. */
function Mine({ request, again }: { readonly request: Own['mine'][number]; readonly again: () => void }) {
  const { id, kind, text, state, owner, note, moved, trail, isNews, isTakenBack } = request;
  const [words, setWords] = useState('');
  const question =
    owner === 'asker' && moved.length === 0 ? trail.findLast(({ what }) => what === 'asked back') : null;
  const last = trail.at(-1);
  const isKept = state === 'drafted';
  const actions: Action[] = [
    ...(isKept ? [['Send it', 'request.send', { request: id }] as const] : []),
    ...(isNews ? [['Seen', 'request.see', { request: id }] as const] : []),
    ...(moved.length > 0 && !isKept ? [['Ask anew', 'request.renew', { request: id }] as const] : []),
    ...(question && words.trim() !== ''
      ? [['Answer', 'request.reply', { request: id, words: words.trim() }] as const]
      : []),
    ...(isOver(request)
      ? []
      : [[isKept ? 'Drop it' : 'Withdraw', 'request.withdraw', { request: id }] as const]),
  ];
  return (
    <li className="border-fine border-b py-3">
      <article aria-label={text} className={isNews ? 'border-ink border-l-4 pl-3' : ''}>
        <p className="font-semibold">{text}</p>
        <p>
          {KIND_WORDS[kind]}: <b>{isTakenBack ? 'approved, then taken back' : STATE_WORDS[state]}</b>
          {state === 'with-colleague' && kind === 'give-up' && ', it is yours until somebody has it'}
          {isOver(request) && last?.reason && `. ${asSentence(last.reason)}`}
        </p>
        {note && <p className="text-muted italic">{note}</p>}
        {moved.map((line) => (
          <p key={line} className="text-brass font-semibold">
            {line}
          </p>
        ))}
        {question && (
          <>
            <p className="font-semibold">
              {question.who} asks: {question.reason}
            </p>
            <TextArea
              label="Your answer"
              placeholder="Your answer"
              rows={2}
              maxLength={500}
              value={words}
              onChange={setWords}
            />
          </>
        )}
        <Happened trail={trail} />
        {actions.length > 0 && <Answers again={again} actions={actions} />}
      </article>
    </li>
  );
}
