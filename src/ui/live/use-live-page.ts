import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { onLive } from './live';

/**
 * Has the server make a page anew when others change the plans of its site, or staff answer or ask for something.
 * `asOf`: how far the log went when the page was made; what was done between that and hearing of it is not missed. `hearsClock`: also when
 * somebody clocks.
 */
export function useLivePage(site: string, asOf: number, hearsClock = false): void {
  const router = useRouter();
  useEffect(() => {
    const look = async () => {
      const response = await fetch('/api/live/seq').catch(() => null);
      // Without an answer it is asked again when the connection is back.
      if (!response?.ok) return;
      const { seq } = (await response.json()) as { readonly seq: number };
      if (seq > asOf) router.refresh();
    };
    return onLive((event) => {
      if (event.kind === 'open') void look();
      else if (
        event.kind === 'staff' ||
        (event.kind === 'clock' && hearsClock) ||
        (event.kind === 'plan' && event.site === site)
      )
        router.refresh();
    });
  }, [router, site, asOf, hearsClock]);
}
