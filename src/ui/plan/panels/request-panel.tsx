import { useState } from 'react';
import type { RequestInFull } from '@/server/requests/payload';
import { useAnswer } from '../../commands/use-answer';
import { useLiveCount } from '../../live/use-live-count';
import { ShiftDecidePanel } from '../../requests/shift-decide-panel';
import { Trail } from '../../requests/trail';
import { usePlan } from '../state/controller';
import { PanelLayout } from './panel-layout';

/** What is asked for about a shift, and the decision, where that is for who looks. */
export function RequestPanel({ id }: { readonly id: string }) {
  const site = usePlan((state) => state.judgement.plan.site.id);
  const [chosen, choose] = useState(id);
  const heard = useLiveCount(site);
  const { answer, failed } = useAnswer<{ readonly request: RequestInFull }>(
    `/api/requests/${encodeURIComponent(site)}/${encodeURIComponent(chosen)}`,
    heard,
  );
  const { queued = [], view = null } = answer?.request ?? {};
  const request = queued.find((one) => one.id === chosen) ?? null;
  return (
    <PanelLayout title="Asked for" isWide>
      {failed ? (
        <p className="text-muted">It was decided, or is not there any more.</p>
      ) : request ? (
        <ShiftDecidePanel
          key={request.id}
          request={request}
          rivals={queued.length > 1 ? queued : []}
          onChoose={choose}
        />
      ) : view ? (
        <article className="flex flex-col gap-3">
          <h2 className="font-serif text-xl leading-7 font-semibold">{view.text}</h2>
          {view.note && <p className="italic">“{view.note}”</p>}
          <p className="text-muted">It is not for you to decide now.</p>
          <Trail trail={view.trail} />
        </article>
      ) : (
        <p className="text-muted">Looking at what it would do …</p>
      )}
    </PanelLayout>
  );
}
