/** Where the service worker keeps the clock at the door, and the files of all pages. */
const [PAGES, FILES] = ['vicenda clock', 'vicenda files'];

/**
 * Keeps the clock at the door and the files it needs, so that a device can be started anew without a connection: they were loaded before
 * there was a service worker to keep them. Where nothing can be kept it goes on as before.
 */
export async function keepPage(): Promise<void> {
  if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return;
  await navigator.serviceWorker.ready;
  const files = performance
    .getEntriesByType('resource')
    .map(({ name }) => name)
    .filter((name) => new URL(name).pathname.startsWith('/_next/static/'));
  const [pages, kept] = [await caches.open(PAGES), await caches.open(FILES)];
  const add = async (cache: Cache, address: string) =>
    (await cache.match(address, { ignoreVary: true })) ?? cache.add(address);
  // One that cannot be had now is tried again when the page is opened the next time.
  await Promise.allSettled([pages.add('/clock'), ...files.map((address) => add(kept, address))]);
}
