import { useEffect, useState } from 'react';
import { onLive } from './live';

/** A number that rises whenever what staff ask for may stand otherwise; `site`: also when the plans of a site do. */
export function useLiveCount(site: string | null = null): number {
  const [count, setCount] = useState(0);
  useEffect(
    () =>
      onLive((event) => {
        if (event.kind === 'open' || event.kind === 'staff' || (event.kind === 'plan' && event.site === site))
          setCount((before) => before + 1);
      }),
    [site],
  );
  return count;
}
