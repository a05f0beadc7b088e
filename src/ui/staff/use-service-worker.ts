import { useEffect } from 'react';

/** What the service worker keeps of somebody's own pages, by name. */
export const OWN_CACHE = 'vicenda own';

/** Lets the browser keep the staff pages, and the clock of a device at the door, for when there is no connection, where it can. */
export function useServiceWorker(): void {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    // Where it cannot be had the pages work as before, only not without a connection.
    navigator.serviceWorker.register('/service-worker.js').catch(() => undefined);
  }, []);
}

/** Takes everything off the device that was kept of whoever is signed in. */
export async function forgetOwnPages(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(OWN_CACHE);
}
