import type { RequestTrail } from '@/server/leave/payload';
import { When } from '../layout/when';

/** What happened to a request, by whom and when. */
export function Trail({ trail }: { readonly trail: readonly RequestTrail[] }) {
  return (
    <ol className="text-muted border-rule border-t pt-2 text-sm">
      {trail.map(({ at, who, what, reason }) => (
        <li key={at + what}>
          <When at={at} />: {who} {what}
          {reason && `. “${reason}”`}
        </li>
      ))}
    </ol>
  );
}
