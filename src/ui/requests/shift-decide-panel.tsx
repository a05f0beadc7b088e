'use client';

import { useState } from 'react';
import { KIND_WORDS } from '@/core/requests/request';
import { asSentence } from '@/core/sentence';
import { counted, formatHours } from '@/core/time/format';
import type { QueuedShiftRequest } from '@/server/requests/payload';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { TextArea } from '../kit/inputs/text-input';
import { DecisionFoot } from '../kit/page';
import { Table } from '../kit/table';
import { figureText } from '../fairness/share-text';
import { exchangeParts } from './exchange-parts';
import { Trail } from './trail';

type Step = 'approve' | 'decline' | 'ask';

/** A request about shifts with what approving it would do to everybody in it and to the plan, and the decision. */
export function ShiftDecidePanel({
  request,
  rivals,
  onChoose,
}: {
  readonly request: QueuedShiftRequest;
  /** All who ask for the same open shift, where there are several. */
  readonly rivals: readonly QueuedShiftRequest[];
  readonly onChoose: (id: string) => void;
}) {
  const { id, site, kind, text, note, effects, fault, moved, owner, trail } = request;
  const { run, busy, problem } = useCommand();
  const [step, setStep] = useState<Step>('approve');
  const [words, setWords] = useState('');
  const input = { site, request: id, reason: words };
  const decision = { site, request: id, decision: 'approve' as const, reason: '' };
  const preview = usePreview('request.decide', step === 'approve' && fault === null ? decision : null);
  const decide = (what: 'approve' | 'decline') =>
    run('request.decide', { ...input, decision: what }, what === 'approve' ? 'Approved' : 'Declined');
  const ask = () => run('request.question', { site, request: id, words: words.trim() }, 'Asked back');
  const needsWords = step !== 'approve' && words.trim() === '';
  return (
    <article aria-label={text} className="flex min-h-full flex-col gap-4">
      <header>
        <h2 className="font-serif text-xl leading-7 font-semibold">{text}</h2>
        <p className="text-muted text-sm">{KIND_WORDS[kind]}</p>
      </header>
      {note && <p className="italic">“{note}”</p>}
      {moved.map((line) => (
        <p key={line} className="border-brass border-l-4 pl-3">
          {line} Who asked has to ask anew.
        </p>
      ))}
      {owner === 'asker' && moved.length === 0 && (
        <p className="border-brass border-l-4 pl-3">Who asked was asked back, and has not answered.</p>
      )}
      {moved.length === 0 && fault !== null && (
        <p className="text-gap font-semibold">It cannot be approved just now: {fault}.</p>
      )}
      {rivals.length > 0 && <Rivals request={request} rivals={rivals} onChoose={onChoose} />}
      <section aria-label="If you approve" className="border-rule flex flex-col gap-2 border-t pt-3">
        <h3 className="font-semibold">If you approve</h3>
        {effects.map((one) => (
          <div key={one.person}>
            <p>
              <b>{one.name}</b>{' '}
              {[
                ...exchangeParts(one),
                ...(one.recent > 0 || one.share !== null
                  ? [
                      `${counted(one.recent, 'such shift')} in 13 weeks` +
                        (one.share === null ? '' : ` where the share is ${figureText(one.share, 'times')}`),
                    ]
                  : []),
              ].join(', ')}
            </p>
            {one.snags.map((snag) => (
              <p
                key={snag.text}
                className={snag.severity === 'stop' ? 'text-gap font-semibold' : 'text-brass'}
              >
                {snag.text}
              </p>
            ))}
          </div>
        ))}
        {preview && preview.ok && <ImpactList answer={preview} named={4} />}
        {preview && !preview.ok && fault === null && (
          <p className="text-gap font-semibold">{asSentence(preview.problem.message)}</p>
        )}
      </section>
      <TextArea
        label={
          step === 'decline' ? 'Why it is declined' : step === 'ask' ? 'What to ask' : 'A word to go with it'
        }
        placeholder={
          step === 'decline'
            ? 'Why, which is needed'
            : step === 'ask'
              ? 'What you need to know first'
              : 'A word to go with it, if there is one'
        }
        rows={2}
        maxLength={500}
        value={words}
        onChange={setWords}
      />
      {step === 'approve' && (
        <p className="text-muted text-sm">
          Just this is published, at once; everybody in it is told. It can be taken back until the shift
          begins.
        </p>
      )}
      <Trail trail={trail} />
      <DecisionFoot problem={problem}>
        {step === 'approve' ? (
          <>
            <Button kind="primary" disabled={busy || fault !== null} onClick={() => void decide('approve')}>
              Approve
            </Button>
            <Button onClick={() => setStep('decline')}>Decline …</Button>
            <Button onClick={() => setStep('ask')}>Ask back …</Button>
          </>
        ) : (
          <>
            <Button
              kind="primary"
              disabled={busy || needsWords}
              onClick={() => void (step === 'decline' ? decide('decline') : ask())}
            >
              {step === 'decline' ? 'Decline' : 'Ask'}
            </Button>
            <Button onClick={() => setStep('approve')}>Cancel</Button>
          </>
        )}
      </DecisionFoot>
    </article>
  );
}

/** All who ask for the same open shift, the least harm first, side by side. */
function Rivals({
  request,
  rivals,
  onChoose,
}: {
  readonly request: QueuedShiftRequest;
  readonly rivals: readonly QueuedShiftRequest[];
  readonly onChoose: (id: string) => void;
}) {
  return (
    <section aria-label="Who asks for it">
      <h3 className="font-semibold">{counted(rivals.length, 'person asks', 'people ask')} for it</h3>
      <Table isFlush>
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">Week</th>
            <th scope="col">Rest</th>
            <th scope="col">Lately</th>
            <th scope="col">Against it</th>
          </tr>
        </thead>
        <tbody>
          {rivals.map(({ id, askerName, effects: [effect] }) => (
            <tr key={id} className={id === request.id ? 'bg-paper' : ''}>
              <th scope="row">
                {id === request.id ? (
                  askerName
                ) : (
                  <Button kind="link" onClick={() => onChoose(id)}>
                    {askerName}
                  </Button>
                )}
              </th>
              <td>{effect ? formatHours(effect.week) : '–'}</td>
              <td>{effect?.rest?.replace(/ rest.*/, '') ?? '–'}</td>
              <td>
                {effect?.recent ?? 0}
                {effect && effect.share !== null && (
                  <span className="text-muted"> of {figureText(effect.share, 'times')}</span>
                )}
              </td>
              <td>
                {effect && effect.snags.length + Number(effect.overtime > 0) > 0
                  ? [
                      ...(effect.snags.length > 0 ? [counted(effect.snags.length, 'snag')] : []),
                      ...(effect.overtime > 0 ? [`${formatHours(effect.overtime)} overtime`] : []),
                    ].join(', ')
                  : 'nothing'}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
