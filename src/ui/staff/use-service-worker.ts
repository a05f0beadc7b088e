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

/**
 * Keeps the program files that the page has loaded until now: those from before there was a service worker too. Where nothing can be kept it
 * goes on as before.
 */
export async function keepFiles(): Promise<void> {
  if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return;
  await navigator.serviceWorker.ready;
  const kept = await caches.open('vicenda files');
  const files = performance
    .getEntriesByType('resource')
    .map(({ name }) => name)
    .filter((name) => new URL(name).pathname.startsWith('/_next/static/'));
  // One that cannot be had now is tried again when the page is opened the next time.
  await Promise.allSettled(
    files.map(async (address) => (await kept.match(address, { ignoreVary: true })) ?? kept.add(address)),
  );
}

/** Takes everything off the device that was kept of whoever is signed in. */
export async function forgetOwnPages(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(OWN_CACHE);
}
