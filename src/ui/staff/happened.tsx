import type { RequestTrail } from '@/server/leave/payload';
import { When } from '../layout/when';

/** What happened to a request of one's own, to be opened. */
export function Happened({ trail }: { readonly trail: readonly RequestTrail[] }) {
  return (
    <details>
      <summary className="text-muted min-h-11 cursor-pointer py-2.5 text-sm">What happened</summary>
      <ul className="pb-2 text-sm">
        {trail.map(({ at, who, what, reason }) => (
          <li key={at + what}>
            <When at={at} />: {who} {what}
            {reason && `: ${reason}`}
          </li>
        ))}
      </ul>
    </details>
  );
}
