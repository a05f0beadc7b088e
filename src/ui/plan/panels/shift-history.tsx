import { formatDate } from '@/core/time/day';
import type { ShiftEvent } from '@/server/week/payload';
import { useAnswer } from '../../commands/use-answer';
import { When } from '../../layout/when';
import { usePlan } from '../state/controller';

/** Who changed a shift, and when. */
export function ShiftHistory({ id }: { readonly id: string }) {
  const { site, from } = usePlan((state) => state.judgement.plan);
  const version = usePlan((state) => state.version);
  const address = `/api/plan/${encodeURIComponent(site.id)}/${formatDate(from)}/shift/${encodeURIComponent(id)}`;
  const { answer: events, failed } = useAnswer<readonly ShiftEvent[]>(address, version);
  return (
    <section aria-labelledby="history-title" className="border-rule border-t pt-2">
      <h3 id="history-title" className="text-muted text-xs">
        Who changed it, and when
      </h3>
      {failed && <p className="text-muted text-sm">Not known now: the server cannot be reached.</p>}
      {!failed && events?.length === 0 && (
        <p className="text-muted text-sm">Not changed since it was first written.</p>
      )}
      <ul>
        {events?.map((event, i) => (
          <li key={i} className="text-sm leading-4">
            <When at={event.at} className="text-muted" /> {event.actor}: {event.message}
          </li>
        ))}
      </ul>
    </section>
  );
}
