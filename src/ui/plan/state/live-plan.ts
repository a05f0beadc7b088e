import { useEffect, useState } from 'react';
import { formatDate } from '@/core/time/day';
import type { Here } from '@/server/live/payload';
import { newId } from '../../commands/new-id';
import { onLive } from '../../live/live';
import type { PlanController } from './controller';

/** How often this tab says that it has a week open, in milliseconds. */
const SAY_MS = 20_000;

/** Shows what others do to a plan as they do it, and says to them that it is open here. */
export function useLivePlan(controller: PlanController, site: string): void {
  useEffect(
    () =>
      onLive((event) => {
        if (event.kind === 'plan' && event.site === site) follow(controller, event.version);
        // What was missed while there was no connection is asked for.
        else if (event.kind === 'open') controller.lookAgain();
      }),
    [controller, site],
  );
}

/** Others brought the plan to a version: it is shown once nothing is held by the pointer. What is typed stays. */
function follow(controller: PlanController, version: number): void {
  const { ghost, carry } = controller.view.getState();
  if (ghost || carry) setTimeout(() => follow(controller, version), 300);
  else void controller.sync.follow(version);
}

/** The others who have this week open just now. */
export function useWhoIsHere(site: string, week: number): readonly Here[] {
  const [here, setHere] = useState<readonly Here[]>([]);
  useEffect(() => {
    const tab = newId();
    const date = formatDate(week);
    const say = (open: string | null) => {
      // Whether others see the initials is not worth a word where it cannot be said.
      void fetch('/api/live/here', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ tab, site, week: open }),
        keepalive: true,
      }).catch(() => undefined);
    };
    const deaf = onLive((event) => {
      if (event.kind === 'here')
        setHere(event.here.filter((one) => one.tab !== tab && one.site === site && one.week === date));
    });
    const start = setTimeout(() => say(date), 1500);
    const timer = setInterval(() => document.visibilityState === 'visible' && say(date), SAY_MS);
    const gone = () => say(null);
    window.addEventListener('pagehide', gone);
    return () => {
      clearTimeout(start);
      clearInterval(timer);
      window.removeEventListener('pagehide', gone);
      deaf();
      gone();
    };
  }, [site, week]);
  return here;
}
